package dev.wartung.web.document;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Map;

/** A code for a camera, as drawing. It stands a scratch or a drop of product: a quarter of it may be unreadable. */
public final class QrCode {

    private static final int QUIET = 4;

    private QrCode() {}

    /**
     * @param text what it says, at most about 1000 letters
     * @param side of the drawing, in its own units
     */
    public static String svg(String text, int side) {
        BitMatrix code;
        try {
            code = new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(
                                    EncodeHintType.ERROR_CORRECTION,
                                    ErrorCorrectionLevel.Q,
                                    EncodeHintType.MARGIN,
                                    QUIET,
                                    EncodeHintType.CHARACTER_SET,
                                    "UTF-8"));
        } catch (WriterException e) {
            throw new IllegalArgumentException("does not fit into a code", e);
        }
        StringBuilder out = new StringBuilder(8000)
                .append("<svg class=\"qr\" xmlns=\"http://www.w3.org/2000/svg\" width=\"")
                .append(side)
                .append("\" height=\"")
                .append(side)
                .append("\" viewBox=\"0 0 ")
                .append(code.getWidth())
                .append(' ')
                .append(code.getHeight())
                .append("\"><rect width=\"100%\" height=\"100%\" fill=\"#fff\"/><path fill=\"#000\" d=\"");
        for (int y = 0; y < code.getHeight(); y++) {
            for (int x = 0; x < code.getWidth(); x++) {
                int from = x;
                while (x < code.getWidth() && code.get(x, y)) {
                    x++;
                }
                if (x > from) {
                    out.append('M')
                            .append(from)
                            .append(' ')
                            .append(y)
                            .append('h')
                            .append(x - from)
                            .append("v1h")
                            .append(from - x)
                            .append('z');
                }
            }
        }
        return out.append("\"/></svg>").toString();
    }
}

package dev.wartung.web.document;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import javax.imageio.stream.ImageInputStream;

/**
 * What the first bytes of a picture say of it, before anything of it is decoded. The stream stays where it was.
 *
 * @param progressive a JPEG that is sharpened pass by pass
 * @param orientation how it has to be turned to stand upright, 1 to 8 (Exif 2.32, tag 0x0112); 1: as it is
 */
record ImageStart(boolean progressive, int orientation) {

    private static final ImageStart PLAIN = new ImageStart(false, 1);

    private static final List<String> HEIC = List.of("heic", "heix", "heim", "heis", "hevc", "mif1", "msf1", "avif");
    private static final int MARKER = 0xFF;
    private static final int START = 0xD8;
    /** Frame of a progressive JPEG (ITU-T T.81, table B.1). */
    private static final int PROGRESSIVE = 0xC2;
    /** From here the picture itself follows. */
    private static final int SCAN = 0xDA;
    /** Where a camera puts its notes. */
    private static final int NOTES = 0xE1;

    private static final byte[] EXIF = "Exif\0\0".getBytes(StandardCharsets.US_ASCII);
    private static final int ORIENTATION = 0x0112;
    private static final int ENTRY = 12;
    private static final int MOST_MARKERS = 200;
    private static final int TURNS = 8;

    /** Whether it is in a box file of the kind telephones save (ISO/IEC 23008-12). */
    static boolean isHeic(ImageInputStream in) throws IOException {
        byte[] start = new byte[12];
        in.mark();
        try {
            return in.read(start) == start.length
                    && new String(start, 4, 4, StandardCharsets.ISO_8859_1).equals("ftyp")
                    && HEIC.contains(new String(start, 8, 4, StandardCharsets.ISO_8859_1));
        } finally {
            in.reset();
        }
    }

    /** Of a picture of any kind; of one that is no JPEG nothing is known. */
    static ImageStart of(ImageInputStream in) throws IOException {
        in.mark();
        try {
            return in.read() == MARKER && in.read() == START ? markers(in) : PLAIN;
        } catch (EOFException e) {
            return PLAIN;
        } finally {
            in.reset();
        }
    }

    private static ImageStart markers(ImageInputStream in) throws IOException {
        int orientation = 1;
        for (int i = 0; i < MOST_MARKERS; i++) {
            int sign = in.read();
            int marker = in.read();
            if (sign != MARKER || marker < 0 || marker == SCAN) {
                break;
            }
            if (marker == PROGRESSIVE) {
                return new ImageStart(true, orientation);
            }
            if (marker == MARKER) {
                // a byte that fills up
                in.seek(in.getStreamPosition() - 1);
                continue;
            }
            byte[] segment = new byte[Math.max(0, in.readUnsignedShort() - 2)];
            in.readFully(segment);
            if (marker == NOTES && startsWith(segment)) {
                orientation = orientation(ByteBuffer.wrap(segment, EXIF.length, segment.length - EXIF.length)
                        .slice());
            }
        }
        return new ImageStart(false, orientation);
    }

    private static boolean startsWith(byte[] segment) {
        return segment.length > EXIF.length
                && ByteBuffer.wrap(segment, 0, EXIF.length).equals(ByteBuffer.wrap(EXIF));
    }

    /** From the first directory of the notes; 1 where they say nothing, or nothing that makes sense. */
    private static int orientation(ByteBuffer notes) {
        if (notes.remaining() < 10) {
            return 1;
        }
        notes.order(notes.get(0) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
        int at = notes.getInt(4);
        if (at < 8 || at > notes.limit() - 2) {
            return 1;
        }
        int entries = notes.getShort(at) & 0xFFFF;
        for (int i = 0; i < entries && at + 2 + ENTRY * (i + 1) <= notes.limit(); i++) {
            int entry = at + 2 + ENTRY * i;
            if ((notes.getShort(entry) & 0xFFFF) == ORIENTATION) {
                int turn = notes.getShort(entry + 8);
                return turn >= 1 && turn <= TURNS ? turn : 1;
            }
        }
        return 1;
    }
}

package dev.wartung.web.document;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.Locale;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;

/**
 * A photo taken in: decoded, turned the right way up, scaled to {@value #LONGEST_SIDE} pixels at most and encoded anew
 * as JPEG, so that nothing but the picture
 * is kept: no place, no camera, nothing hidden behind it.
 */
public record PhotoFile(byte[] jpeg, int width, int height) {

    public static final long MOST_BYTES = 8L * 1024 * 1024;
    private static final int LONGEST_SIDE = 1600;
    /** What a good telephone takes; beyond it a small file could unpack to more memory than the machine has. */
    private static final long MOST_PIXELS = 60_000_000;

    private static final Set<String> TYPES = Set.of("jpeg", "png");

    /** What is wrong with a file, in words for whoever chose it. */
    public static final class Refused extends Exception {
        private static final long serialVersionUID = 1;

        Refused(String reason) {
            super(reason);
        }
    }

    /**
     * Reads a file by what is in it, whatever its name says.
     *
     * @throws Refused if it is too large or no photo
     */
    public static PhotoFile read(byte[] file) throws Refused {
        if (file.length > MOST_BYTES) {
            throw new Refused("The photo is larger than 8 MB. Take a smaller one.");
        }
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new Refused("That is no photo. JPEG and PNG are taken.");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                if (!TYPES.contains(reader.getFormatName().toLowerCase(Locale.ROOT))) {
                    throw new Refused("Only JPEG and PNG are taken; this is "
                            + reader.getFormatName().toUpperCase(Locale.ROOT) + ".");
                }
                if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS) {
                    throw new Refused("The photo has more than 60 million pixels. Take a smaller one.");
                }
                return encoded(file, Math.min(LONGEST_SIDE, Math.max(reader.getWidth(0), reader.getHeight(0))));
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException e) {
            throw new Refused("That photo cannot be read; it is broken. Take it again.");
        }
    }

    private static PhotoFile encoded(byte[] file, int side) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Thumbnails.of(new ByteArrayInputStream(file))
                .size(side, side)
                .useExifOrientation(true)
                .imageType(BufferedImage.TYPE_INT_RGB)
                .outputFormat("jpg")
                .outputQuality(0.85)
                .toOutputStream(out);
        byte[] jpeg = out.toByteArray();
        var decoded = ImageIO.read(new ByteArrayInputStream(jpeg));
        return new PhotoFile(jpeg, decoded.getWidth(), decoded.getHeight());
    }
}

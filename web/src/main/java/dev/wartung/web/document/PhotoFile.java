package dev.wartung.web.document;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Iterator;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import net.coobird.thumbnailator.util.exif.ExifFilterUtils;
import net.coobird.thumbnailator.util.exif.Orientation;
import org.springframework.core.io.InputStreamSource;

/**
 * A photo taken in: decoded, turned the right way up, scaled to {@value #LONGEST_SIDE} pixels at most and encoded anew
 * as JPEG, so that nothing but the picture is kept: no place, no camera, nothing hidden behind it.
 *
 * <p>A large one is never held as a whole: only every second, third … row and column of it is. One is read after the
 * other.
 */
public record PhotoFile(byte[] jpeg, int width, int height) {

    public static final long MOST_BYTES = 25L * 1024 * 1024;
    private static final int LONGEST_SIDE = 1600;
    /** Left out are as many rows and columns as leave this many pixels of the longest side, to be made less smoothly. */
    private static final int READ_SIDE = 2400;
    /** Beyond it a small file could unpack to hours of work. */
    private static final long MOST_PIXELS = 120_000_000;
    /** A JPEG that is sharpened pass by pass is held as a whole while it is decoded. */
    private static final long MOST_PROGRESSIVE_PIXELS = 25_000_000;

    private static final Set<String> TYPES = Set.of("jpeg", "png");
    private static final Semaphore ONE = new Semaphore(1, true);
    private static final int PATIENCE_S = 20;

    /** What is wrong with a file, in words for whoever chose it. */
    public static final class Refused extends Exception {
        private static final long serialVersionUID = 1;

        Refused(String reason) {
            super(reason);
        }

        Refused(String reason, Throwable cause) {
            super(reason, cause);
        }
    }

    /**
     * Reads a file by what is in it, whatever its name says.
     *
     * @throws Refused if it is too large or no photo
     */
    public static PhotoFile read(byte[] file) throws Refused {
        return read(() -> new ByteArrayInputStream(file), file.length);
    }

    /**
     * The same from a file that need not be in memory.
     *
     * @param size in bytes
     * @throws Refused if it is too large or no photo, or others are read for too long
     */
    public static PhotoFile read(InputStreamSource file, long size) throws Refused {
        if (size > MOST_BYTES) {
            throw new Refused("The photo is larger than 25 MB. Take a smaller one.");
        }
        boolean mine = false;
        try {
            mine = ONE.tryAcquire(PATIENCE_S, TimeUnit.SECONDS);
            if (!mine) {
                throw new Refused("Other photos are being read. Send it again in a moment.");
            }
            try (InputStream stream = file.getInputStream();
                    ImageInputStream in = ImageIO.createImageInputStream(stream)) {
                return read(in);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refused("It was not read to its end. Send it again.");
        } catch (IOException | RuntimeException e) {
            throw new Refused("That photo cannot be read; it is broken. Take it again.", e);
        } finally {
            if (mine) {
                ONE.release();
            }
        }
    }

    private static PhotoFile read(ImageInputStream in) throws IOException, Refused {
        if (ImageStart.isHeic(in)) {
            throw new Refused("This is a HEIC photo, which is not taken. Set the camera to take JPEG"
                    + " (often called “most compatible”), or share it as JPEG.");
        }
        ImageStart start = ImageStart.of(in);
        Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
        if (!readers.hasNext()) {
            throw new Refused("That is no photo. JPEG and PNG are taken.");
        }
        ImageReader reader = readers.next();
        try {
            reader.setInput(in, false, true);
            if (!TYPES.contains(reader.getFormatName().toLowerCase(Locale.ROOT))) {
                throw new Refused("Only JPEG and PNG are taken; this is "
                        + reader.getFormatName().toUpperCase(Locale.ROOT) + ".");
            }
            long pixels = (long) reader.getWidth(0) * reader.getHeight(0);
            if (pixels > MOST_PIXELS) {
                throw new Refused("The photo has more than 120 million pixels. Take a smaller one.");
            }
            if (start.progressive() && pixels > MOST_PROGRESSIVE_PIXELS) {
                throw new Refused("The photo has more than 25 million pixels and is saved as a progressive JPEG."
                        + " Save it as an ordinary one, or smaller.");
            }
            return encoded(reader, start.orientation());
        } finally {
            reader.dispose();
        }
    }

    private static PhotoFile encoded(ImageReader reader, int orientation) throws IOException {
        int longest = Math.max(reader.getWidth(0), reader.getHeight(0));
        int every = Math.max(1, longest / READ_SIDE);
        ImageReadParam part = reader.getDefaultReadParam();
        part.setSourceSubsampling(every, every, 0, 0);
        BufferedImage picture = reader.read(0, part);
        int side = Math.min(LONGEST_SIDE, Math.max(picture.getWidth(), picture.getHeight()));
        BufferedImage small = Thumbnails.of(picture)
                .size(side, side)
                .imageType(BufferedImage.TYPE_INT_RGB)
                .asBufferedImage();
        BufferedImage turned = ExifFilterUtils.getFilterForOrientation(Orientation.typeOf(orientation))
                .apply(small);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Thumbnails.of(turned)
                .scale(1)
                .imageType(BufferedImage.TYPE_INT_RGB)
                .outputFormat("jpg")
                .outputQuality(0.85)
                .toOutputStream(out);
        return new PhotoFile(out.toByteArray(), turned.getWidth(), turned.getHeight());
    }
}

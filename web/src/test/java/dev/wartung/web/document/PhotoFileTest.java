package dev.wartung.web.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.management.ThreadMXBean;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is kept of a photo: the picture and nothing else. */
class PhotoFileTest {

    private static byte[] encoded(BufferedImage image, String format) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertThat(ImageIO.write(image, format, out)).isTrue();
        return out.toByteArray();
    }

    /** Red on the left, blue on the right. */
    private static BufferedImage halves(int width, int height, int type) {
        BufferedImage image = new BufferedImage(width, height, type);
        Graphics2D draw = image.createGraphics();
        draw.setColor(Color.RED);
        draw.fillRect(0, 0, width / 2, height);
        draw.setColor(Color.BLUE);
        draw.fillRect(width / 2, 0, width / 2, height);
        draw.dispose();
        return image;
    }

    private static BufferedImage kept(byte[] file) throws Exception {
        PhotoFile photo = PhotoFile.read(file);
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(photo.jpeg()));
        assertThat(photo)
                .extracting(PhotoFile::width, PhotoFile::height)
                .containsExactly(image.getWidth(), image.getHeight());
        assertThat(Arrays.copyOf(photo.jpeg(), 2)).as("a JPEG, whatever it was").containsExactly((byte) 0xff, (byte)
                0xd8);
        return image;
    }

    /** Puts a camera's note into a JPEG: turn it by a quarter to see it upright, and where it was taken. */
    private static byte[] turned(byte[] jpeg, int orientation) {
        byte[] tiff = ByteBuffer.allocate(26)
                .put("MM\0*".getBytes(StandardCharsets.US_ASCII))
                .putInt(8)
                .putShort((short) 1)
                .putShort((short) 0x112)
                .putShort((short) 3)
                .putInt(1)
                .putShort((short) orientation)
                .putShort((short) 0)
                .putInt(0)
                .array();
        byte[] note = ByteBuffer.allocate(tiff.length + 6)
                .put("Exif\0\0".getBytes(StandardCharsets.US_ASCII))
                .put(tiff)
                .array();
        return ByteBuffer.allocate(jpeg.length + note.length + 4)
                .put(jpeg, 0, 2)
                .putShort((short) 0xffe1)
                .putShort((short) (note.length + 2))
                .put(note)
                .put(jpeg, 2, jpeg.length - 2)
                .array();
    }

    @Test
    @DisplayName("A large one is scaled, a small one is not blown up, and what lies where stays there")
    void scaled() throws Exception {
        BufferedImage large = kept(encoded(halves(3200, 1600, BufferedImage.TYPE_INT_RGB), "jpeg"));
        assertThat(large)
                .extracting(BufferedImage::getWidth, BufferedImage::getHeight)
                .containsExactly(1600, 800);
        assertThat(new Color(large.getRGB(100, 400)).getRed()).isGreaterThan(200);
        assertThat(new Color(large.getRGB(1500, 400)).getBlue()).isGreaterThan(200);
        BufferedImage small = kept(encoded(halves(90, 60, BufferedImage.TYPE_INT_RGB), "png"));
        assertThat(small)
                .extracting(BufferedImage::getWidth, BufferedImage::getHeight)
                .containsExactly(90, 60);
    }

    @Test
    @DisplayName("One taken with the camera held upright stands upright, and the camera's notes are gone")
    void upright() throws Exception {
        byte[] sideways = turned(encoded(halves(400, 200, BufferedImage.TYPE_INT_RGB), "jpeg"), 6);
        BufferedImage image = kept(sideways);
        assertThat(image)
                .extracting(BufferedImage::getWidth, BufferedImage::getHeight)
                .containsExactly(200, 400);
        assertThat(new Color(image.getRGB(100, 20)).getRed())
                .as("the left is the top now")
                .isGreaterThan(200);
        assertThat(new String(PhotoFile.read(sideways).jpeg(), StandardCharsets.ISO_8859_1))
                .doesNotContain("Exif");
    }

    @ParameterizedTest
    @ValueSource(
            ints = {
                BufferedImage.TYPE_BYTE_GRAY,
                BufferedImage.TYPE_INT_ARGB,
                BufferedImage.TYPE_BYTE_INDEXED,
                BufferedImage.TYPE_BYTE_BINARY
            })
    @DisplayName("Grey, transparent and few-coloured pictures are taken too")
    void otherKinds(int type) throws Exception {
        assertThat(kept(encoded(halves(80, 40, type), "png")))
                .extracting(BufferedImage::getWidth)
                .isEqualTo(80);
    }

    @Test
    @DisplayName("What is none, broken, of another kind or too large is refused with its own reason")
    void refused() throws Exception {
        assertThatThrownBy(() -> PhotoFile.read("<svg onload='x()'/>".getBytes(StandardCharsets.US_ASCII)))
                .isInstanceOf(PhotoFile.Refused.class)
                .hasMessageContaining("no photo");
        assertThatThrownBy(() -> PhotoFile.read(encoded(halves(10, 10, BufferedImage.TYPE_INT_RGB), "gif")))
                .hasMessageContaining("this is GIF");
        assertThatThrownBy(() -> PhotoFile.read(encoded(halves(10, 10, BufferedImage.TYPE_INT_RGB), "bmp")))
                .hasMessageContaining("this is BMP");
        byte[] whole = encoded(halves(400, 400, BufferedImage.TYPE_INT_RGB), "png");
        assertThatThrownBy(() -> PhotoFile.read(Arrays.copyOf(whole, 60))).hasMessageContaining("broken");
        assertThatThrownBy(() -> PhotoFile.read(new byte[(int) PhotoFile.MOST_BYTES + 1]))
                .hasMessageContaining("25 MB");
    }

    @Test
    @DisplayName("A small file that would unpack to a thousand million pixels is refused before it is unpacked")
    void bomb() {
        byte[] header = ByteBuffer.allocate(13)
                .putInt(40_000)
                .putInt(30_000)
                .put(new byte[] {8, 2, 0, 0, 0})
                .array();
        CRC32 crc = new CRC32();
        crc.update("IHDR".getBytes(StandardCharsets.US_ASCII));
        crc.update(header);
        byte[] png = ByteBuffer.allocate(33)
                .put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10})
                .putInt(13)
                .put("IHDR".getBytes(StandardCharsets.US_ASCII))
                .put(header)
                .putInt((int) crc.getValue())
                .array();
        assertThatThrownBy(() -> PhotoFile.read(png))
                .isInstanceOf(PhotoFile.Refused.class)
                .hasMessageContaining("120 million pixels");
    }

    /** A PNG of so many black pixels, which is small as long as nobody unpacks it. */
    private static byte[] black(int width, int height) throws IOException {
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        file.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'});
        chunk(
                file,
                "IHDR",
                ByteBuffer.allocate(13)
                        .putInt(width)
                        .putInt(height)
                        .put(new byte[] {8, 2, 0, 0, 0})
                        .array());
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (DeflaterOutputStream rows = new DeflaterOutputStream(packed)) {
            byte[] row = new byte[3 * width + 1];
            for (int i = 0; i < height; i++) {
                rows.write(row);
            }
        }
        chunk(file, "IDAT", packed.toByteArray());
        chunk(file, "IEND", new byte[0]);
        return file.toByteArray();
    }

    private static void chunk(ByteArrayOutputStream file, String type, byte[] data) throws IOException {
        byte[] body = ByteBuffer.allocate(data.length + 4)
                .put(type.getBytes(StandardCharsets.US_ASCII))
                .put(data)
                .array();
        CRC32 sum = new CRC32();
        sum.update(body);
        file.write(ByteBuffer.allocate(body.length + 8)
                .putInt(data.length)
                .put(body)
                .putInt((int) sum.getValue())
                .array());
    }

    /** What reading a file takes of the heap, bytes, whether it is let go again or not. */
    private static long allocated(byte[] file, int longest) throws Exception {
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        long before = threads.getThreadAllocatedBytes(Thread.currentThread().getId());
        PhotoFile photo = PhotoFile.read(file);
        long taken = threads.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
        assertThat(Math.max(photo.width(), photo.height())).isEqualTo(longest);
        return taken;
    }

    @Test
    @DisplayName("A photo of fifty million pixels is read without ever being held as a whole")
    void large() throws Exception {
        // as a whole: 150 MB
        assertThat(allocated(black(8160, 6120), 1600)).isLessThan(90_000_000L);
        byte[] grey = encoded(halves(8160, 6120, BufferedImage.TYPE_BYTE_GRAY), "jpeg");
        // as a whole: 50 MB, and as much again to make it smaller as for any
        assertThat(allocated(grey, 1600)).isLessThan(65_000_000L);
        assertThatThrownBy(() -> PhotoFile.read(black(12_000, 10_001))).hasMessageContaining("120 million pixels");
    }

    @Test
    @DisplayName("A telephone's HEIC is refused with what to do; a large progressive JPEG too, a small one is taken")
    void otherFiles() throws Exception {
        for (String brand : new String[] {"heic", "mif1", "avif"}) {
            byte[] box = ByteBuffer.allocate(24)
                    .putInt(24)
                    .put(("ftyp" + brand).getBytes(StandardCharsets.US_ASCII))
                    .array();
            assertThatThrownBy(() -> PhotoFile.read(box)).hasMessageContaining("most compatible");
        }
        assertThat(kept(progressive(halves(800, 600, BufferedImage.TYPE_BYTE_GRAY)))
                        .getWidth())
                .isEqualTo(800);
        byte[] large = progressive(halves(6000, 4200, BufferedImage.TYPE_BYTE_GRAY));
        assertThatThrownBy(() -> PhotoFile.read(large)).hasMessageContaining("progressive JPEG");
        byte[] turnedLarge = turned(large, 6);
        assertThatThrownBy(() -> PhotoFile.read(turnedLarge))
                .as("with the camera's notes before it")
                .hasMessageContaining("progressive JPEG");
    }

    private static byte[] progressive(BufferedImage image) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ImageOutputStream to = ImageIO.createImageOutputStream(out)) {
            ImageWriteParam how = writer.getDefaultWriteParam();
            how.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
            writer.setOutput(to);
            writer.write(null, new IIOImage(image, null, null), how);
        } finally {
            writer.dispose();
        }
        return out.toByteArray();
    }
}

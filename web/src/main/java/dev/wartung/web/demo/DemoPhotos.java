package dev.wartung.web.demo;

import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.PhotoFile;
import dev.wartung.web.document.Shot;
import dev.wartung.web.photo.ValvePhotos;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;

/** Pictures of a few type plates, drawn: nobody was there with a camera. */
@Component
class DemoPhotos {

    private static final List<String> PLATED = List.of("CU-214", "CU-201", "FL-011");
    private static final int WIDTH = 640;
    private static final int HEIGHT = 400;
    private static final int EDGE = 28;

    private final ValvePhotos photos;
    private final Valves valves;
    private final CurrentAccount current;

    DemoPhotos(ValvePhotos photos, Valves valves, CurrentAccount current) {
        this.photos = photos;
        this.valves = valves;
        this.current = current;
    }

    void take(Account technician) {
        current.as(
                technician.username(),
                () -> PLATED.forEach(tag -> valves.findByTagIgnoreCase(tag).ifPresent(this::plate)));
    }

    private void plate(Valve valve) {
        try {
            Shot shot = new Shot(Optional.of(PhotoFile.read(drawn(valve))), Optional.empty());
            photos.keep(
                    UUID.nameUUIDFromBytes(("plate " + valve.tag()).getBytes(StandardCharsets.UTF_8)),
                    valve,
                    "PLATE",
                    shot);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (PhotoFile.Refused e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] drawn(Valve valve) throws IOException {
        BufferedImage picture = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = picture.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setColor(new Color(0x6f7d83));
        pen.fillRect(0, 0, WIDTH, HEIGHT);
        pen.setColor(new Color(0xdfe4e4));
        pen.fillRoundRect(EDGE, EDGE, WIDTH - 2 * EDGE, HEIGHT - 2 * EDGE, EDGE, EDGE);
        pen.setColor(new Color(0x2c3436));
        pen.fillOval(2 * EDGE - 8, HEIGHT / 2 - 8, 16, 16);
        pen.fillOval(WIDTH - 2 * EDGE - 8, HEIGHT / 2 - 8, 16, 16);
        int line = HEIGHT / 4;
        for (String words : List.of(valve.typeName(), "Drive " + valve.drive().code(), "No. " + number(valve))) {
            pen.setFont(new Font(Font.SANS_SERIF, Font.BOLD, 48));
            pen.drawString(words, 3 * EDGE, line + 30);
            line += HEIGHT / 4;
        }
        pen.dispose();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", png);
        return png.toByteArray();
    }

    private static String number(Valve valve) {
        return String.valueOf(40_000 + Math.floorMod(valve.tag().hashCode(), 9_000));
    }
}

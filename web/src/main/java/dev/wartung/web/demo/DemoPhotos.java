package dev.wartung.web.demo;

import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.PhotoFile;
import dev.wartung.web.document.Shot;
import dev.wartung.web.photo.ValvePhotos;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** Pictures of a few type plates, drawn: nobody was there with a camera. */
@Component
class DemoPhotos {

    private static final List<String> PLATED = List.of("CU-214", "CU-201", "FL-011");

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
        ClassPathResource drawn = new ClassPathResource("/dev/wartung/web/demo/plate-" + valve.tag() + ".png");
        try {
            photos.keep(
                            UUID.nameUUIDFromBytes(("plate " + valve.tag()).getBytes(StandardCharsets.UTF_8)),
                            valve,
                            "PLATE",
                            new Shot(Optional.of(PhotoFile.read(drawn, drawn.contentLength())), Optional.empty()))
                    .ifPresent(why -> {
                        throw new IllegalStateException(why);
                    });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (PhotoFile.Refused e) {
            throw new IllegalStateException(e);
        }
    }
}

package dev.wartung.web.job;

import java.time.Instant;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * While something is entered that was done earlier, where there was no network: when it was done. Everything the
 * {@link LogBook} writes meanwhile is written with it, whichever room writes it, so that no room has to hand it on.
 */
@Component
public class DoneEarlier {

    private static final ThreadLocal<Instant> WHEN = new ThreadLocal<>();

    /** Enters something that was done at an earlier time. */
    public <T> T at(Instant done, Supplier<T> entered) {
        WHEN.set(done);
        try {
            return entered.get();
        } finally {
            WHEN.remove();
        }
    }

    /** Empty where what is entered is done now. */
    Optional<Instant> when() {
        return Optional.ofNullable(WHEN.get());
    }
}

package dev.wartung.web.job;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A job as it stands in a list: without its procedure, which is a hundred times as large as the rest of it.
 *
 * @param waitsFor the part it waits for; empty where it waits for none
 * @param tag      of its valve
 * @param service  of its valve
 * @param holding  name of whoever holds its bench
 */
public record JobLine(
        int number,
        String title,
        JobState state,
        LocalDate dueOn,
        @Nullable Instant ended,
        String waitsFor,
        String tag,
        String service,
        @Nullable Long holderId,
        @Nullable String holding) {

    public Optional<Instant> endedAt() {
        return Optional.ofNullable(ended);
    }

    public boolean isHeldBy(Long accountId) {
        return accountId.equals(holderId);
    }
}

package dev.wartung.core.progress;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * An event in its place in a job.
 *
 * @param id   from whoever entered it, so that entering twice is once
 * @param step the step it happened at; empty where it belongs to none
 */
public record Happened(UUID id, Optional<String> step, JobEvent event) {

    /**
     * The id under which a finding is kept that an answer was: known from the confirmation, so that it is kept once and
     * goes with it when that is taken back.
     */
    public static UUID findingOf(UUID confirmation, String ask) {
        return UUID.nameUUIDFromBytes((confirmation + ask).getBytes(StandardCharsets.UTF_8));
    }

    /** Ids under which findings are kept that answers of this confirmation were, if any were; none of another event. */
    List<UUID> findings() {
        return event instanceof JobEvent.Confirmed confirmed
                ? confirmed.answers().stream()
                        .map(answer -> findingOf(id, answer.ask()))
                        .toList()
                : List.of();
    }
}

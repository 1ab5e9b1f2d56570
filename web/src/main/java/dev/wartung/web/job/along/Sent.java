package dev.wartung.web.job.along;

import dev.wartung.web.document.Shot;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Something that was done without network.
 *
 * @param entryId made on the device, so that sending twice is sending once
 * @param what    what it is
 * @param step    at which step; empty where it belongs to none
 * @param typed   what was typed, by field, as the bench would have sent it
 * @param shot    a photo taken with it
 * @param doneAt  when
 */
record Sent(UUID entryId, What what, Optional<String> step, Map<String, String> typed, Shot shot, Instant doneAt) {

    private static final String FAILED = "failed";

    /** Whether the device saw a reading fail and sends it as that. */
    boolean failed() {
        return typed.containsKey(FAILED);
    }

    /** What can be done without network. */
    enum What {
        STEP,
        PROBLEM,
        NOTE,
        FINDING;

        static Optional<What> of(String name) {
            for (What what : values()) {
                if (what.name().equalsIgnoreCase(name)) {
                    return Optional.of(what);
                }
            }
            return Optional.empty();
        }
    }
}

package dev.wartung.web.job;

import dev.wartung.core.inspection.Finding;
import dev.wartung.core.procedure.Procedure;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.UUID;

/**
 * What is kept of a finding.
 *
 * @param atHand    the new part, where one has to be fitted and is here
 * @param procedure the job as it goes on with that part in it; empty where nothing changed
 */
record Found(Finding finding, Optional<CountedIn> atHand, Optional<Procedure> procedure) {

    /** The id of the entry that keeps what an answer found: known from the confirmation, so that it is kept once and goes with it when that is taken back. */
    static UUID entryId(UUID confirmation, String ask) {
        return UUID.nameUUIDFromBytes((confirmation + ask).getBytes(StandardCharsets.UTF_8));
    }
}

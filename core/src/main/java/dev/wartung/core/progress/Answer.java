package dev.wartung.core.progress;

import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Verdict;
import java.util.Optional;

/**
 * What was read at a step.
 *
 * @param ask      the reading's id
 * @param asked    what was read, in words, as it stood at the step
 * @param measured the quantity, for a measured reading
 * @param seen     the choice, for an observation
 * @param verdict  how it was judged
 * @param accepted why it stands although it failed; empty while it passed
 */
public record Answer(String ask, String asked, Optional<Quantity> measured, Optional<String> seen, Verdict verdict, Optional<Acceptance> accepted) {

    /**
     * A failed reading accepted all the same.
     *
     * @param reason       in the technician's words
     * @param secondPerson the name of whoever agreed, where the sheet marks the reading critical
     */
    public record Acceptance(String reason, Optional<String> secondPerson) {}

    /** Passed, or accepted with a reason. */
    public boolean settled() {
        return verdict.passed() || accepted.isPresent();
    }
}

package dev.wartung.core.progress;

import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Verdict;
import java.util.List;
import java.util.Optional;

/**
 * What was read at a step.
 *
 * @param ask      the reading's id
 * @param asked    what was read, in words, as it stood at the step
 * @param measured the quantity, for a measured reading
 * @param each     the quantities, for readings taken at several places; the measured one is their mean
 * @param seen     the choice, for an observation
 * @param verdict  how it was judged
 * @param accepted why it stands although it failed; empty while it passed
 */
public record Answer(
        String ask,
        String asked,
        Optional<Quantity> measured,
        List<Quantity> each,
        Optional<String> seen,
        Verdict verdict,
        Optional<Acceptance> accepted) {

    public Answer {
        each = List.copyOf(each);
    }

    /** A reading taken once. */
    public static Answer measured(String ask, String asked, Quantity measured, Verdict verdict) {
        return new Answer(ask, asked, Optional.of(measured), List.of(), Optional.empty(), verdict, Optional.empty());
    }

    /** What was seen. */
    public static Answer seen(String ask, String asked, String seen, Verdict verdict) {
        return new Answer(ask, asked, Optional.empty(), List.of(), Optional.of(seen), verdict, Optional.empty());
    }

    /** Readings taken at several places, at least one. */
    public static Answer each(String ask, String asked, List<Quantity> each, Verdict verdict) {
        double mean = each.stream().mapToDouble(Quantity::si).average().orElseThrow();
        return new Answer(
                ask,
                asked,
                Optional.of(new Quantity(mean, each.get(0).dimension())),
                List.copyOf(each),
                Optional.empty(),
                verdict,
                Optional.empty());
    }

    /** The same, standing although it failed. */
    public Answer accepted(Acceptance acceptance) {
        return new Answer(ask, asked, measured, each, seen, verdict, Optional.of(acceptance));
    }

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

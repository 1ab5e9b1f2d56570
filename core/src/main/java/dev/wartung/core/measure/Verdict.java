package dev.wartung.core.measure;

/**
 * A judgement made for the technician: what was found and what to do next.
 *
 * @param outcome where the reading lies
 * @param finding what was found, with the figures
 * @param next    what to do now; empty when there is nothing to do
 */
public record Verdict(Outcome outcome, String finding, String next) {

    /** Where a reading lies; an observation that is not the expected one is {@link #DIFFERENT}. */
    public enum Outcome {
        WITHIN,
        LOW,
        HIGH,
        DIFFERENT
    }

    public boolean passed() {
        return outcome == Outcome.WITHIN;
    }
}

package dev.wartung.core.message;

import dev.wartung.core.measure.Outcome;

/**
 * A judgement made for the technician: what was found and what to do next.
 *
 * @param outcome where the reading lies
 * @param finding what was found, with the figures
 * @param next    what to do now; empty when there is nothing to do
 */
public record Verdict(Outcome outcome, Message finding, Message next) {

    /** Nothing is to be done. */
    public static Verdict within(Message finding) {
        return new Verdict(Outcome.WITHIN, finding, Message.NONE);
    }

    public boolean passed() {
        return outcome == Outcome.WITHIN;
    }
}

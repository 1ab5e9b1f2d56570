package dev.wartung.core.message;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;

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

    /** Within its limits, but by less than the tool may be off. */
    public static Verdict unsure(Message finding) {
        return new Verdict(
                Outcome.UNSURE,
                finding,
                Message.of(
                        "verdict.unsure",
                        "Within the limits, but nearer to one than the tool may be off. Bring it nearer the middle, or"
                                + " read it again with a finer tool."));
    }

    /** The same, with what it was read with and how far that may be off, k = 2. */
    public Verdict readWith(String tool, Quantity uncertainty) {
        Object sure = uncertainty.dimension() == Dimension.TEMPERATURE
                // a difference of temperatures, which no scale's zero moves
                ? Quantity.rounded(uncertainty.si(), 1) + " K"
                : new Argument.AtLeast(uncertainty);
        return new Verdict(
                outcome,
                Message.of(
                        "verdict.read-with",
                        "{finding}; read with {tool}, ± {sure}",
                        "finding",
                        finding,
                        "tool",
                        tool,
                        "sure",
                        sure),
                next);
    }

    /** The same, with something more that was found. */
    public Verdict noting(Message more) {
        return new Verdict(
                outcome, Message.of("verdict.noting", "{finding}; {more}", "finding", finding, "more", more), next);
    }

    public boolean passed() {
        return outcome == Outcome.WITHIN;
    }
}

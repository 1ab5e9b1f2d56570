package dev.wartung.core.message;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import java.util.Map;
import java.util.Objects;

/**
 * A judgement made for the technician: what was found and what to do next.
 *
 * @param outcome where the reading lies
 * @param finding what was found, with the figures
 * @param next    what to do now; empty when there is nothing to do
 */
public record Verdict(Outcome outcome, Message finding, Message next) {

    private static final String READ_WITH = "verdict.read-with";
    private static final String NOTING = "verdict.noting";

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
                        READ_WITH,
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
        return new Verdict(outcome, Message.of(NOTING, "{finding}; {more}", "finding", finding, "more", more), next);
    }

    /** What it was read with and how far that may be off, and what was noted of it; empty where that is not known. */
    public Message takenWith() {
        if (finding.id().equals(READ_WITH)) {
            return new Message("verdict.taken-with", "{tool}, ± {sure}", finding.arguments());
        }
        if (finding.id().equals(NOTING) && finding.arguments().get("finding") instanceof Argument.Said said) {
            Message inner = new Verdict(outcome, said.message(), next).takenWith();
            return new Message(
                    "verdict.taken-noting",
                    inner.isEmpty() ? "{more}" : "{with}; {more}",
                    Map.of(
                            "with",
                            new Argument.Said(inner),
                            "more",
                            Objects.requireNonNull(finding.arguments().get("more"))));
        }
        return Message.NONE;
    }

    public boolean passed() {
        return outcome == Outcome.WITHIN;
    }
}

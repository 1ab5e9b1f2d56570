package dev.wartung.web.record;

import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;

/**
 * What a reviewer looks at first in a report: what stood outside its limits, what went otherwise than planned, and what
 * was replaced.
 *
 * @param outside  readings that stand outside their limits, each with its step
 * @param deviated what went otherwise than planned, or was done against advice
 * @param replaced names of the parts that went in new
 */
record Exceptions(List<Message> outside, List<Message> deviated, List<String> replaced) {

    static Exceptions of(ServiceReport says) {
        List<Message> deviated = new ArrayList<>();
        says.lines().stream()
                .filter(ServiceReport.Line::notable)
                .map(l -> Message.of("review.line", "{what}: {detail}", "what", l.what(), "detail", l.detail()))
                .forEach(deviated::add);
        says.greases().stream()
                .filter(g -> !g.against().isEmpty())
                .map(g -> Message.of(
                        "review.grease",
                        "Grease {grease} on {part} against advice: {against}",
                        "grease",
                        g.grease(),
                        "part",
                        g.part(),
                        "against",
                        g.against()))
                .forEach(deviated::add);
        says.fitted().stream()
                .filter(f -> !f.instead().isEmpty())
                .map(f -> Message.of(
                        "review.instead",
                        "{part} of lot {lot} taken all the same: {why}",
                        "part",
                        f.name(),
                        "lot",
                        f.lot(),
                        "why",
                        f.instead()))
                .forEach(deviated::add);
        says.cloth().stream()
                .map(p -> Message.of("review.cloth", "Still on the cloth: {part}", "part", p))
                .forEach(deviated::add);
        says.changed().stream()
                .map(c -> Message.of(
                        "review.changed",
                        "{what} was {before}, is {after}",
                        "what",
                        c.what(),
                        "before",
                        c.before(),
                        "after",
                        c.after()))
                .forEach(deviated::add);
        List<Message> outside = says.readings().stream()
                .filter(r -> !r.answer().verdict().passed())
                .map(r -> Message.of(
                        "review.outside",
                        "{step}: {finding} It stands because: {reason}",
                        "step",
                        r.step(),
                        "finding",
                        r.answer().verdict().finding(),
                        "reason",
                        r.answer().accepted().map(a -> a.reason()).orElse("no reason given")))
                .toList();
        return new Exceptions(
                outside,
                List.copyOf(deviated),
                says.fitted().stream().map(f -> f.name()).toList());
    }

    /** Whether anything is to be explained: outside its limits, or otherwise than planned. */
    public boolean some() {
        return !outside.isEmpty() || !deviated.isEmpty();
    }
}

package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.AnatomySheet.Recheck;
import dev.wartung.core.message.Message;
import java.util.List;

/**
 * The derived work on one valve.
 *
 * @param steps    in order
 * @param renews   parts renewed, in the order of the build
 * @param rechecks looks that become due once it is done
 */
public record Procedure(List<Step> steps, List<String> renews, List<Recheck> rechecks) {

    public double minutes() {
        return steps.stream().mapToDouble(Step::minutes).sum();
    }

    /** The same, every step under an id of its own, for a procedure that goes on where another was left. */
    public Procedure renamed(String prefix) {
        return new Procedure(steps.stream().map(s -> s.renamed(prefix + s.id())).toList(), renews, rechecks);
    }

    /** Every tool once, in the order it is first needed. */
    public List<Message> tools() {
        return steps.stream().flatMap(s -> s.tools().stream()).distinct().toList();
    }

    /** Every film of grease, in the order they are laid on. */
    public List<Step.Film> films() {
        return steps.stream().flatMap(s -> s.films().stream()).toList();
    }
}

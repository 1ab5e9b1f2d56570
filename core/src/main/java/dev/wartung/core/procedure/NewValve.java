package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.procedure.Sequence.Node;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Work on a new valve, on the bench: it begins as the valve is delivered, puts together what the sheet knows how to
 * undo, and ends where the valve would
 * go into its line. No line is touched, so none is made safe or given back.
 */
final class NewValve {

    private NewValve() {}

    /**
     * The start of such a work: the parts that one of its own operations says are {@code delivered} lie ready. Any
     * other work starts as the valve was found.
     */
    static Situation asDelivered(Work work, Situation found, Stage stage) {
        List<String> parts = work.kind().reaches().stream()
                .flatMap(id -> Optional.ofNullable(stage.operations().get(id)).stream())
                .flatMap(o -> o.does().stream())
                .filter(a -> a.verb() == Verb.DELIVERED)
                .map(Act::object)
                .filter(id -> stage.build().part(id).isPresent())
                .filter(id -> !found.delivered().contains(id))
                .toList();
        return found.delivered(parts, stage.build(), stage.operations().values());
    }

    /** What of the order is done on the bench; all of it where the valve is no new one. */
    static List<Node> onItsBench(List<Node> order, Work work, Situation found, Situation start, Stage stage) {
        if (start.delivered().isEmpty()) {
            return order;
        }
        Predicate<Node> itsPlace = node -> !node.undoes().isEmpty()
                && putsIntoLine(Objects.requireNonNull(stage.operations().get(node.undoes())), stage.build());
        return order.stream()
                .takeWhile(itsPlace.negate())
                .filter(node -> isForIt(node, work, found, stage))
                .toList();
    }

    /** Nothing has to settle before it is in its line; renewed is what was fitted, not what its line will take. */
    static Procedure procedure(List<Step> steps) {
        return new Procedure(
                steps,
                steps.stream()
                        .flatMap(s -> s.acts().stream())
                        .filter(a -> a.verb() == Verb.FIT_NEW)
                        .map(Act::object)
                        .toList(),
                List.of());
    }

    private static boolean isForIt(Node node, Work work, Situation found, Stage stage) {
        if (!node.undoes().isEmpty()) {
            return Objects.requireNonNull(stage.operations().get(node.undoes())).takes().stream()
                    .flatMap(id -> stage.build().part(id).stream())
                    .noneMatch(p -> p.kind().equals(Part.SERVICE));
        }
        if (node.operation().joins().contains(Operation.OPENED_TO_PRODUCT)) {
            return false;
        }
        boolean laidReady = !found.delivered().isEmpty()
                && node.operation().does().stream().anyMatch(a -> a.verb() == Verb.DELIVERED);
        return (work.kind().reaches().contains(node.id()) && !laidReady)
                || node.phase().compareTo(Phase.STRIP) > 0;
    }

    private static boolean putsIntoLine(Operation opening, Build build) {
        return build.offLine().flatMap(build::joint).stream()
                .anyMatch(line -> Stream.concat(opening.takes().stream(), opening.opens().stream())
                        .anyMatch(id -> line.heldBy().contains(id)
                                || line.id().equals(id)
                                || build.part(id)
                                        .filter(p -> p.behind().contains(line.id()))
                                        .isPresent()));
    }
}

package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Joint;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * How far a job reaches: the operations it contains and the parts it renews, closed over access. Getting at a part
 * pulls in what is in
 * the way; opening a joint spends its single-use seals, which are then renewed too.
 */
final class Scope {

    private final Build build;
    private final Map<String, Operation> operations;
    private final Situation start;
    private final Collection<String> converting;
    private final boolean closesUp;
    private final boolean live;
    private final Set<String> included = new LinkedHashSet<>();
    private final Set<String> renewed = new LinkedHashSet<>();
    private final Map<String, Operation> takenBy = new HashMap<>();

    /**
     * @param operations the configuration's own, by id
     * @param goals      parts to renew
     * @param reaches    operations to get to whatever they renew
     * @param live       the line stays as it is
     * @param converting operations of the old build that make it this one: they are done by then, and bring others
     *     along
     */
    Scope(
            Build build,
            Map<String, Operation> operations,
            Collection<String> goals,
            Collection<String> reaches,
            Collection<String> converting,
            boolean closesUp,
            boolean live,
            Situation start) {
        this.build = build;
        this.operations = operations;
        this.start = start;
        this.converting = converting;
        this.closesUp = closesUp;
        this.live = live;
        operations.values().stream()
                .filter(o -> live || !o.live())
                .sorted(Comparator.comparing(o -> o.live() != live))
                .forEach(o -> o.takes().forEach(part -> takenBy.putIfAbsent(part, o)));
        goals.stream()
                .filter(part -> build.part(part).isPresent() && !start.renewed().contains(part))
                .forEach(renewed::add);
        start.inBin().stream().filter(part -> build.part(part).isPresent()).forEach(renewed::add);
        reaches.stream().filter(operations::containsKey).forEach(included::add);
        operations.values().stream()
                .filter(start::isOpen)
                .filter(o -> o.live() == live || start.open().contains(o.id()))
                .map(Operation::id)
                .forEach(included::add);
        close();
    }

    /** Ids of the operations in the job, in the order of the sheet. */
    Set<String> included() {
        return operations.keySet().stream()
                .filter(included::contains)
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Ids of the parts renewed, in the order of the build. */
    Set<String> renewed() {
        return build.parts().stream()
                .map(Part::id)
                .filter(renewed::contains)
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private void close() {
        int before;
        do {
            before = included.size() + renewed.size();
            renewed.forEach(part -> included.add(taking(part).id()));
            for (String id : List.copyOf(included)) {
                Operation operation = operation(id);
                operation.needs().stream().filter(operations::containsKey).forEach(included::add);
                operation.takes().forEach(part -> spend(part, !start.isOpen(operation)));
            }
            for (Operation operation : operations.values()) {
                if (!included.contains(operation.id()) && comesAlong(operation)) {
                    included.add(operation.id());
                }
            }
            build.joints().stream().filter(joint -> opened(joint, included)).forEach(joint -> joint.seals()
                    .forEach(seal -> spend(seal, !opened(joint, start.open()))));
        } while (included.size() + renewed.size() > before);
    }

    private boolean comesAlong(Operation operation) {
        if (closesUp && operation.phase().compareTo(Phase.CLOSE) < 0) {
            return false;
        }
        if (operation.joins().isEmpty()
                || (operation.live() && !live)
                || operation.unless().stream().anyMatch(included::contains)) {
            return false;
        }
        boolean always = operation.joins().contains(Operation.ALWAYS)
                && !(closesUp && !somethingDisturbed())
                && (!live || operation.live() || operation.phase() == Phase.PREPARE);
        boolean closes = operation.phase().compareTo(Phase.CLOSE) >= 0;
        boolean opened = operation.joins().contains(Operation.OPENED) && somethingDisturbed();
        boolean openedToProduct = operation.joins().contains(Operation.OPENED_TO_PRODUCT)
                && build.joints().stream().anyMatch(j -> j.opens().isPresent() && opened(j, included));
        if (always || opened || openedToProduct) {
            return true;
        }
        for (String id : operation.joins()) {
            if (included.contains(id)
                    || converting.contains(id)
                    || (closes && start.disturbed().contains(id))) {
                return true;
            }
        }
        return false;
    }

    private boolean somethingDisturbed() {
        return Stream.concat(included.stream(), start.disturbed().stream())
                .filter(operations::containsKey)
                .map(this::operation)
                .anyMatch(o -> o.phase().compareTo(Phase.OPEN) >= 0 && o.phase().compareTo(Phase.CLOSE) < 0);
    }

    /** Whether these operations open the joint. */
    private boolean opened(Joint joint, Set<String> by) {
        boolean unfastened = !joint.heldBy().isEmpty();
        for (String holder : joint.heldBy()) {
            Operation taking = takenBy.get(holder);
            unfastened &= taking != null && by.contains(taking.id());
        }
        if (unfastened) {
            return true;
        }
        for (String id : by) {
            Operation operation = operations.get(id);
            if (operation != null && operation.opens().contains(joint.id())) {
                return true;
            }
        }
        return false;
    }

    /**
     * Marks a part to be renewed if it is one that is not used twice.
     *
     * @param again it is opened (again) in this job; otherwise one that is new already stays
     */
    private void spend(String part, boolean again) {
        Optional<Part> found = build.part(part);
        if (found.isPresent()
                && found.get().singleUse()
                && (again || !start.renewed().contains(part))) {
            renewed.add(part);
        }
    }

    private Operation taking(String part) {
        Operation taking = takenBy.get(part);
        if (taking == null) {
            throw new IllegalStateException("no operation takes off “" + part + "”");
        }
        return taking;
    }

    private Operation operation(String id) {
        Operation operation = operations.get(id);
        if (operation == null) {
            throw new IllegalStateException("no operation “" + id + "” in this configuration");
        }
        return operation;
    }
}

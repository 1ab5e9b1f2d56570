package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Joint;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How far a job reaches: the operations it contains and the parts it renews, closed over access. Getting at a part pulls in what is in
 * the way; opening a joint spends its single-use seals, which are then renewed too.
 */
final class Scope {

    private final Build build;
    private final Map<String, Operation> operations;
    private final Situation start;
    private final boolean closesUp;
    private final Set<String> included = new LinkedHashSet<>();
    private final Set<String> renewed = new LinkedHashSet<>();

    /** @param operations the configuration's own, by id */
    Scope(Build build, Map<String, Operation> operations, Work work, Situation start) {
        this.build = build;
        this.operations = operations;
        this.start = start;
        this.closesUp = work.closesUp();
        renewed.addAll(goals(work));
        renewed.addAll(start.inBin());
        work.kind().reaches().stream().filter(operations::containsKey).forEach(included::add);
        operations.keySet().stream().filter(start.open()::contains).forEach(included::add);
        close();
    }

    /** Ids of the operations in the job, in the order of the sheet. */
    Set<String> included() {
        return operations.keySet().stream().filter(included::contains).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Ids of the parts renewed, in the order of the build. */
    Set<String> renewed() {
        return build.parts().stream().map(Part::id).filter(renewed::contains).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private Set<String> goals(Work work) {
        Set<String> goals = new LinkedHashSet<>(work.kind().renews().parts());
        build.parts().stream().filter(p -> work.kind().renews().kinds().contains(p.kind())).map(Part::id).forEach(goals::add);
        work.chosen().ifPresent(goals::add);
        goals.removeAll(start.renewed());
        return goals;
    }

    private void close() {
        int before;
        do {
            before = included.size() + renewed.size();
            renewed.forEach(part -> included.add(taking(part).id()));
            Set.copyOf(included).forEach(id -> operation(id).needs().stream().filter(operations::containsKey).forEach(included::add));
            operations.values().stream().filter(this::comesAlong).map(Operation::id).forEach(included::add);
            build.joints().stream().filter(joint -> opened(joint, included))
                    .forEach(joint -> joint.seals().forEach(seal -> spend(seal, !opened(joint, start.open()))));
            Set.copyOf(included).forEach(id -> operation(id).takes().forEach(part -> spend(part, !start.open().contains(id))));
        } while (included.size() + renewed.size() > before);
    }

    private boolean comesAlong(Operation operation) {
        if (closesUp && operation.phase().compareTo(Phase.PROVE) < 0) {
            return false;
        }
        boolean always = operation.joins().contains(Operation.ALWAYS) && !(closesUp && !somethingOpen());
        return always || operation.joins().stream().anyMatch(included::contains);
    }

    private boolean somethingOpen() {
        return included.stream().map(this::operation).anyMatch(o -> o.phase().compareTo(Phase.OPEN) >= 0 && o.phase().compareTo(Phase.CLOSE) < 0);
    }

    /** Whether these operations open the joint. */
    private boolean opened(Joint joint, Set<String> by) {
        Set<String> taken = new HashSet<>();
        for (String id : by) {
            Operation operation = operations.get(id);
            if (operation != null) {
                taken.addAll(operation.takes());
                if (operation.opens().contains(joint.id())) {
                    return true;
                }
            }
        }
        return !joint.heldBy().isEmpty() && taken.containsAll(joint.heldBy());
    }

    /**
     * Marks a part to be renewed if it is one that is not used twice.
     *
     * @param again it is opened (again) in this job; otherwise one that is new already stays
     */
    private void spend(String part, boolean again) {
        Optional<Part> found = build.part(part);
        if (found.isPresent() && found.get().singleUse() && (again || !start.renewed().contains(part))) {
            renewed.add(part);
        }
    }

    private Operation taking(String part) {
        return operations.values().stream().filter(o -> o.takes().contains(part)).findFirst()
                .orElseThrow(() -> new IllegalStateException("no operation takes off “" + part + "”"));
    }

    private Operation operation(String id) {
        Operation operation = operations.get(id);
        if (operation == null) {
            throw new IllegalStateException("no operation “" + id + "” in this configuration");
        }
        return operation;
    }
}

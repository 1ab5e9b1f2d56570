package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Where a valve stands when a procedure begins: untouched, or left part-way by steps already done.
 *
 * @param configuration what the valve is now; a conversion changes it on the way
 * @param open      opening operations that are in effect and not undone yet
 * @param repeated  operations that need not be done again
 * @param disturbed operations done, undone since or not: they are closed up and proven
 * @param off       parts taken off and not put back yet
 * @param inBin     parts taken out and not replaced yet
 * @param renewed   parts already renewed
 * @param aids      borrowed aids that are on
 * @param motion    where the closure member is and what holds it
 * @param delivered parts that a new valve, not in its line yet, was delivered without; none for a valve in its line
 */
public record Situation(
        ValveConfiguration configuration,
        Set<String> open,
        Set<String> repeated,
        Set<String> disturbed,
        Set<String> off,
        Set<String> inBin,
        Set<String> renewed,
        Set<String> aids,
        Motion motion,
        Set<String> delivered) {

    /** A closed valve in its line, nothing done yet. The position of a valve without a spring is not known. */
    public static Situation untouched(AnatomySheet anatomy, ValveConfiguration configuration) {
        return untouched(anatomy.build().resolve(configuration.facts()), configuration);
    }

    /** @param build of that configuration */
    static Situation untouched(Build build, ValveConfiguration configuration) {
        return new Situation(
                configuration,
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                Set.of(),
                Motion.atStart(build, configuration.drive()),
                Set.of());
    }

    /**
     * A new valve as it is delivered, if the steps of its work say so: what would have taken these parts off a valve in
     * its line is in effect, though nobody did it.
     */
    Situation delivered(Collection<String> parts, Build build, Collection<Operation> operations) {
        if (parts.isEmpty()) {
            return this;
        }
        Set<String> apart = union(delivered, parts);
        Set<String> inEffect = union(
                open,
                operations.stream()
                        .filter(o -> isTakenBy(o, apart, build))
                        .map(Operation::id)
                        .toList());
        Motion now = motion;
        for (String part : parts) {
            now = now.after(Act.of(Act.Verb.DELIVERED, part), build, configuration.drive());
        }
        Set<String> fresh = union(
                renewed,
                build.parts().stream().filter(Part::singleUse).map(Part::id).toList());
        return new Situation(
                configuration,
                inEffect,
                repeated,
                union(disturbed, inEffect),
                union(off, parts),
                inBin,
                fresh,
                aids,
                now,
                apart);
    }

    private static boolean isTakenBy(Operation operation, Set<String> parts, Build build) {
        List<String> takes = operation.takes().stream()
                .filter(id -> build.part(id).isPresent())
                .toList();
        return !takes.isEmpty() && parts.containsAll(takes);
    }

    private static Set<String> union(Set<String> some, Collection<String> more) {
        Set<String> all = new LinkedHashSet<>(some);
        all.addAll(more);
        return all;
    }

    /** Where the valve stands within a job after its confirmed steps: what was confirmed need not be repeated. */
    public static Situation within(AnatomySheet anatomy, ValveConfiguration configuration, List<Step> confirmed) {
        return after(anatomy, configuration, confirmed, true);
    }

    /** Where a stopped job left the valve, for a job begun later: preparing and making safe are done again. */
    public static Situation leftBy(AnatomySheet anatomy, ValveConfiguration configuration, List<Step> confirmed) {
        return after(anatomy, configuration, confirmed, false);
    }

    private static Situation after(
            AnatomySheet anatomy, ValveConfiguration start, List<Step> confirmed, boolean sameJob) {
        ValveConfiguration configuration = start;
        Set<String> open = new LinkedHashSet<>();
        Set<String> repeated = new LinkedHashSet<>();
        Set<String> disturbed = new LinkedHashSet<>();
        Set<String> off = new LinkedHashSet<>();
        Set<String> inBin = new LinkedHashSet<>();
        Set<String> renewed = new LinkedHashSet<>();
        Set<String> aids = new LinkedHashSet<>();
        Set<String> delivered = new LinkedHashSet<>();
        // of the configuration as it is by then: a conversion is the only thing that makes it another one
        Build build = anatomy.build().resolve(start.facts());
        Motion motion = Motion.atStart(build, start.drive());
        for (Step step : confirmed) {
            if (step.undoes().isPresent()) {
                open.remove(step.undoes().get());
            } else {
                open.add(step.operation());
            }
            disturbed.add(step.undoes().orElse(step.operation()));
            if (sameJob) {
                repeated.add(step.operation());
            }
            for (Act act : step.acts()) {
                switch (act.verb()) {
                    case TAKE -> off.add(act.object());
                    case DELIVERED -> {
                        off.add(act.object());
                        delivered.add(act.object());
                    }
                    case PUT_BACK -> off.remove(act.object());
                    case BIN -> {
                        off.add(act.object());
                        inBin.add(act.object());
                    }
                    case FIT_NEW -> {
                        off.remove(act.object());
                        inBin.remove(act.object());
                        renewed.add(act.object());
                    }
                    case AID_ON -> aids.add(act.object());
                    case AID_OFF -> aids.remove(act.object());
                    case CONVERT -> {
                        Build before = build;
                        configuration = configuration.with(change(act));
                        Build now = anatomy.build().resolve(configuration.facts());
                        inBin.removeIf(part -> now.part(part).isEmpty());
                        off.removeAll(before.exchangedFor(now));
                        off.addAll(now.exchangedFor(before));
                        inBin.addAll(now.exchangedFor(before));
                        build = now;
                    }
                    default -> {}
                }
                motion = motion.after(act, build, configuration.drive());
            }
            if (step.acts().stream().anyMatch(a -> a.verb() == Act.Verb.DELIVERED)) {
                Build delivery = build;
                anatomy.operations().stream()
                        .filter(o -> isTakenBy(o, delivered, delivery))
                        .map(Operation::id)
                        .forEach(o -> {
                            open.add(o);
                            disturbed.add(o);
                        });
                build.parts().stream().filter(Part::singleUse).map(Part::id).forEach(renewed::add);
            }
        }
        return new Situation(configuration, open, repeated, disturbed, off, inBin, renewed, aids, motion, delivered);
    }

    /** The change a conversion makes, for instance {sealing: diaphragm}. */
    static Map<String, String> change(Act act) {
        String[] pair = act.object().split("=", 2);
        return Map.of(pair[0], pair[1]);
    }

    /** Whether the operation is in effect and can be undone: done and not undone, or all it takes off is missing. */
    boolean isOpen(Operation operation) {
        return operation.undoneBy().isPresent() && isInEffect(operation);
    }

    private boolean isInEffect(Operation operation) {
        return open.contains(operation.id()) || (!operation.takes().isEmpty() && inBin.containsAll(operation.takes()));
    }

    Optional<String> position() {
        return motion.position();
    }
}

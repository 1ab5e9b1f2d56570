package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Operation;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Where a valve stands when a procedure begins: untouched, or left part-way by steps already done.
 *
 * @param open      opening operations that are in effect and not undone yet
 * @param repeated  operations that need not be done again
 * @param inBin     parts taken out and not replaced yet
 * @param renewed   parts already renewed
 * @param position  of the closure member, where it is known
 * @param held      what holds it there: air, spring, hand or nothing
 */
public record Situation(Set<String> open, Set<String> repeated, Set<String> inBin, Set<String> renewed, Optional<String> position, String held) {

    static final String AIR = "air";
    static final String SPRING = "spring";
    static final String HAND = "hand";
    static final String NOTHING = "nothing";

    /** A closed valve in its line, nothing done yet. The position of a valve without a spring is not known. */
    public static Situation untouched(Drive drive) {
        return new Situation(Set.of(), Set.of(), Set.of(), Set.of(), drive.rest(), restHold(drive));
    }

    /** Where the valve stands within a job after its confirmed steps: what was confirmed need not be repeated. */
    public static Situation within(Drive drive, List<Step> confirmed) {
        return after(drive, confirmed, true);
    }

    /** Where a stopped job left the valve, for a job begun later: preparing and making safe are done again. */
    public static Situation leftBy(Drive drive, List<Step> confirmed) {
        return after(drive, confirmed, false);
    }

    private static Situation after(Drive drive, List<Step> confirmed, boolean sameJob) {
        Set<String> open = new LinkedHashSet<>();
        Set<String> repeated = new LinkedHashSet<>();
        Set<String> inBin = new LinkedHashSet<>();
        Set<String> renewed = new LinkedHashSet<>();
        Motion motion = Motion.atStart(drive);
        for (Step step : confirmed) {
            if (step.undoes().isPresent()) {
                open.remove(step.undoes().get());
            } else {
                open.add(step.operation());
            }
            if (sameJob) {
                repeated.add(step.operation());
            }
            for (Act act : step.acts()) {
                switch (act.verb()) {
                    case BIN -> inBin.add(act.object());
                    case FIT_NEW -> {
                        inBin.remove(act.object());
                        renewed.add(act.object());
                    }
                    default -> motion = motion.after(act, drive);
                }
            }
        }
        return new Situation(open, repeated, inBin, renewed, motion.position(), motion.held());
    }

    static String restHold(Drive drive) {
        return switch (drive) {
            case NC, NO -> SPRING;
            case DA -> NOTHING;
            case MANUAL -> HAND;
        };
    }

    /** The closure member's place and what holds it, followed through acts. */
    record Motion(Optional<String> position, String held) {

        static Motion atStart(Drive drive) {
            return new Motion(drive.rest(), restHold(drive));
        }

        Motion after(Act act, Drive drive) {
            return switch (act.verb()) {
                case AIR_ON -> new Motion(drive.powered().or(() -> Optional.of(act.object())), AIR);
                case AIR_OFF -> new Motion(drive.rest().or(() -> position), restHold(drive));
                case TURN -> new Motion(Optional.of(act.object()), HAND);
                default -> this;
            };
        }

        boolean secure(String wanted) {
            return position.filter(wanted::equals).isPresent() && !held.equals(NOTHING);
        }
    }

    boolean isOpen(Operation operation) {
        return open.contains(operation.id());
    }
}

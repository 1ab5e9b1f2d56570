package dev.wartung.core.line;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What to lock before a joint of a line is opened, worked out from how the line is drawn and how its valves stand
 * without air. It is what follows from the drawing, and no statement that the line is safe.
 *
 * @param locks   in the order they are put on; taken off in the reverse
 * @param unheld  sources that are not parted from the opened joint as they have to be
 * @param sides   what hangs on each end of the opened valves: where it drains, vents and gives way
 * @param still   what has no way to where it had one, as long as the locks are on
 * @param emptied fittings and ends of valves between the locks
 */
public record Isolation(
        List<Lock> locks, List<Unheld> unheld, List<Side> sides, List<StandsStill> still, Set<String> emptied) {

    public Isolation {
        locks = List.copyOf(locks);
        unheld = List.copyOf(unheld);
        sides = List.copyOf(sides);
        still = List.copyOf(still);
        emptied = Set.copyOf(emptied);
    }

    /**
     * The part of the line that whoever locks has to find their way in: what is opened, what empties with it, the
     * locks, what shows whether a second one holds, and the next thing behind each.
     *
     * @param opened ids of what is opened
     */
    public LineDrawing around(LineDrawing line, Set<String> opened) {
        Set<String> shown = new HashSet<>(opened);
        line.fittings().stream()
                .map(Fitting::id)
                .filter(id -> emptied.stream().anyMatch(e -> e.equals(id) || e.startsWith(id + ".")))
                .forEach(shown::add);
        Set<String> locked = locks.stream().map(l -> l.at().id()).collect(Collectors.toSet());
        shown.addAll(locked);
        locks.forEach(l -> l.tells().forEach(t -> shown.add(t.id())));
        Set<String> edges = new HashSet<>(shown);
        for (Pipe pipe : line.pipes()) {
            String from = pipe.from().fitting();
            String to = pipe.to().fitting();
            if (locked.contains(from) || locked.contains(to)) {
                edges.add(from);
                edges.add(to);
            }
        }
        return line.part(edges);
    }

    /** What is locked. */
    public enum Act {
        /** its motor is switched off and locked */
        PUMP_OFF,
        /** its air is shut, let out and locked: its spring keeps it */
        AIR_OFF,
        /** it is shut by hand and locked */
        SHUT
    }

    /**
     * One lock.
     *
     * @param against what would come otherwise, the worst first
     * @param second  whether it is the second one in a row, against steam or cleaning liquid
     * @param tells   of a second one, drains and vents between it and the first: opened, they show what passes it
     */
    public record Lock(Fitting at, Act act, List<Fitting> against, boolean second, List<Fitting> tells) {
        public Lock {
            tells = List.copyOf(tells);
            against = List.copyOf(against);
        }
    }

    /** @param barriers how many part it: 0, or 1 where two are needed */
    public record Unheld(Fitting source, int barriers) {}

    /**
     * One end of a valve that is opened.
     *
     * @param drains that run from it without another thing being opened
     * @param joint  the nearest that can be loosened, so that the pipe follows
     */
    public record Side(LineEnd of, List<Fitting> drains, List<Fitting> vents, Optional<Fitting> joint) {
        public Side {
            drains = List.copyOf(drains);
            vents = List.copyOf(vents);
        }
    }

    /** @param lost where it had a way to */
    public record StandsStill(Fitting place, List<Fitting> lost) {
        public StandsStill {
            lost = List.copyOf(lost);
        }
    }
}

package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Locked;
import dev.wartung.core.progress.Locked.Done;
import dev.wartung.web.job.JobView;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.line.LineView;
import dev.wartung.web.line.LockList;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What is locked, lock by lock, at the step that locks the line, and what comes off at the one that gives it back. */
@Component
public class LocksAtHand {

    private static final String LOCK = "lock.";

    private static final int LONGEST = 300;

    private final LineDrawings lines;
    private final OtherLocks others;

    LocksAtHand(LineDrawings lines, OtherLocks others) {
        this.lines = lines;
        this.others = others;
    }

    /**
     * Locks of a step.
     *
     * @param list what follows from the line's drawing, at the step that locks; empty where nobody has drawn and walked it
     * @param line the part of the line in which they are; empty where there is no list
     * @param each in the order they are put on, or taken off
     */
    public record AtStep(Optional<LockList> list, Optional<LineView> line, List<Each> each) {

        static final AtStep NONE = new AtStep(Optional.empty(), Optional.empty(), List.of());
    }

    /**
     * One lock.
     *
     * @param why    against what
     * @param holds  up to what pressure its spring keeps it shut, as was computed
     * @param holdsUnknown whether that would have to be known, and is not
     * @param shared numbers of other jobs that have theirs on it; empty where none has
     */
    public record Each(Locked lock, String why, Optional<Quantity> holds, boolean holdsUnknown, List<Integer> shared) {

        static Each off(Locked lock, List<Integer> shared) {
            return new Each(lock.takenOff(), "", Optional.empty(), false, shared);
        }

        /** The name of its tick in the form. */
        public String field() {
            return LOCK + lock.at();
        }

        /** The name of the field that says why it is not put on. */
        public String insteadField() {
            return StepFields.INSTEAD + field();
        }

        /** Whether it is one that comes off. */
        public boolean off() {
            return lock.done() == Done.OFF;
        }
    }

    AtStep at(JobView view, Step step) {
        if (does(step, Verb.LOCK)) {
            Optional<LineDrawings.AtValve> drawn = lines.locks(view.job().valve());
            Optional<LockList> list = drawn.map(LineDrawings.AtValve::list);
            Map<String, List<Integer>> shared =
                    others.beside(view.job().valve(), view.job().number());
            return new AtStep(
                    list,
                    drawn.map(LineDrawings.AtValve::around),
                    list.map(LockList::locks).orElse(List.of()).stream()
                            .map(l -> new Each(
                                    new Locked(l.name(), l.act(), Done.ON),
                                    l.why(),
                                    l.holds(),
                                    l.holdsUnknown(),
                                    shared.getOrDefault(l.name(), List.of())))
                            .toList());
        }
        if (does(step, Verb.UNLOCK)) {
            List<Locked> off = new ArrayList<>(view.log().locksOn());
            Collections.reverse(off);
            Map<String, List<Integer>> shared = off.isEmpty()
                    ? Map.of()
                    : others.beside(view.job().valve(), view.job().number());
            return new AtStep(
                    Optional.empty(),
                    Optional.empty(),
                    off.stream()
                            .map(l -> Each.off(l, shared.getOrDefault(l.at(), List.of())))
                            .toList());
        }
        return AtStep.NONE;
    }

    /** The same on a card that is entered as a whole: what it locks is what it takes off. */
    public AtStep onPaper(JobView view, Step step) {
        AtStep now = at(view, step);
        if (!does(step, Verb.UNLOCK) || !now.each().isEmpty()) {
            return now;
        }
        List<Each> on = new ArrayList<>(view.progress().procedure().steps().stream()
                .filter(s -> does(s, Verb.LOCK) && !view.progress().isConfirmed(s.id()))
                .flatMap(s -> at(view, s).each().stream())
                .toList());
        Collections.reverse(on);
        return new AtStep(
                Optional.empty(),
                Optional.empty(),
                on.stream().map(l -> Each.off(l.lock(), l.shared())).toList());
    }

    private static boolean does(Step step, Verb verb) {
        return step.acts().stream().anyMatch(a -> a.verb() == verb);
    }

    /**
     * What was done at each.
     *
     * @param troubles by field: every one is confirmed for itself, or it is said why it was not put on
     */
    static List<Locked> done(AtStep locks, Map<String, String> typed, Map<String, String> troubles) {
        List<Locked> done = new ArrayList<>();
        for (Each each : locks.each()) {
            String why = typed.getOrDefault(each.insteadField(), "").strip();
            if (!typed.getOrDefault(each.field(), "").isEmpty()) {
                done.add(each.lock());
            } else if (each.lock().done() == Done.OFF) {
                troubles.put(each.field(), "Not taken off yet.");
            } else if (why.isEmpty()) {
                troubles.put(each.field(), "Not locked yet.");
                troubles.put(each.insteadField(), "If it is not to be, say why.");
            } else if (why.length() > LONGEST) {
                troubles.put(each.insteadField(), "Keep it under " + LONGEST + " letters.");
            } else {
                done.add(each.lock().notPut(why));
            }
        }
        return done;
    }
}

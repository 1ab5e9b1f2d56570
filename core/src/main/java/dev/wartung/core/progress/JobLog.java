package dev.wartung.core.progress;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.JobEvent.Confirmed;
import dev.wartung.core.progress.JobEvent.TakenBack;
import dev.wartung.core.sealing.OldSeal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * All that happened in a job. Where the job stands is worked out from it and from nothing else.
 *
 * @param configuration what the record said the valve is when the job was planned
 * @param procedure     as the job was planned
 * @param happened      in order
 */
public record JobLog(ValveConfiguration configuration, Procedure procedure, List<Happened> happened) {

    public JobLog {
        happened = List.copyOf(happened);
    }

    /**
     * Where the job stands.
     *
     * @throws IllegalStateException if a step was confirmed that the job never had
     */
    public Standing standing() {
        Fold fold = new Fold(configuration, procedure);
        for (Happened one : inForce()) {
            fold = fold.with(one);
        }
        return fold.standing();
    }

    /** The last confirmation that holds; empty where there is none. */
    public Optional<Happened> lastConfirmed() {
        List<Happened> holds = inForce();
        int last = lastConfirmed(holds);
        return last < 0 ? Optional.empty() : Optional.of(holds.get(last));
    }

    /** What is locked for this job now, in the order it was put on; empty where its line is not drawn. */
    public List<Locked> locksOn() {
        List<Locked> on = new ArrayList<>();
        inForce().stream()
                .flatMap(h -> h.event() instanceof Confirmed c ? c.locks().stream() : Stream.empty())
                .forEach(lock -> {
                    on.removeIf(l -> l.at().equals(lock.at()));
                    if (lock.done() == Locked.Done.ON) {
                        on.add(lock);
                    }
                });
        return on;
    }

    /** Ids of the findings that answers of the last confirmation were: they go with it when it is taken back. */
    public Set<UUID> findingsOfLast() {
        return lastConfirmed().map(h -> Set.copyOf(h.findings())).orElse(Set.of());
    }

    /** As it would be with the last confirmation taken back. */
    public JobLog withoutLast() {
        List<Happened> holds = inForce();
        takeOutLast(holds);
        return new JobLog(configuration, procedure, holds);
    }

    /**
     * What still holds: a confirmation that was taken back is as if it had not been, with what was counted in at it and
     * the findings that its answers were.
     */
    private List<Happened> inForce() {
        List<Happened> holds = new ArrayList<>();
        for (Happened one : happened) {
            if (one.event() instanceof TakenBack) {
                takeOutLast(holds);
            } else {
                holds.add(one);
            }
        }
        return holds;
    }

    /** From its end, for that is where it is: many a step is taken back in one job, each soon after it was confirmed. */
    private static void takeOutLast(List<Happened> holds) {
        int last = lastConfirmed(holds);
        if (last >= 0) {
            Set<UUID> findings = Set.copyOf(holds.remove(last).findings());
            if (!findings.isEmpty()) {
                holds.removeIf(h -> findings.contains(h.id()));
            }
        }
    }

    /** Where in a list the last confirmation is; −1 where there is none. */
    private static int lastConfirmed(List<Happened> holds) {
        int at = holds.size() - 1;
        while (at >= 0 && !(holds.get(at).event() instanceof Confirmed)) {
            at--;
        }
        return at;
    }

    /** What holds, taken in one by one. */
    private static final class Fold implements JobEvent.Cases<Fold> {

        private ValveConfiguration configuration;
        private Procedure procedure;
        private List<String> renews;
        private Optional<String> step = Optional.empty();
        private Optional<String> second = Optional.empty();
        private final Map<String, Step> steps = new HashMap<>();
        private final List<Confirmation> confirmed = new ArrayList<>();
        private final List<CountedIn> countedIn = new ArrayList<>();
        private final List<Greased> greased = new ArrayList<>();
        private final List<Finding> findings = new ArrayList<>();
        private final List<OldSeal> oldSeals = new ArrayList<>();
        private final Map<String, String> checked = new HashMap<>();
        private final Set<String> atHand = new HashSet<>();

        Fold(ValveConfiguration configuration, Procedure procedure) {
            this.configuration = configuration;
            this.procedure = procedure;
            this.renews = procedure.renews();
            goOn(procedure);
        }

        Fold with(Happened one) {
            step = one.step();
            return one.event().in(this);
        }

        Standing standing() {
            return new Standing(
                    configuration,
                    procedure,
                    List.copyOf(renews),
                    Map.copyOf(steps),
                    List.copyOf(confirmed),
                    List.copyOf(countedIn),
                    List.copyOf(greased),
                    second,
                    new Judgement(findings, oldSeals, checked, atHand));
        }

        private void goOn(Procedure next) {
            procedure = next;
            next.steps().forEach(s -> steps.put(s.id(), s));
        }

        private void arrive(CountedIn piece) {
            countedIn.add(piece);
            atHand.add(piece.part());
        }

        @Override
        public Fold confirmed(Confirmed event) {
            Step done = step.map(steps::get)
                    .orElseThrow(
                            () -> new IllegalStateException("the job never had the step " + step.orElse("(none)")));
            confirmed.add(new Confirmation(done, event.answers()));
            countedIn.addAll(event.lots());
            greased.addAll(event.greased());
            second = event.second().or(() -> second);
            return this;
        }

        @Override
        public Fold found(JobEvent.Found event) {
            findings.add(event.finding());
            event.atHand().ifPresent(this::arrive);
            event.procedure().ifPresent(next -> {
                goOn(next);
                renews = Stream.concat(renews.stream(), next.renews().stream())
                        .distinct()
                        .toList();
            });
            return this;
        }

        @Override
        public Fold arrived(JobEvent.Arrived event) {
            arrive(event.piece());
            return this;
        }

        @Override
        public Fold oldSeal(JobEvent.OldSealJudged event) {
            oldSeals.add(event.seal());
            return this;
        }

        @Override
        public Fold checked(JobEvent.Checked event) {
            checked.put(event.check(), event.answer());
            return this;
        }

        @Override
        public Fold corrected(JobEvent.Corrected event) {
            configuration = event.after();
            goOn(event.procedure());
            renews = event.procedure().renews();
            return this;
        }

        /** The parts that the job renews stay what they were: those that are in are in. */
        @Override
        public Fold closingUp(JobEvent.ClosingUp event) {
            goOn(event.procedure());
            return this;
        }

        // the rest says what happened and changes nothing of where the work stands

        @Override
        public Fold reported(JobEvent.Reported event) {
            return this;
        }

        @Override
        public Fold begun(JobEvent.Begun event) {
            return this;
        }

        @Override
        public Fold cancelled(JobEvent.Cancelled event) {
            return this;
        }

        @Override
        public Fold readingFailed(JobEvent.ReadingFailed event) {
            return this;
        }

        @Override
        public Fold takenBack(TakenBack event) {
            throw new IllegalStateException("what was taken back is gone before it is added up");
        }

        @Override
        public Fold noted(JobEvent.Noted event) {
            return this;
        }

        @Override
        public Fold takenOver(JobEvent.TakenOver event) {
            return this;
        }

        @Override
        public Fold stopped(JobEvent.Stopped event) {
            return this;
        }

        @Override
        public Fold closed(JobEvent.Closed event) {
            return this;
        }
    }
}

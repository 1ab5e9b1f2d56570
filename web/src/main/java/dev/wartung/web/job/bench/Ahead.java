package dev.wartung.web.job.bench;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.inspection.Inspection;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.JobLog;
import dev.wartung.core.progress.Locked;
import dev.wartung.core.progress.Progress;
import dev.wartung.core.progress.Standing;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.Outcome;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * A job's boards as they will stand, one after the other, while every step is confirmed as it is meant to be. Made for
 * a device that goes where there is no network: what it shows there was derived and judged here.
 */
@Component
class Ahead {

    private final Jobs jobs;
    private final Boards boards;
    private final LocksAtHand locks;
    private final AheadRules rules;

    Ahead(Jobs jobs, Boards boards, LocksAtHand locks, AheadRules rules) {
        this.jobs = jobs;
        this.boards = boards;
        this.locks = locks;
        this.rules = rules;
    }

    /**
     * A step to come. Public, so that the expressions of its page can be compiled.
     *
     * @param board as it stands when the step is due
     * @param rules what is compared with what is typed there, as JSON
     * @param exposed what can be looked at then, as JSON
     * @param turns of its bolt-up, as it stands after so many turns, each as it was asked for; empty where none is
     */
    public record Coming(Step step, Board board, String rules, String exposed, List<Turned> turns) {}

    /**
     * A bolt-up after so many turns.
     *
     * @param here it
     * @param now  what is read next: the bolt-up, or what comes after its last turn
     */
    public record Turned(SpreadView here, SpreadView now) {}

    /**
     * @param coming  from the step that is due to the last
     * @param closing the board once all of them are done
     * @param behind  boards of the steps that are confirmed, to look back at, by step
     * @param points  what may be found at what can be looked at on the way, and what follows, as JSON
     * @param length  how a length is typed, as JSON
     */
    public record Way(List<Coming> coming, Board closing, Map<String, Board> behind, String points, String length) {

        /** Which way a mark may run. */
        public List<Inspection.Direction> directions() {
            return List.of(Inspection.Direction.values());
        }
    }

    /** Every word of a procedure, told apart by a number; a job has the same one from step to step. */
    private static final LoadingCache<Procedure, Integer> WORDED =
            Caffeine.newBuilder().weakKeys().build(p -> p.toString().hashCode());

    /**
     * The same as long as a job goes the same way, within the same limits, with the same in its way. What was read makes
     * no other way: what is held against it later is told apart by itself.
     */
    static String way(JobView view) {
        return Integer.toHexString(Objects.hash(
                WORDED.get(view.standing().procedure()),
                view.configuration().toString(),
                view.judgement().hindrances().toString()));
    }

    Way of(JobView view) {
        List<Coming> coming = new ArrayList<>();
        AheadLooks looks = new AheadLooks();
        JobView here = view;
        for (Optional<Step> due = view.progress().current();
                due.isPresent();
                due = here.progress().current()) {
            Step step = due.get();
            coming.add(new Coming(step, board(here), rules.of(here, step), looks.exposed(here), turns(step)));
            here = confirmed(here, step);
        }
        Map<String, Board> behind = new HashMap<>();
        view.progress().confirmed().stream()
                .map(c -> c.step().id())
                .forEach(id -> behind.put(id, boards.board(view, Optional.of(id), Map.of(), Outcome.DONE)));
        return new Way(coming, board(here), behind, looks.points(new Wording(rules.units())), rules.length());
    }

    private Board board(JobView view) {
        return boards.board(view, Optional.empty(), Map.of(), Outcome.DONE);
    }

    /** As if a step had been confirmed, every lock put on; what will be read is not known, and is not made up. */
    private JobView confirmed(JobView view, Step step) {
        List<Locked> locked = step.acts().stream().anyMatch(a -> a.verb() == Verb.LOCK || a.verb() == Verb.UNLOCK)
                ? locks.at(view, step).each().stream()
                        .map(LocksAtHand.Each::lock)
                        .toList()
                : List.of();
        JobEvent.Confirmed event =
                new JobEvent.Confirmed(List.of(), List.of(), Optional.empty(), List.of(), Map.of(), locked);
        JobLog log = new JobLog(
                view.log().configuration(),
                view.log().procedure(),
                Stream.concat(
                                view.log().happened().stream(),
                                Stream.of(
                                        new Happened(new UUID(0, step.id().hashCode()), Optional.of(step.id()), event)))
                        .toList());
        Standing standing = log.standing();
        Progress progress = new Progress(
                view.sheets().anatomy().build(),
                standing.configuration(),
                jobs.carried(view.job()),
                standing.procedure(),
                standing.confirmed());
        return new JobView(
                view.job(),
                view.sheets(),
                progress.bench().build(),
                log,
                standing,
                progress,
                view.supplies(),
                view.seq(),
                view.written());
    }

    private List<Turned> turns(Step step) {
        Optional<AtPlaces> run = step.asks().stream()
                .filter(AtPlaces.class::isInstance)
                .map(AtPlaces.class::cast)
                .filter(AheadRules::isRun)
                .findFirst();
        return run.map(asked -> {
                    List<Double> all = asked.spread().intended(asked.band()).stream()
                            .map(q -> q.si())
                            .toList();
                    return IntStream.rangeClosed(0, all.size())
                            .mapToObj(done -> turned(step, asked, all.subList(0, done)))
                            .toList();
                })
                .orElse(List.of());
    }

    private Turned turned(Step step, AtPlaces run, List<Double> done) {
        Map<String, String> typed = Map.of(field(run), SpreadForm.list(done));
        return new Turned(
                SpreadView.of(run, typed, rules.units(), Optional.empty()),
                Boards.spread(step, typed, rules.units(), ask -> Optional.empty())
                        .orElseThrow());
    }

    private static String field(Ask ask) {
        return StepFields.READING + ask.id();
    }
}

package dev.wartung.web.job.settling;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobEntry;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How the bolted joints of a valve settle between jobs: readings at re-checks, the pace, and when to look next. */
@Service
public class SettlingDesk {

    static final String NEXT_LOOK = "Next look at how the joint settles";
    private static final String RETIGHTEN = "Re-tighten check";

    private final Jobs jobs;
    private final JointLooks looks;
    private final Looks due;
    private final CurrentAccount current;
    private final Clock clock;

    SettlingDesk(Jobs jobs, JointLooks looks, Looks due, CurrentAccount current, Clock clock) {
        this.jobs = jobs;
        this.looks = looks;
        this.due = due;
        this.current = current;
        this.clock = clock;
    }

    /**
     * Torque and gap of the joint that was tightened last, as far as either was read; empty where the valve has no
     * bolted joint on record.
     */
    @Transactional(readOnly = true)
    public List<JointSeries> series(Valve valve) {
        return jobs.doneOn(valve).stream()
                .filter(j -> j.state() == JobState.CLOSED)
                .map(jobs::view)
                .map(view -> series(view, valve))
                .filter(s -> !s.isEmpty())
                .findFirst()
                .orElse(List.of());
    }

    private List<JointSeries> series(JobView view, Valve valve) {
        Map<Dimension, JointSeries> found = new LinkedHashMap<>();
        List<JobEntry> entries = view.entries();
        for (Confirmation confirmation : view.progress().confirmed()) {
            Step step = confirmation.step();
            Instant at = entries.stream()
                    .filter(e -> e.event() instanceof JobEvent.Confirmed
                            && e.stepId().equals(Optional.of(step.id())))
                    .map(JobEntry::at)
                    .reduce((a, b) -> b)
                    .orElseThrow();
            for (Answer answer : confirmation.answers()) {
                step.asks().stream()
                        .filter(a ->
                                a.id().equals(answer.ask()) && answer.each().size() > 1)
                        .filter(AtPlaces.class::isInstance)
                        .map(AtPlaces.class::cast)
                        .forEach(ask -> limit(ask)
                                .ifPresent(limit ->
                                        found.put(limit.dimension(), begun(view, valve, ask, answer, limit, at))));
            }
        }
        return List.copyOf(found.values());
    }

    /** The widest gap still compressed enough, or the least torque. */
    private static Optional<Quantity> limit(AtPlaces ask) {
        return switch (ask.spread().how()) {
            case RUN -> ask.band().map(Band::min);
            case MAP -> ask.spread()
                    .compression()
                    .map(c -> new Quantity(c.freeM() * (1 - c.least()), Dimension.LENGTH));
            case ROUND -> Optional.empty();
        };
    }

    private JointSeries begun(JobView view, Valve valve, AtPlaces ask, Answer answer, Quantity limit, Instant at) {
        boolean run = ask.spread().how() == How.RUN;
        // of a bolt-up the last pass counts, not the stages before it
        List<Quantity> last = run
                ? answer.each()
                        .subList(
                                answer.each().size() - ask.spread().pattern().size(),
                                answer.each().size())
                : answer.each();
        Quantity mean =
                new Quantity(last.stream().mapToDouble(Quantity::si).average().orElseThrow(), limit.dimension());
        String by = view.job().holder().map(h -> h.name()).orElse("");
        Stream<JointSeries.Reading> since =
                looks.findByValveIdAndJobNumberOrderByAt(valve.id(), view.job().number()).stream()
                        .filter(l -> l.read().dimension() == limit.dimension())
                        .map(l -> new JointSeries.Reading(
                                JointSeries.hours(at, l.at()), l.read(), l.by().name(), l.at()));
        List<JointSeries.Reading> readings = new ArrayList<>(List.of(new JointSeries.Reading(1, mean, by, at)));
        since.forEach(readings::add);
        Quantity most = run
                ? new Quantity(ask.band().orElseThrow().max().si() * 3, Dimension.TORQUE)
                : new Quantity(ask.spread().compression().orElseThrow().freeM(), Dimension.LENGTH);
        return new JointSeries(
                view.job().number(), run ? "torque" : "mean gap", limit, most, at, List.copyOf(readings));
    }

    /**
     * Keeps a look. Re-tighten checks that were due are done with it, and the next look is put on the list.
     *
     * @param typed what was read, by the name of its dimension; at least one
     */
    @Transactional
    public Map<String, String> look(Valve valve, UUID entryId, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        if (looks.existsById(entryId)) {
            return troubles;
        }
        List<JointSeries> series = series(valve);
        List<JointLook> read = new ArrayList<>();
        for (JointSeries each : series) {
            String field = each.limit().dimension().name();
            String text = typed.getOrDefault(field, "").strip();
            if (text.isEmpty()) {
                continue;
            }
            Entry entry =
                    Entry.read(text, current.get().units().unit(each.limit().dimension()));
            if (entry instanceof Entry.NotUnderstood not) {
                troubles.put(field, not.reason());
            } else if (entry instanceof Entry.Understood understood
                    && !(understood.quantity().si() > 0
                            && understood.quantity().si() <= each.most().si())) {
                troubles.put(
                        field,
                        "Above 0 and not above " + current.get().units().shown(each.most()) + ". Measure again.");
            } else if (entry instanceof Entry.Understood understood) {
                read.add(new JointLook(
                        read.isEmpty() ? entryId : UUID.randomUUID(),
                        valve,
                        each.jobNumber(),
                        understood.quantity(),
                        current.get(),
                        clock.instant()));
            }
        }
        if (read.isEmpty() && troubles.isEmpty()) {
            troubles.put("look", "Type what you read.");
        }
        if (troubles.isEmpty()) {
            looks.saveAllAndFlush(read);
            planNext(valve);
        }
        return troubles;
    }

    /**
     * Keeps a reading of a joint that was taken at an earlier time.
     *
     * @param tightened the job that had tightened it
     */
    @Transactional
    public void enter(UUID id, Job tightened, Quantity read, Account by, Instant at) {
        looks.save(new JointLook(id, tightened.valve(), tightened.number(), read, by, at));
    }

    private void planNext(Valve valve) {
        LocalDate today = LocalDate.now(clock);
        List<Recheck> open = due.openAt(valve);
        open.stream()
                .filter(r -> r.name().equals(NEXT_LOOK)
                        || (r.name().startsWith(RETIGHTEN) && !r.dueOn().isAfter(today)))
                .forEach(r -> r.done(today));
        series(valve).stream()
                .flatMap(s -> s.next().stream()
                        .map(at -> new Recheck(
                                valve,
                                s.jobNumber(),
                                NEXT_LOOK,
                                today,
                                at.atZone(clock.getZone()).toLocalDate(),
                                Optional.empty())))
                .min(Comparator.comparing(Recheck::dueOn))
                .map(r -> r.dueOn().isAfter(today)
                        ? r
                        : Recheck.raised(valve, r.jobNumber(), NEXT_LOOK, today, today.plusDays(1)))
                .ifPresent(due::raise);
    }
}

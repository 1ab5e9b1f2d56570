package dev.wartung.web.job.bench;

import dev.wartung.core.inspection.Finding.Replaced;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Situation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.Locked;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.document.Shot;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.LogBook;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.UsualTimes;
import dev.wartung.web.job.findings.FindingsDesk;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.note.BenchNotes;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.tool.Toolbox;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.time.Clock;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is done at the bench, from taking the job there until it is ready to be closed. */
@Service
public class BenchDesk {

    private final Jobs jobs;
    private final LogBook log;
    private final PlanningDesk planning;
    private final FindingsDesk findings;
    private final Correction correction;
    private final GreaseStore greases;
    private final Stores stores;
    private final Toolbox toolbox;
    private final ToolsAtHand atHand;
    private final LocksAtHand locks;
    private final OtherLocks otherLocks;
    private final BenchNotes notes;
    private final Signatures signatures;
    private final CurrentAccount current;
    private final Clock clock;

    BenchDesk(
            Jobs jobs,
            LogBook log,
            PlanningDesk planning,
            FindingsDesk findings,
            Correction correction,
            GreaseStore greases,
            Stores stores,
            Toolbox toolbox,
            ToolsAtHand atHand,
            LocksAtHand locks,
            OtherLocks otherLocks,
            BenchNotes notes,
            Signatures signatures,
            CurrentAccount current,
            Clock clock) {
        this.jobs = jobs;
        this.log = log;
        this.planning = planning;
        this.findings = findings;
        this.correction = correction;
        this.greases = greases;
        this.stores = stores;
        this.toolbox = toolbox;
        this.atHand = atHand;
        this.locks = locks;
        this.otherLocks = otherLocks;
        this.notes = notes;
        this.signatures = signatures;
        this.current = current;
        this.clock = clock;
    }

    /**
     * Takes the job to the bench. Where the valve was left otherwise than planned for since, it is not begun but must
     * be planned anew.
     */
    @Transactional
    public Outcome start(int number, UUID entryId) {
        return log.once(number, entryId, job -> {
            if (job.state() != JobState.PLANNED) {
                return Outcome.done("This job has been started already.");
            }
            boolean another = jobs.openOn(List.of(job.valve().id())).stream()
                    .anyMatch(other -> other.state() == JobState.RUNNING);
            if (another || job.valve().state() == ValveState.ON_BENCH) {
                return Outcome.refused(
                        "Another job on " + job.valve().tag() + " is on the bench. Finish that one first.");
            }
            List<Integer> lockOf = otherLocks.on(job.valve(), number);
            if (!lockOf.isEmpty()) {
                return Outcome.refused(job.valve().tag() + " is a lock of job "
                        + lockOf.stream().map(String::valueOf).collect(Collectors.joining(", "))
                        + ": it keeps that line shut. It is not touched before that lock is off.");
            }
            if (planning.isOutdated(job)) {
                return Outcome.refused(
                        job.valve().tag() + " is not as it was when this was planned. Plan the job again.");
            }
            if (!planning.isOfNewValve(job)) {
                job.valve().becomes(ValveState.ON_BENCH);
            }
            log.begin(
                    job,
                    new LogBook.Line(entryId, Optional.empty(), new JobEvent.Begun(), current.get(), clock.instant()));
            return Outcome.DONE;
        });
    }

    /**
     * Confirms the current step with what was typed at it; where an answer given at it is a finding, that is kept and
     * judged with it.
     */
    @Transactional
    public Outcome confirm(int number, String stepId, UUID entryId, Map<String, String> typed) {
        return log.during(number, entryId, view -> {
            if (view.progress().isConfirmed(stepId)) {
                return Outcome.done("This step was confirmed already, here or on another screen.");
            }
            Optional<Step> step = view.progress().current().filter(s -> s.id().equals(stepId));
            if (step.isEmpty()) {
                return Outcome.refused("The job has moved on. This is the step that is due now.");
            }
            Optional<Message> blocked = view.judgement()
                    .blocks(step.get(), view.progress().cannotBeLeft().isPresent());
            if (blocked.isPresent()) {
                return Outcome.refused(new Wording(current.get().units()).of(blocked.get()));
            }
            ToolForm tools = atHand.at(step.get(), typed, Map.of());
            StepForm form = new StepForm(
                    step.get(),
                    tools::readWith,
                    view.supplies(),
                    greases.shelf(view.job().valve(), step.get()),
                    typed,
                    current.get().units(),
                    current::second,
                    stores::fitness,
                    stores::substitute);
            Map<String, String> troubles = new LinkedHashMap<>(form.troubles());
            if (step.get().kitCount()) {
                view.supplies()
                        .refusal(view.sheets().type(), view.build(), typed.getOrDefault(StepFields.KIT_NUMBER, ""))
                        .ifPresent(why -> troubles.put(
                                StepFields.KIT_NUMBER, new Wording(current.get().units()).of(why)));
            }
            troubles.putAll(tools.troubles());
            List<Locked> locked = LocksAtHand.done(locks.at(view, step.get()), typed, troubles);
            if (!troubles.isEmpty()) {
                return new Outcome(
                        "", troubles, "", form.open().stream().map(Answer::ask).toList());
            }
            JobEvent.Confirmed body = new JobEvent.Confirmed(
                    form.answers(),
                    form.lots(),
                    form.secondPerson(),
                    form.greased(),
                    tools.chosen().entrySet().stream().collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue()
                            .number())),
                    locked);
            tools.chosen()
                    .forEach((kind, tool) -> toolbox.used(
                            tool.id(), view.job().valve().id(), number, stepId, ToolForm.readings(step.get(), kind)));
            if (!form.open().isEmpty()) {
                log.add(view.job(), entryId, Optional.of(stepId), new JobEvent.ReadingFailed(body));
                return new Outcome(
                        "", Map.of(), "", form.open().stream().map(Answer::ask).toList());
            }
            log.add(view.job(), entryId, Optional.of(stepId), body);
            form.agreed()
                    .ifPresent(second -> signatures.agreed(
                            second, Signatures.JOB, String.valueOf(number), form.agreedTo(step.get())));
            if (step.get().kitCount()) {
                taken(view, body.lots());
            }
            return findings.ofAnswers(number, entryId, step.get(), form.answers())
                    .orElse(Outcome.DONE);
        });
    }

    /** The measuring tools a step is read with. */
    public List<ToolForm.Line> tools(Step step, Map<String, String> typed) {
        return atHand.at(step, typed, Map.of()).lines();
    }

    /**
     * What was laid on at a step at an earlier time: from the tin that would be chosen today, unless another was typed.
     *
     * @param second who agreed to it
     */
    public List<Greased> greased(
            Step step, Valve valve, Map<String, String> typed, Supplier<Optional<Account>> second) {
        return new GreaseForm(step, greases.shelf(valve, step), typed).greased(new HashMap<>(), second, Wording.METRIC);
    }

    /** Books what was counted in out of the stores: the kit once, what is not in it piece by piece. */
    private void taken(JobView view, List<CountedIn> counted) {
        view.supplies().kit().ifPresent(kit -> counted.stream()
                .filter(c -> c.fromKit().equals(kit.id()))
                .findFirst()
                .ifPresent(c -> stores.take(kit.id(), c.lot(), 1, view.job().number(), c.instead())));
        counted.stream()
                .filter(c -> c.fromKit().isEmpty() && !c.article().isEmpty())
                .forEach(c -> stores.take(c.article(), c.lot(), 1, view.job().number(), c.instead()));
    }

    /** Notes a problem at the current step. */
    @Transactional
    public Outcome problem(int number, UUID entryId, String note) {
        return LogBook.withReason(
                note,
                "note",
                () -> log.during(number, entryId, view -> {
                    log.add(
                            view.job(),
                            entryId,
                            view.progress().current().map(Step::id),
                            new JobEvent.Noted(note.strip()));
                    return Outcome.done("Noted. It stays on the record.");
                }));
    }

    /** Leaves a note at the current step, for whoever stands there next. */
    @Transactional
    public Outcome note(int number, UUID entryId, Map<String, String> typed, Shot shot) {
        JobView view = jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
        Optional<Step> step = view.progress().current();
        Optional<BenchNotes.Place> place = BenchNotes.Place.of(typed.getOrDefault("note.place", ""));
        if (step.isEmpty() || place.isEmpty()) {
            return step.isEmpty()
                    ? Outcome.refused("No step is due to leave a note at.")
                    : Outcome.refused(Map.of("note.words", "Choose where it counts."));
        }
        Map<String, String> troubles = notes.leave(
                entryId,
                new BenchNotes.Left(
                        number,
                        view.job().valve(),
                        view.sheets().anatomy().id(),
                        UsualTimes.operation(step.get().id()),
                        step.get().say().toString(),
                        typed.getOrDefault("note.words", ""),
                        place.get(),
                        typed.containsKey("note.caution"),
                        shot));
        return troubles.isEmpty()
                ? Outcome.done("Left. It stands here once a planner keeps it.")
                : Outcome.refused(troubles);
    }

    /** Takes the last confirmation back. */
    @Transactional
    public Outcome takeBack(int number, UUID entryId, String reason) {
        return LogBook.withReason(
                reason,
                "reason",
                () -> log.during(number, entryId, view -> {
                    List<Confirmation> confirmed = view.progress().confirmed();
                    if (confirmed.isEmpty()) {
                        return Outcome.refused("Nothing has been confirmed yet.");
                    }
                    Step last = confirmed.get(confirmed.size() - 1).step();
                    if (view.log().withoutLast().standing().procedure().steps().stream()
                            .noneMatch(s -> s.id().equals(last.id()))) {
                        return Outcome.refused(
                                "The way back was derived from what was done before it; that can no longer be taken back.");
                    }
                    log.add(view.job(), entryId, Optional.of(last.id()), new JobEvent.TakenBack(reason.strip()));
                    if (last.kitCount()) {
                        stores.putBack(view.job().number());
                    }
                    // what an answer at that step had found goes with it; the job no longer waits for its part
                    Set<String> gone = view.log().findingsOfLast().stream()
                            .map(UUID::toString)
                            .collect(Collectors.toSet());
                    if (view.judgement().waiting().stream().anyMatch(f -> gone.contains(f.id()))) {
                        log.waitsFor(
                                view.job(),
                                view.judgement().waiting().stream()
                                        .filter(f -> !gone.contains(f.id()))
                                        .flatMap(f -> f.replaces().stream())
                                        .map(Replaced::name)
                                        .findFirst()
                                        .orElse(""));
                    }
                    return Outcome.done("The last step is taken back. It stays on the record that it was.");
                }));
    }

    /** Takes the bench over from whoever holds it. */
    @Transactional
    public Outcome takeOver(int number, UUID entryId, String reason) {
        return LogBook.withReason(
                reason,
                "reason",
                () -> log.once(number, entryId, job -> {
                    if (job.state() != JobState.RUNNING) {
                        return Outcome.refused("This job is not on the bench.");
                    }
                    log.takeOver(job, entryId, reason.strip());
                    return Outcome.done("You hold the bench now.");
                }));
    }

    /**
     * Corrects the record of what the valve is, and derives the job anew for what is there. Only before anything has
     * been opened.
     *
     * @param found what is there, by option and drive; what is not in it stays as it was
     */
    @Transactional
    public Outcome correct(int number, UUID entryId, Map<String, String> found, String reason) {
        return LogBook.withReason(
                reason,
                "correct.reason",
                () -> log.during(number, entryId, view -> {
                    if (!view.progress().untouched()) {
                        return Outcome.refused(
                                "Work on the valve has begun. Close up or stop, then correct the record with a new job.");
                    }
                    return correction.correct(
                            view,
                            found,
                            reason.strip(),
                            current.get(),
                            clock.instant(),
                            body -> log.add(view.job(), entryId, Optional.empty(), body));
                }));
    }

    /** Derives the way back to a closed valve from where the job stands. */
    @Transactional
    public Outcome closeUp(int number, UUID entryId) {
        return log.during(number, entryId, view -> {
            List<Step> behind = view.progress().behind();
            Situation here = Situation.within(view.sheets().anatomy(), view.configuration(), behind);
            Procedure way = planning.derivation(view.sheets()).derive(Work.closeUp(), here);
            log.add(
                    view.job(),
                    entryId,
                    Optional.empty(),
                    new JobEvent.ClosingUp(view.withUnfitParts(way.renamed("way" + (view.seq() + 1) + "-"))));
            return Outcome.done("This is the way back to a closed valve from here.");
        });
    }
}

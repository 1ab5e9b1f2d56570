package dev.wartung.web.job;

import dev.wartung.core.inspection.Finding.Replaced;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Situation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.Signature;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.tool.Toolbox;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Everything that can happen in a job. Each call locks the job, checks that it may happen now, and adds one entry in
 * one transaction: it
 * is there when the answer is given. An entry's id comes with the request, so that asking twice is the same as asking
 * once.
 */
@Service
public class JobService {

    private final Jobs jobs;
    private final JobEntries entries;
    private final JobFiles files;
    private final Planning planning;
    private final AfterClosing afterClosing;
    private final Correction correction;
    private final GreaseStore greases;
    private final JobEnd end;
    private final JobSeal seal;
    private final Stores stores;
    private final Toolbox toolbox;
    private final CurrentAccount current;
    private final Clock clock;

    JobService(
            Jobs jobs,
            JobEntries entries,
            JobFiles files,
            Planning planning,
            AfterClosing afterClosing,
            Correction correction,
            GreaseStore greases,
            JobEnd end,
            JobSeal seal,
            Stores stores,
            Toolbox toolbox,
            CurrentAccount current,
            Clock clock) {
        this.jobs = jobs;
        this.entries = entries;
        this.files = files;
        this.planning = planning;
        this.afterClosing = afterClosing;
        this.correction = correction;
        this.greases = greases;
        this.end = end;
        this.seal = seal;
        this.stores = stores;
        this.toolbox = toolbox;
        this.current = current;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Optional<JobView> view(int number) {
        return jobs.findByNumber(number).map(files::open);
    }

    /** Jobs of a valve that came to an end, the latest first. */
    Stream<JobView> ended(Valve valve) {
        return jobs.doneOn(valve.id()).stream().map(files::open);
    }

    /** Whether somebody is whoever asks. */
    boolean isMe(Account somebody) {
        return somebody.id().equals(current.get().id());
    }

    /** What an entry says in words; empty if there is none such. */
    @Transactional(readOnly = true)
    public Optional<String> words(UUID entry) {
        return entries.findById(entry).map(e -> EventWords.of(e.event()).toString());
    }

    /**
     * Takes the job to the bench. Where the valve was left otherwise than planned for since, it is not begun but must
     * be planned anew.
     */
    @Transactional
    public Outcome start(int number, UUID entryId) {
        Job job = lock(number);
        if (entries.existsById(entryId)) {
            return Outcome.DONE;
        }
        if (job.state() != JobState.PLANNED) {
            return Outcome.done("This job has been started already.");
        }
        boolean another =
                jobs.openOn(List.of(job.valve().id())).stream().anyMatch(other -> other.state() == JobState.RUNNING);
        if (another || job.valve().state() == ValveState.ON_BENCH) {
            return Outcome.refused("Another job on " + job.valve().tag() + " is on the bench. Finish that one first.");
        }
        if (planning.isOutdated(job)) {
            return Outcome.refused(job.valve().tag() + " is not as it was when this was planned. Plan the job again.");
        }
        job.start(current.get(), clock.instant());
        if (!planning.isOfNewValve(job)) {
            job.valve().becomes(ValveState.ON_BENCH);
        }
        add(job, entryId, Optional.empty(), new JobEvent.Begun());
        return Outcome.DONE;
    }

    /** Takes a job that was only planned off the list. */
    @Transactional
    public Outcome cancel(int number, UUID entryId) {
        Job job = lock(number);
        if (entries.existsById(entryId)) {
            return Outcome.DONE;
        }
        if (job.state() != JobState.PLANNED) {
            return Outcome.refused("This job is " + job.state().words() + "; only a planned one can be cancelled.");
        }
        job.end(JobState.CANCELLED, clock.instant());
        add(job, entryId, Optional.empty(), new JobEvent.Cancelled());
        end.ended(job, current.get(), clock.instant());
        return Outcome.DONE;
    }

    /** Confirms the current step with what was typed at it. */
    @Transactional
    public Outcome confirm(int number, String stepId, UUID entryId, Map<String, String> typed) {
        return during(number, entryId, view -> {
            if (view.progress().isConfirmed(stepId)) {
                return Outcome.done("This step was confirmed already, here or on another screen.");
            }
            Optional<Step> step = view.progress().current().filter(s -> s.id().equals(stepId));
            if (step.isEmpty()) {
                return Outcome.refused("The job has moved on. This is the step that is due now.");
            }
            Optional<String> blocked = view.judgement()
                    .blocks(step.get(), view.progress().cannotBeLeft().isPresent());
            if (blocked.isPresent()) {
                return Outcome.refused(blocked.get());
            }
            StepForm form = new StepForm(
                    step.get(),
                    view.supplies(),
                    greases.shelf(view.job().valve().area()),
                    typed,
                    current.get().units(),
                    current::second,
                    (item, lot) -> stores.fitness(item, lot, 1),
                    stores::substitute);
            Map<String, String> troubles = new LinkedHashMap<>(form.troubles());
            if (step.get().kitCount()) {
                view.supplies()
                        .refusal(view.sheets().type(), view.build(), typed.getOrDefault(StepForm.KIT_NUMBER, ""))
                        .ifPresent(why -> troubles.put(StepForm.KIT_NUMBER, why));
            }
            ToolForm tools = new ToolForm(step.get(), toolbox.all(), typed, Map.of(), LocalDate.now(clock));
            troubles.putAll(tools.troubles());
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
                            .number())));
            tools.chosen()
                    .forEach((kind, tool) -> toolbox.used(
                            tool.id(), view.job().valve().id(), number, stepId, ToolForm.readings(step.get(), kind)));
            if (!form.open().isEmpty()) {
                add(view.job(), entryId, Optional.of(stepId), new JobEvent.ReadingFailed(body));
                return new Outcome(
                        "", Map.of(), "", form.open().stream().map(Answer::ask).toList());
            }
            add(view.job(), entryId, Optional.of(stepId), body);
            if (step.get().kitCount()) {
                taken(view, body.lots());
            }
            return Outcome.DONE;
        });
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
        return withReason(
                note,
                "note",
                () -> during(number, entryId, view -> {
                    add(view.job(), entryId, view.progress().current().map(Step::id), new JobEvent.Noted(note.strip()));
                    return Outcome.done("Noted. It stays on the record.");
                }));
    }

    /** Takes the last confirmation back. */
    @Transactional
    public Outcome takeBack(int number, UUID entryId, String reason) {
        return withReason(
                reason,
                "reason",
                () -> during(number, entryId, view -> {
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
                    add(view.job(), entryId, Optional.of(last.id()), new JobEvent.TakenBack(reason.strip()));
                    if (last.kitCount()) {
                        stores.putBack(view.job().number());
                    }
                    // what an answer at that step had found goes with it; the job no longer waits for its part
                    Set<String> gone = view.log().findingsOfLast().stream()
                            .map(UUID::toString)
                            .collect(Collectors.toSet());
                    if (view.judgement().waiting().stream().anyMatch(f -> gone.contains(f.id()))) {
                        view.job()
                                .waitsFor(view.judgement().waiting().stream()
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
        return withReason(reason, "reason", () -> {
            Job job = lock(number);
            if (entries.existsById(entryId)) {
                return Outcome.DONE;
            }
            if (job.state() != JobState.RUNNING) {
                return Outcome.refused("This job is not on the bench.");
            }
            job.takenOverBy(current.get());
            add(job, entryId, Optional.empty(), new JobEvent.TakenOver(reason.strip()));
            return Outcome.done("You hold the bench now.");
        });
    }

    /**
     * Corrects the record of what the valve is, and derives the job anew for what is there. Only before anything has
     * been opened.
     *
     * @param found what is there, by option and drive; what is not in it stays as it was
     */
    @Transactional
    public Outcome correct(int number, UUID entryId, Map<String, String> found, String reason) {
        return withReason(
                reason,
                "correct.reason",
                () -> during(number, entryId, view -> {
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
                            body -> add(view.job(), entryId, Optional.empty(), body));
                }));
    }

    /** Derives the way back to a closed valve from where the job stands. */
    @Transactional
    public Outcome closeUp(int number, UUID entryId) {
        return during(number, entryId, view -> {
            List<Step> behind = view.progress().behind();
            Situation here = Situation.within(view.sheets().anatomy(), view.configuration(), behind);
            Procedure way = planning.derivation(view.sheets()).derive(Work.closeUp(), here);
            add(
                    view.job(),
                    entryId,
                    Optional.empty(),
                    new JobEvent.ClosingUp(view.withUnfitParts(way.renamed("way" + (view.seq() + 1) + "-"))));
            return Outcome.done("This is the way back to a closed valve from here.");
        });
    }

    /** Ends the job with the valve out of service, as it lies. */
    @Transactional
    public Outcome stop(int number, UUID entryId, String reason) {
        return withReason(
                reason,
                "reason",
                () -> during(number, entryId, view -> {
                    Optional<String> hindrance = view.progress().cannotBeLeft();
                    if (hindrance.isPresent()) {
                        return Outcome.refused(hindrance.get());
                    }
                    add(
                            view.job(),
                            entryId,
                            view.progress().current().map(Step::id),
                            new JobEvent.Stopped(reason.strip()));
                    view.job().end(JobState.STOPPED, clock.instant());
                    view.job().waitsFor("");
                    afterClosing.stopped(view, LocalDate.now(clock));
                    end.ended(view.job(), current.get(), clock.instant());
                    seal.seal(view.job());
                    return Outcome.done("Stopped. "
                            + (view.ofNewValve()
                                    ? "The new valve is left as it lies."
                                    : view.job().valve().tag() + " is out of service."));
                }));
    }

    /** Closes the job, if nothing stands in the way, the count is right and it is signed. */
    @Transactional
    public Outcome close(int number, UUID entryId, ClosingForm form) {
        return during(number, entryId, view -> {
            List<String> hindrances = end.hindrances(view);
            if (!hindrances.isEmpty()) {
                return Outcome.refused(String.join(" ", hindrances));
            }
            ClosingCount count = new ClosingCount(view);
            Map<String, String> troubles = count.troubles(form.bin(), form.bag());
            if (count.leftInBag() > 0 && !form.decided()) {
                troubles.put(ClosingForm.LEFT, "Say what becomes of them.");
            }
            List<Signature> signatures =
                    troubles.isEmpty() ? form.signed(view, current, clock.instant(), troubles) : List.of();
            if (!troubles.isEmpty()) {
                return Outcome.refused(troubles);
            }
            if (form.returned()) {
                count.left()
                        .forEach(c -> stores.giveBack(
                                c.article(), c.lot(), Optional.of(c.fromKit()).filter(k -> !k.isEmpty()), number));
            }
            add(
                    view.job(),
                    entryId,
                    Optional.empty(),
                    new JobEvent.Closed(
                            count.inBin(),
                            count.leftInBag(),
                            form.remark().strip(),
                            form.returned() ? JobEvent.Closed.Left.RETURNED : JobEvent.Closed.Left.SCRAPPED,
                            signatures));
            view.job().end(JobState.CLOSED, clock.instant());
            afterClosing.closed(view, LocalDate.now(clock), current.get(), clock.instant());
            end.ended(view.job(), current.get(), clock.instant());
            seal.seal(view.job());
            return Outcome.DONE;
        });
    }

    interface InJob {
        Outcome happen(JobView view);
    }

    /** Runs something that only whoever holds the bench of a running job may do, once. */
    Outcome during(int number, UUID entryId, InJob what) {
        Job job = lock(number);
        if (entries.existsById(entryId)) {
            return Outcome.DONE;
        }
        if (job.state() != JobState.RUNNING) {
            return Outcome.refused("This job is " + job.state().words() + "; nothing can be added to it.");
        }
        Account me = current.get();
        if (job.holder().filter(h -> h.id().equals(me.id())).isEmpty()) {
            return Outcome.refused("The bench is held by "
                    + job.holder().map(Account::name).orElse("nobody") + ". Take it over to go on here.");
        }
        return what.happen(files.open(job));
    }

    private interface Happening {
        Outcome happen();
    }

    private static Outcome withReason(String reason, String field, Happening what) {
        if (reason.isBlank()) {
            return Outcome.refused(Map.of(field, "Say in a few words why."));
        }
        return reason.length() > 2000 ? Outcome.refused(Map.of(field, "Keep it under 2000 letters.")) : what.happen();
    }

    private Job lock(int number) {
        return jobs.lock(number).orElseThrow(() -> new NoSuchJob(number));
    }

    void add(Job job, UUID id, Optional<String> stepId, JobEvent event) {
        entries.saveAndFlush(new JobEntry(
                job.id(),
                entries.lastSeq(job.id()) + 1,
                new Happened(id, stepId, event),
                current.get(),
                clock.instant()));
    }
}

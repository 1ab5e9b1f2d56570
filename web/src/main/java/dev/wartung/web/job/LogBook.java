package dev.wartung.web.job;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Where everything that happens in jobs is written, for the rooms of this feature and nobody else. A job is locked
 * first, so that things happen in it one after the other; each is one entry, whose id comes with the request, so that
 * asking twice is the same as asking once. Only within the transaction of whoever asks: the entry and what follows
 * from it are there together or not at all.
 */
@Service
@Transactional(propagation = Propagation.MANDATORY)
public class LogBook {

    private static final int LONGEST_REASON = 2000;

    private final JobRepository rows;
    private final JobEntries entries;
    private final JobFiles files;
    private final Readings readings;
    private final CurrentAccount current;
    private final DoneEarlier earlier;
    private final Clock clock;

    LogBook(
            JobRepository rows,
            JobEntries entries,
            JobFiles files,
            Readings readings,
            CurrentAccount current,
            DoneEarlier earlier,
            Clock clock) {
        this.rows = rows;
        this.entries = entries;
        this.files = files;
        this.readings = readings;
        this.current = current;
        this.earlier = earlier;
        this.clock = clock;
    }

    /**
     * A job as it is planned.
     *
     * @param work    id of the kind of work in the anatomy sheet
     * @param chosen  parts chosen for it
     * @param derived what it is derived from, and what was derived
     */
    public record Planned(
            Valve valve,
            String title,
            String work,
            List<String> chosen,
            LocalDate dueOn,
            Account by,
            Instant at,
            Derived derived) {}

    /**
     * What a job keeps of how it was derived, so that later edits of sheets never change what was done.
     *
     * @param carried the steps of a stopped job that left the valve as it stands
     */
    public record Derived(
            String anatomyDigest,
            String typeDigest,
            ValveConfiguration configuration,
            Procedure procedure,
            List<Step> carried) {}

    /** Keeps a job that is planned. */
    public Job plan(Planned planned) {
        Derived derived = planned.derived();
        return rows.save(new Job(
                rows.nextNumber(),
                planned.valve(),
                planned.title(),
                planned.work(),
                planned.chosen(),
                planned.dueOn(),
                planned.by(),
                planned.at(),
                new Job.Basis(
                        derived.anatomyDigest(),
                        derived.typeDigest(),
                        derived.configuration(),
                        ProcedureFormat.write(derived.procedure()),
                        ProcedureFormat.write(derived.carried()))));
    }

    /** What happens in a job, and what comes of it. */
    @FunctionalInterface
    public interface InJob {
        Outcome happen(Job job);
    }

    /** The same, where everything in it so far is needed. */
    @FunctionalInterface
    public interface AtBench {
        Outcome happen(JobView view);
    }

    /**
     * Runs something once that is done to a job as a whole.
     *
     * @throws NoSuchJob if there is none of this number
     */
    public Outcome once(int number, UUID entryId, InJob what) {
        Job job = rows.lock(number).orElseThrow(() -> new NoSuchJob(number));
        return entries.existsById(entryId) ? Outcome.DONE : what.happen(job);
    }

    /**
     * Runs something once that only whoever holds the bench of a running job may do.
     *
     * @throws NoSuchJob if there is none of this number
     */
    public Outcome during(int number, UUID entryId, AtBench what) {
        return once(number, entryId, job -> {
            if (job.state() != JobState.RUNNING) {
                return Outcome.refused("This job is " + job.state().words() + "; nothing can be added to it.");
            }
            Account me = current.get();
            if (job.holder().filter(h -> h.id().equals(me.id())).isEmpty()) {
                return Outcome.refused("The bench is held by "
                        + job.holder().map(Account::name).orElse("nobody") + ". Take it over to go on here.");
            }
            return what.happen(files.open(job));
        });
    }

    /**
     * What is asked for with a reason.
     *
     * @param field the reason's, which takes the trouble where there is none
     */
    public static Outcome withReason(String reason, String field, Supplier<Outcome> what) {
        if (reason.isBlank()) {
            return Outcome.refused(Map.of(field, "Say in a few words why."));
        }
        return reason.length() > LONGEST_REASON
                ? Outcome.refused(Map.of(field, "Keep it under " + LONGEST_REASON + " letters."))
                : what.get();
    }

    /** Adds what happens now, done by whoever asks. */
    public void add(Job job, UUID id, Optional<String> step, JobEvent event) {
        enter(job, List.of(new Line(id, step, event, current.get(), clock.instant())));
    }

    /**
     * An entry as it is written.
     *
     * @param step the step it belongs to; empty where it belongs to the job
     */
    public record Line(UUID id, Optional<String> step, JobEvent event, Account by, Instant at) {}

    /** Adds what happened, at whatever time, in this order. */
    public void enter(Job job, List<Line> lines) {
        int last = entries.last(job.id()).map(JobEntries.Mark::seq).orElse(0);
        List<JobEntry> written = new ArrayList<>();
        for (Line line : lines) {
            written.add(new JobEntry(
                    job.id(),
                    last + written.size() + 1,
                    new Happened(line.id(), line.step(), line.event()),
                    line.by(),
                    line.at(),
                    earlier.when().filter(done -> done.isBefore(line.at()))));
        }
        entries.saveAllAndFlush(written);
    }

    /** The job goes to the bench, held by whoever begins it. */
    public void begin(Job job, Line begun) {
        job.start(begun.by(), begun.at());
        enter(job, List.of(begun));
    }

    /** Whoever asks holds the bench from here on. */
    public void takeOver(Job job, UUID id, String reason) {
        job.takenOverBy(current.get());
        add(job, id, Optional.empty(), new JobEvent.TakenOver(reason));
    }

    /** @param what the part that is not on site; empty when it waits for nothing */
    public void waitsFor(Job job, String what) {
        job.waitsFor(what);
    }

    /** A job that was only planned comes off the list. */
    public void cancel(Job job, UUID id) {
        job.end(JobState.CANCELLED, clock.instant());
        add(job, id, Optional.empty(), new JobEvent.Cancelled());
    }

    /** The job ends with its last entry; what was read in it is kept by valve. */
    public void end(JobView view, JobState how, Line last) {
        enter(view.job(), List.of(last));
        view.job().end(how, last.at());
        view.job().waitsFor("");
        readings.keep(view);
    }
}

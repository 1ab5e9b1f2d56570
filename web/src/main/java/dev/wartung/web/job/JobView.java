package dev.wartung.web.job;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Replacement;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.JobLog;
import dev.wartung.core.progress.Judgement;
import dev.wartung.core.progress.Progress;
import dev.wartung.core.progress.Standing;
import dev.wartung.core.simulation.Place;
import dev.wartung.web.sheet.Sheets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * A job with everything that happened in it, worked out.
 *
 * @param sheets    as they were when the job was derived
 * @param build     of what the valve is now: a conversion changes it on the way
 * @param log       all that happened in it
 * @param standing  where it stands because of that
 * @param progress  the same, carried out on the simulated bench
 * @param seq       raised by one with every entry: two screens show the same job only when they show the same number
 * @param written   reads what happened with who did it and when, which few ask for
 */
public record JobView(
        Job job,
        Sheets.Pair sheets,
        Build build,
        JobLog log,
        Standing standing,
        Progress progress,
        Supplies supplies,
        int seq,
        Supplier<List<JobEntry>> written) {

    /** What happened, with who did it and when; in order. Read anew each time. */
    public List<JobEntry> entries() {
        return written.get();
    }

    /** What the valve was when the job began; a corrected record counts from the beginning. */
    public ValveConfiguration configuration() {
        return standing.configuration();
    }

    /** What was counted in, with lots. */
    public List<CountedIn> countedIn() {
        return standing.countedIn();
    }

    /** Every step this job ever had, by id: also those taken back, or left for a way back. */
    public Map<String, Step> steps() {
        return standing.steps();
    }

    /** What was found, and what follows from it. */
    public Judgement judgement() {
        return standing.judgement();
    }

    /** What was reported before the job was planned; empty where nothing was. */
    public Message reported() {
        return of(JobEvent.Reported.class)
                .findFirst()
                .map(r -> EarlierText.read(r.text()))
                .orElse(Message.NONE);
    }

    /** Everything of a kind that happened, in order, also what was taken back later. */
    public <E extends JobEvent> Stream<E> of(Class<E> kind) {
        return log.happened().stream()
                .map(Happened::event)
                .filter(kind::isInstance)
                .map(kind::cast);
    }

    /**
     * A procedure that takes the place of the one under way, with every part that was found unfit and is still the old
     * one.
     */
    public Procedure withUnfitParts(Procedure next) {
        Procedure whole = next;
        for (Part part : unfit()) {
            whole = replacing(whole, part).orElse(whole);
        }
        return whole;
    }

    /** A procedure of this job with one part more to renew; empty where what is left of it does not get at the part. */
    public Optional<Procedure> replacing(Procedure procedure, Part part) {
        return Replacement.into(
                procedure, progress.confirmedIds(), part, progress.bench().place(part.id()) == Place.CLOTH);
    }

    /** Parts that were found unfit and are still the old ones: on the valve, on the cloth, or waited for. */
    public List<Part> unfit() {
        return judgement().findings().stream()
                .flatMap(f -> f.replaces().stream())
                .map(r -> r.part())
                .distinct()
                .filter(p -> !progress.bench().isNew(p))
                .flatMap(p -> build.part(p).stream())
                .toList();
    }

    /** What the valve's drive does, in its family's words. */
    public String driveWords() {
        return sheets.anatomy().words(job.valve().drive());
    }

    /** Whether it is about a new valve that is not in its line yet: the one on record is not touched. */
    public boolean ofNewValve() {
        return progress.bench().energies().isApart();
    }

    /** How it ended, and what that makes of the valve. */
    public String ending() {
        boolean closed = job.state() == JobState.CLOSED;
        return closed
                ? ofNewValve() ? "closed, ready for its line" : "closed, in service"
                : ofNewValve() ? "stopped, left as it lies" : "stopped, out of service";
    }
}

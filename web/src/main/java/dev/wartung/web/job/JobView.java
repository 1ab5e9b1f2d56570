package dev.wartung.web.job;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Replacement;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.Judgement;
import dev.wartung.core.progress.Progress;
import dev.wartung.core.simulation.Place;
import dev.wartung.web.sheet.Sheets;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A job with everything that happened in it, worked out.
 *
 * @param sheets    as they were when the job was derived
 * @param configuration what the valve was when the job began; a corrected record counts from the beginning
 * @param build     of what the valve is now: a conversion changes it on the way
 * @param entries   in order
 * @param countedIn what was counted in, with lots
 * @param steps     every step this job ever had, by id: also those taken back, or left for a way back
 * @param second    who agreed to a step that takes two people, if there was one
 * @param judgement what was found, and what follows from it
 */
public record JobView(Job job, Sheets.Pair sheets, ValveConfiguration configuration, Build build, Progress progress, Supplies supplies, List<JobEntry> entries, List<CountedIn> countedIn,
                      Map<String, Step> steps, Optional<String> second, Judgement judgement) {

    /** A procedure that takes the place of the one under way, with every part that was found unfit and is still the old one. */
    Procedure withUnfitParts(Procedure next) {
        Procedure whole = next;
        for (Part part : unfit()) {
            whole = replacing(whole, part).orElse(whole);
        }
        return whole;
    }

    /** A procedure of this job with one part more to renew; empty where what is left of it does not get at the part. */
    Optional<Procedure> replacing(Procedure procedure, Part part) {
        return Replacement.into(procedure, progress.confirmedIds(), part, progress.bench().place(part.id()) == Place.CLOTH);
    }

    /** Parts that were found unfit and are still the old ones: on the valve, on the cloth, or waited for. */
    List<Part> unfit() {
        return judgement.findings().stream().flatMap(f -> f.replaces().stream()).map(r -> r.part()).distinct().filter(p -> !progress.bench().isNew(p))
                .flatMap(p -> build.part(p).stream()).toList();
    }

    /** Whether it is about a new valve that is not in its line yet: the one on record is not touched. */
    public boolean ofNewValve() {
        return progress.bench().energies().isApart();
    }

    /** How it ended, and what that makes of the valve. */
    public String ending() {
        boolean closed = job.state() == JobState.CLOSED;
        return closed ? ofNewValve() ? "closed, ready for its line" : "closed, in service" : ofNewValve() ? "stopped, left as it lies" : "stopped, out of service";
    }

    /** Raised by one with every entry: two screens show the same job only when they show the same number. */
    public int seq() {
        return entries.isEmpty() ? 0 : entries.get(entries.size() - 1).seq();
    }
}

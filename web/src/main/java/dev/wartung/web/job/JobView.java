package dev.wartung.web.job;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.Judgement;
import dev.wartung.core.progress.Progress;
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

    /** Raised by one with every entry: two screens show the same job only when they show the same number. */
    public int seq() {
        return entries.isEmpty() ? 0 : entries.get(entries.size() - 1).seq();
    }
}

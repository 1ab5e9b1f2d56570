package dev.wartung.web.job;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.JobLog;
import dev.wartung.core.progress.Progress;
import dev.wartung.core.progress.Standing;
import dev.wartung.web.sheet.Sheets;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Reads a job back from what was stored: its procedure, what it carries, and what happened, and works out where it
 * stands.
 */
@Component
class JobFiles {

    private final JobEntries entries;
    private final Sheets sheets;

    JobFiles(JobEntries entries, Sheets sheets) {
        this.entries = entries;
        this.sheets = sheets;
    }

    JobView open(Job job) {
        Sheets.Pair pair = sheets.asKept(job.anatomyDigest(), job.typeDigest());
        List<JobEntry> all = entries.findByJobIdOrderBySeq(job.id());
        JobLog log = new JobLog(
                job.configuration(),
                ProcedureFormat.procedure(job.procedureJson()),
                all.stream().map(JobEntry::happened).toList());
        Standing standing = log.standing();
        Build build = pair.anatomy().build();
        ValveConfiguration becomes = standing.configuration()
                .with(pair.anatomy().work(job.work()).map(WorkKind::becomes).orElse(Map.of()));
        Supplies supplies = Supplies.of(pair.type(), build.resolve(becomes.facts()), becomes, standing.renews());
        Progress progress =
                new Progress(build, standing.configuration(), carried(job), standing.procedure(), standing.confirmed());
        return new JobView(job, pair, progress.bench().build(), log, standing, progress, supplies, all);
    }

    List<Step> carried(Job job) {
        return ProcedureFormat.carried(job.carriedJson());
    }
}

package dev.wartung.web.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.JobLog;
import dev.wartung.core.progress.Progress;
import dev.wartung.core.progress.Standing;
import dev.wartung.web.sheet.Sheets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Reads a job back from what was stored: its procedure, what it carries, and what happened, and works out where it
 * stands.
 */
@Component
class JobFiles {

    private static final int KEPT = 100;
    private static final Duration UNUSED = Duration.ofMinutes(10);

    private final JobEntries entries;
    private final Sheets sheets;
    private final JobPapers papers;
    /** By job: entries are only ever added, so what was worked out holds as long as the last one is the same. */
    private final Cache<Key, Worked> worked =
            Caffeine.newBuilder().maximumSize(KEPT).expireAfterAccess(UNUSED).build();

    /** A database that is put back to an earlier day gives numbers anew. */
    private record Key(Long job, Instant planned) {

        static Key of(Job job) {
            return new Key(job.id(), job.plannedAt());
        }
    }

    JobFiles(JobEntries entries, Sheets sheets, JobPapers papers) {
        this.entries = entries;
        this.sheets = sheets;
        this.papers = papers;
    }

    /**
     * Where a job stands after an entry, worked out. Shared by the requests that ask, and changed by none of them.
     *
     * @param after the entry; empty before the first
     */
    private record Worked(Optional<UUID> after, JobLog log, Standing standing, Progress progress, Supplies supplies) {}

    JobView open(Job job) {
        return open(job, entries.findByJobIdOrderBySeq(job.id()));
    }

    /** Each of them, in their order, their entries read at once. */
    List<JobView> openAll(List<Job> jobs) {
        Map<Long, List<JobEntry>> byJob = entries
                .findByJobIdInOrderBySeq(jobs.stream().map(Job::id).toList())
                .stream()
                .collect(Collectors.groupingBy(JobEntry::jobId));
        return jobs.stream()
                .map(j -> open(j, byJob.getOrDefault(j.id(), List.of())))
                .toList();
    }

    private JobView open(Job job, List<JobEntry> all) {
        Optional<UUID> last = all.isEmpty()
                ? Optional.empty()
                : Optional.of(all.get(all.size() - 1).getId());
        Sheets.Pair pair = sheets.asKept(job.anatomyDigest(), job.typeDigest());
        Worked known = worked.getIfPresent(Key.of(job));
        if (known == null || !known.after().equals(last)) {
            known = work(job, pair, all, last);
            worked.put(Key.of(job), known);
        }
        return new JobView(
                job,
                pair,
                known.progress().bench().build(),
                known.log(),
                known.standing(),
                known.progress(),
                known.supplies(),
                all);
    }

    private Worked work(Job job, Sheets.Pair pair, List<JobEntry> all, Optional<UUID> last) {
        JobPapers.Papers written = papers.of(job);
        JobLog log = new JobLog(
                job.configuration(),
                ProcedureFormat.procedure(written.procedure()),
                all.stream().map(JobEntry::happened).toList());
        Standing standing = log.standing();
        Build build = pair.anatomy().build();
        ValveConfiguration becomes = standing.configuration()
                .with(pair.anatomy().work(job.work()).map(WorkKind::becomes).orElse(Map.of()));
        Supplies supplies = Supplies.of(pair.type(), build.resolve(becomes.facts()), becomes, standing.renews());
        Progress progress = new Progress(
                build,
                standing.configuration(),
                ProcedureFormat.carried(written.carried()),
                standing.procedure(),
                standing.confirmed());
        return new Worked(last, log, standing, progress, supplies);
    }

    List<Step> carried(Job job) {
        return ProcedureFormat.carried(papers.of(job).carried());
    }
}

package dev.wartung.web.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Procedure;
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
    private record Worked(
            Optional<UUID> after, Basis basis, JobLog log, Standing standing, Progress progress, Supplies supplies) {

        /** Whether these are entries of the very job it was worked out for, with more of them. */
        boolean isBefore(List<JobEntry> all) {
            return after.filter(id -> all.stream().anyMatch(e -> e.getId().equals(id)))
                    .isPresent();
        }
    }

    /** What a job was planned as, which never changes: read once, for it is long. */
    private record Basis(Procedure procedure, List<Step> carried) {}

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
            Basis basis = known != null && known.isBefore(all) ? known.basis() : basis(job);
            known = work(job, basis, pair, all, last);
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

    private Basis basis(Job job) {
        JobPapers.Papers written = papers.of(job);
        return new Basis(ProcedureFormat.procedure(written.procedure()), ProcedureFormat.carried(written.carried()));
    }

    private Worked work(Job job, Basis basis, Sheets.Pair pair, List<JobEntry> all, Optional<UUID> last) {
        JobLog log = new JobLog(
                job.configuration(),
                basis.procedure(),
                all.stream().map(JobEntry::happened).toList());
        Standing standing = log.standing();
        Build build = pair.anatomy().build();
        ValveConfiguration becomes = standing.configuration()
                .with(pair.anatomy().work(job.work()).map(WorkKind::becomes).orElse(Map.of()));
        Supplies supplies = Supplies.of(pair.type(), build.resolve(becomes.facts()), becomes, standing.renews());
        Progress progress = new Progress(
                build, standing.configuration(), basis.carried(), standing.procedure(), standing.confirmed());
        return new Worked(last, basis, log, standing, progress, supplies);
    }

    List<Step> carried(Job job) {
        return ProcedureFormat.carried(papers.of(job).carried());
    }
}

package dev.wartung.web.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobLog;
import dev.wartung.core.progress.Progress;
import dev.wartung.core.progress.Standing;
import dev.wartung.web.job.JobEntries.Mark;
import dev.wartung.web.sheet.Sheets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
            Optional<Mark> after, Basis basis, JobLog log, Standing standing, Progress progress, Supplies supplies) {

        int seq() {
            return after.map(Mark::seq).orElse(0);
        }

        /** Whether its last entry is the first of these: then they go on from it, and are of the very job it was of. */
        boolean isBefore(List<JobEntry> later) {
            return isWithin(later.subList(0, Math.min(1, later.size())));
        }

        /** Whether its last entry is among these: then they are of the very job it was of. */
        boolean isWithin(List<JobEntry> all) {
            return after.filter(mark -> all.stream().anyMatch(e -> e.getId().equals(mark.id())))
                    .isPresent();
        }
    }

    /** What a job was planned as, which never changes: read once, for it is long. */
    private record Basis(Procedure procedure, List<Step> carried) {}

    JobView open(Job job) {
        Worked known = worked.getIfPresent(Key.of(job));
        if (known == null) {
            return open(job, entries.findByJobIdOrderBySeq(job.id()));
        }
        if (known.after().equals(entries.last(job.id()))) {
            return view(job, known);
        }
        List<JobEntry> later = entries.findByJobIdAndSeqGreaterThanEqualOrderBySeq(job.id(), known.seq());
        return known.isBefore(later)
                ? view(job, work(job, known.basis(), known.log().happened(), later.subList(1, later.size())))
                : open(job, entries.findByJobIdOrderBySeq(job.id()));
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

    /** @param all everything that happened in it */
    private JobView open(Job job, List<JobEntry> all) {
        Worked known = worked.getIfPresent(Key.of(job));
        if (known != null && known.after().equals(last(all))) {
            return view(job, known);
        }
        Basis basis = known != null && known.isWithin(all) ? known.basis() : basis(job);
        return view(job, work(job, basis, List.of(), all));
    }

    private JobView view(Job job, Worked known) {
        return new JobView(
                job,
                sheets.asKept(job.anatomyDigest(), job.typeDigest()),
                known.progress().bench().build(),
                known.log(),
                known.standing(),
                known.progress(),
                known.supplies(),
                known.seq(),
                () -> entries.findByJobIdOrderBySeq(job.id()).stream()
                        .filter(e -> e.seq() <= known.seq())
                        .toList());
    }

    private static Optional<Mark> last(List<JobEntry> some) {
        return some.isEmpty()
                ? Optional.empty()
                : Optional.of(some.get(some.size() - 1)).map(e -> new Mark(e.getId(), e.seq()));
    }

    private Basis basis(Job job) {
        JobPapers.Papers written = papers.of(job);
        return new Basis(ProcedureFormat.procedure(written.procedure()), ProcedureFormat.carried(written.carried()));
    }

    /** Works out where a job stands, and keeps it. */
    private Worked work(Job job, Basis basis, List<Happened> before, List<JobEntry> later) {
        Sheets.Pair pair = sheets.asKept(job.anatomyDigest(), job.typeDigest());
        JobLog log = new JobLog(
                job.configuration(),
                basis.procedure(),
                Stream.concat(before.stream(), later.stream().map(JobEntry::happened))
                        .toList());
        Standing standing = log.standing();
        Build build = pair.anatomy().build();
        ValveConfiguration becomes = standing.configuration()
                .with(pair.anatomy().work(job.work()).map(WorkKind::becomes).orElse(Map.of()));
        Supplies supplies = Supplies.of(pair.type(), build.resolve(becomes.facts()), becomes, standing.renews());
        Progress progress = new Progress(
                build, standing.configuration(), basis.carried(), standing.procedure(), standing.confirmed());
        Worked result = new Worked(last(later), basis, log, standing, progress, supplies);
        worked.put(Key.of(job), result);
        return result;
    }

    List<Step> carried(Job job) {
        return ProcedureFormat.carried(papers.of(job).carried());
    }
}

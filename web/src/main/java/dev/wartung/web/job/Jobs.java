package dev.wartung.web.job;

import dev.wartung.core.procedure.Step;
import dev.wartung.web.valve.Valve;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** All jobs, to read. What happens in them is written by the {@link LogBook}. */
@Service
@Transactional(readOnly = true)
public class Jobs {

    private final JobRepository rows;
    private final JobEntries entries;
    private final JobFiles files;

    Jobs(JobRepository rows, JobEntries entries, JobFiles files) {
        this.rows = rows;
        this.entries = entries;
        this.files = files;
    }

    /** A job with everything that happened in it, worked out; empty if there is none of this number. */
    public Optional<JobView> view(int number) {
        return rows.findByNumber(number).map(files::open);
    }

    /** The same, where the job is at hand. */
    public JobView view(Job job) {
        return files.open(job);
    }

    public boolean exists(int number) {
        return rows.findByNumber(number).isPresent();
    }

    /** Jobs of a valve that came to an end with work done, the latest first; each is opened only when it is asked for. */
    public Stream<JobView> ended(Valve valve) {
        return rows.doneOn(valve.id()).stream().map(files::open);
    }

    /** The same, as they are kept. */
    public List<Job> doneOn(Valve valve) {
        return rows.doneOn(valve.id());
    }

    /** What was and will be done on a valve, the latest first. */
    public List<JobLine> ofValve(Valve valve) {
        return rows.ofValve(valve.id());
    }

    /** Jobs as far as this, by day. */
    public List<JobLine> lines(JobState state) {
        return rows.lines(state);
    }

    /** Planned or under way, with a day from here to there. */
    public List<JobLine> openLines(LocalDate from, LocalDate to) {
        return rows.openLines(from, to);
    }

    /** The same, as they are kept. */
    public List<Job> openBetween(LocalDate from, LocalDate to) {
        return rows.openBetween(from, to);
    }

    /** Planned or under way on any of these valves. */
    public List<Job> openOn(Collection<Long> valveIds) {
        return rows.openOn(valveIds);
    }

    /** Those that nobody has begun, by day. */
    public List<Job> planned() {
        return rows.findByStateOrderByDueOnAscNumberAsc(JobState.PLANNED);
    }

    /** Each of them opened, in their order. */
    public List<JobView> views(List<Job> jobs) {
        return files.openAll(jobs);
    }

    /** The steps of a stopped job that had left the valve as it stood when this one was planned. */
    public List<Step> carried(Job job) {
        return files.carried(job);
    }

    /** What an entry says in words; empty if there is none such. */
    public Optional<String> words(UUID entry) {
        return entries.findById(entry).map(e -> EventWords.of(e.event()).toString());
    }
}

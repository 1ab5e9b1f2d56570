package dev.wartung.web.job;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.progress.Answer;
import dev.wartung.web.valve.Valve;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What was read in ended jobs, kept by valve as the jobs end: a long history is not worked out again to see how
 * readings change.
 */
@Service
public class Readings {

    private final JobRepository jobs;
    private final JobFiles files;
    private final JdbcTemplate jdbc;

    Readings(JobRepository jobs, JobFiles files, JdbcTemplate jdbc) {
        this.jobs = jobs;
        this.files = files;
        this.jdbc = jdbc;
    }

    /**
     * A reading as it was taken.
     *
     * @param job   number of the job it was taken in
     * @param at    when that ended
     * @param ask   the reading's id in the anatomy sheet
     * @param asked what was asked
     */
    public record Reading(int job, Instant at, String ask, String asked, Quantity value) {}

    /**
     * All readings of a valve, the oldest first. Those of jobs that ended before readings were kept are worked out now,
     * once.
     */
    @Transactional
    public List<Reading> of(Valve valve) {
        jobs.unread(valve.id()).forEach(job -> keep(files.open(job)));
        return jdbc.query(
                "select j.number, r.at, r.ask, r.asked, r.si, r.dimension from reading r join job j on j.id = r.job_id where r.valve_id = ? order by r.at, j.number, r.seq",
                (row, i) -> new Reading(
                        row.getInt(1),
                        row.getTimestamp(2).toInstant(),
                        row.getString(3),
                        row.getString(4),
                        new Quantity(row.getDouble(5), Dimension.valueOf(row.getString(6)))),
                valve.id());
    }

    /** Keeps what was read in a job that has ended. */
    void keep(JobView view) {
        if (jdbc.update(
                        "insert into read_job (job_id) values (?) on conflict do nothing",
                        view.job().id())
                == 0) {
            return;
        }
        Timestamp at = Timestamp.from(view.job()
                .endedAt()
                .orElseThrow(() -> new IllegalStateException("job " + view.job().number() + " has not ended")));
        List<Answer> measured = view.progress().confirmed().stream()
                .flatMap(c -> c.answers().stream())
                .filter(a -> a.measured().isPresent())
                .toList();
        List<Object[]> rows = new ArrayList<>();
        for (Answer answer : measured) {
            Quantity value = answer.measured().orElseThrow();
            rows.add(new Object[] {
                view.job().id(),
                rows.size() + 1,
                view.job().valve().id(),
                answer.ask(),
                answer.asked(),
                value.dimension().name(),
                value.si(),
                at
            });
        }
        jdbc.batchUpdate(
                "insert into reading (job_id, seq, valve_id, ask, asked, dimension, si, at) values (?, ?, ?, ?, ?, ?, ?, ?)",
                rows);
    }
}

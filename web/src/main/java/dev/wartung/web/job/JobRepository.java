package dev.wartung.web.job;

import jakarta.persistence.LockModeType;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** The rows of jobs. */
interface JobRepository extends JpaRepository<Job, Long> {

    /** With its valve, who planned it and who holds it, in one query. */
    @Query(
            "select j from Job j join fetch j.valve join fetch j.plannedBy p left join fetch p.roles left join fetch j.holder h left join fetch h.roles where j.number = :number")
    Optional<Job> findByNumber(int number);

    /** The job, with its row locked until the transaction ends: what happens in one job happens one after the other. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select j from Job j where j.number = :number")
    Optional<Job> lock(int number);

    @Query(value = "select nextval('job_number')", nativeQuery = true)
    int nextNumber();

    /** The beginning of a query for lines of a list. */
    String LINES =
            "select new dev.wartung.web.job.JobLine(j.number, j.title, j.state, j.dueOn, j.endedAt, j.waitsFor, v.tag, v.service, h.id, h.name) from Job j join j.valve v left join j.holder h ";

    /** What was and will be done on a valve, the latest first. */
    @Query(LINES + "where v.id = :valveId order by j.number desc")
    List<JobLine> ofValve(Long valveId);

    @Query(LINES + "where j.state = :state order by j.dueOn, j.number")
    List<JobLine> lines(JobState state);

    /** Planned or under way, with a day from here to there. */
    @Query(
            LINES
                    + "where j.state in (dev.wartung.web.job.JobState.PLANNED, dev.wartung.web.job.JobState.RUNNING) and j.dueOn between :from and :to order by j.dueOn, j.number")
    List<JobLine> openLines(LocalDate from, LocalDate to);

    /** Planned or under way on any of these valves. */
    @Query(
            "select j from Job j where j.valve.id in :valveIds and j.state in (dev.wartung.web.job.JobState.PLANNED, dev.wartung.web.job.JobState.RUNNING)")
    List<Job> openOn(Collection<Long> valveIds);

    /** Jobs of a valve that came to an end with work done, the latest first. */
    @Query(
            """
            select j from Job j where j.valve.id = :valveId
              and j.state in (dev.wartung.web.job.JobState.CLOSED, dev.wartung.web.job.JobState.STOPPED) order by j.endedAt desc, j.number desc""")
    List<Job> doneOn(Long valveId, Limit most);

    default List<Job> doneOn(Long valveId) {
        return doneOn(valveId, Limit.unlimited());
    }

    /** Jobs of a valve that came to an end with work done before readings were kept apart. */
    @Query(
            value =
                    "select * from job where valve_id = :valveId and state in ('CLOSED', 'STOPPED') and not exists (select 1 from read_job r where r.job_id = job.id) order by number",
            nativeQuery = true)
    List<Job> unread(Long valveId);

    @Query(
            "select j from Job j where j.state in (dev.wartung.web.job.JobState.PLANNED, dev.wartung.web.job.JobState.RUNNING) and j.dueOn between :from and :to order by j.dueOn, j.number")
    List<Job> openBetween(LocalDate from, LocalDate to);

    List<Job> findByStateOrderByDueOnAscNumberAsc(JobState state);
}

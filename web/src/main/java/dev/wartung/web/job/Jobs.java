package dev.wartung.web.job;

import dev.wartung.web.account.Account;
import jakarta.persistence.LockModeType;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** All jobs. */
public interface Jobs extends JpaRepository<Job, Long> {

    Optional<Job> findByNumber(int number);

    /** The job, with its row locked until the transaction ends: what happens in one job happens one after the other. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select j from Job j where j.number = :number")
    Optional<Job> lock(int number);

    @Query(value = "select nextval('job_number')", nativeQuery = true)
    int nextNumber();

    @Query("select j from Job j where j.valve.id = :valveId order by j.number desc")
    List<Job> ofValve(Long valveId);

    /** Planned or under way on any of these valves. */
    @Query("select j from Job j where j.valve.id in :valveIds and j.state in (dev.wartung.web.job.JobState.PLANNED, dev.wartung.web.job.JobState.RUNNING)")
    List<Job> openOn(Collection<Long> valveIds);

    /** Jobs of a valve that came to an end with work done, the latest first. */
    @Query("""
            select j from Job j where j.valve.id = :valveId
              and j.state in (dev.wartung.web.job.JobState.CLOSED, dev.wartung.web.job.JobState.STOPPED) order by j.endedAt desc, j.number desc""")
    List<Job> doneOn(Long valveId);

    @Query("select j from Job j where j.state in (dev.wartung.web.job.JobState.PLANNED, dev.wartung.web.job.JobState.RUNNING) and j.dueOn between :from and :to order by j.dueOn, j.number")
    List<Job> openBetween(LocalDate from, LocalDate to);

    List<Job> findByStateOrderByDueOnAscNumberAsc(JobState state);

    List<Job> findByHolderAndState(Account holder, JobState state);
}

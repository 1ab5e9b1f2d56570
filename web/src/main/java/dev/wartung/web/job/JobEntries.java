package dev.wartung.web.job;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Everything that happened in jobs. */
interface JobEntries extends JpaRepository<JobEntry, UUID> {

    List<JobEntry> findByJobIdOrderBySeq(Long jobId);

    List<JobEntry> findByJobIdAndSeqGreaterThanEqualOrderBySeq(Long jobId, int seq);

    List<JobEntry> findByJobIdInOrderBySeq(Collection<Long> jobIds);

    /** Which one an entry is. */
    record Mark(UUID id, int seq) {}

    @Query(
            "select new dev.wartung.web.job.JobEntries$Mark(e.id, e.seq) from JobEntry e where e.jobId = :jobId order by e.seq desc limit 1")
    Optional<Mark> last(Long jobId);
}

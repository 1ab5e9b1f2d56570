package dev.wartung.web.job;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Everything that happened in jobs. */
interface JobEntries extends JpaRepository<JobEntry, UUID> {

    List<JobEntry> findByJobIdOrderBySeq(Long jobId);

    List<JobEntry> findByJobIdInOrderBySeq(Collection<Long> jobIds);

    @Query("select coalesce(max(e.seq), 0) from JobEntry e where e.jobId = :jobId")
    int lastSeq(Long jobId);
}

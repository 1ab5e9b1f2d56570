package dev.wartung.web.valve;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Changes of what valves are on record. */
public interface RecordChanges extends JpaRepository<RecordChange, Long> {

    List<RecordChange> findBySeenAtIsNullOrderByAt();

    List<RecordChange> findByValveIdOrderByAtDesc(Long valveId);
}

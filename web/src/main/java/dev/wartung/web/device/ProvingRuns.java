package dev.wartung.web.device;

import dev.wartung.core.anatomy.Drive;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Proving runs. */
public interface ProvingRuns extends JpaRepository<ProvingRun, Long> {

    List<ProvingRun> findByValveIdOrderByStartedAtDesc(Long valveId);

    List<ProvingRun> findByJobNumberOrderByStartedAt(int jobNumber);

    List<ProvingRun> findByEndedAtIsNull();

    /** Runs at a bench that were good, on a valve in the same fail position, before one run: the latest first. */
    @Query("""
            select r from ProvingRun r where r.valve.id = :valveId and r.drive = :drive and r.stands = dev.wartung.core.proving.Proof.Stands.GOOD and r.id < :before
            order by r.startedAt desc""")
    List<ProvingRun> good(Long valveId, Drive drive, Long before);
}

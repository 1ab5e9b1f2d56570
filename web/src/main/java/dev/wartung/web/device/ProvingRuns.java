package dev.wartung.web.device;

import dev.wartung.core.anatomy.Drive;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** Proving runs. */
public interface ProvingRuns extends JpaRepository<ProvingRun, Long> {

    List<ProvingRun> findByValveIdOrderByStartedAtDesc(Long valveId);

    List<ProvingRun> findByJobNumberOrderByStartedAt(int jobNumber);

    List<ProvingRun> findByMeasuresTrueAndValveTypeIdOrderByStartedAtDesc(String typeId);

    List<ProvingRun> findByEndedAtIsNull();

    /** Asks whichever instance drives a run to end it. Beside the entity: its driver writes that one all the time. */
    @Modifying
    @Query(value = "update proving_run set stop_asked = true where id = :id", nativeQuery = true)
    void askToStop(long id);

    @Query(value = "select stop_asked from proving_run where id = :id", nativeQuery = true)
    boolean isStopAsked(long id);

    /** Runs at a bench that were good, on a valve in the same fail position, before one run: the latest first. */
    @Query(
            """
            select r from ProvingRun r where r.valve.id = :valveId and r.drive = :drive and r.stands = dev.wartung.core.proving.Proof.Stands.GOOD and r.id < :before
            order by r.startedAt desc""")
    List<ProvingRun> good(Long valveId, Drive drive, Long before);

    Optional<ProvingRun> findFirstByBenchNameOrderByStartedAtDesc(String benchName);
}

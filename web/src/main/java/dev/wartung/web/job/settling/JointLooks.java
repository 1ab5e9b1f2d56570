package dev.wartung.web.job.settling;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

/** Readings of joints between jobs. */
interface JointLooks extends JpaRepository<JointLook, UUID> {

    List<JointLook> findByValveIdAndJobNumberOrderByAt(Long valveId, int jobNumber);
}

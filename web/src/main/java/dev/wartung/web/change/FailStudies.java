package dev.wartung.web.change;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Studies that were kept. */
interface FailStudies extends JpaRepository<FailStudy, Long> {

    List<FailStudy> findByValveIdOrderByAtDesc(Long valveId);
}

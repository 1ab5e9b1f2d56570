package dev.wartung.web.valve;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** What is and was fitted where. */
public interface FittedParts extends JpaRepository<FittedPart, Long> {

    List<FittedPart> findByValveIdAndRemovedOnIsNull(Long valveId);
}

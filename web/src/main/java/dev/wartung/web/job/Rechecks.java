package dev.wartung.web.job;

import java.time.LocalDate;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Looks that are due or will be. */
public interface Rechecks extends JpaRepository<Recheck, Long> {

    List<Recheck> findByDoneOnIsNullAndDueOnLessThanEqualOrderByDueOn(LocalDate day);

    List<Recheck> findByValveIdAndDoneOnIsNullOrderByDueOn(Long valveId);
}

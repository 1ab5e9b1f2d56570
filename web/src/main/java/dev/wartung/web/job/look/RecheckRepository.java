package dev.wartung.web.job.look;

import java.time.LocalDate;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Looks that are due or will be. */
interface RecheckRepository extends JpaRepository<Recheck, Long> {

    List<Recheck> findByDoneOnIsNullAndDueOnLessThanEqualOrderByDueOn(LocalDate day);

    /** Open ones on a line's valves that an event makes due. */
    @Query(
            "select r from Recheck r where r.doneOn is null and r.afterEvent is not null and r.valve.area = :area and r.valve.line = :line")
    List<Recheck> waitingOn(String area, String line);

    @Query("select r from Recheck r where r.doneOn is null and r.dueOn between :from and :to order by r.dueOn")
    List<Recheck> openBetween(LocalDate from, LocalDate to);

    List<Recheck> findByValveIdAndDoneOnIsNullOrderByDueOn(Long valveId);
}

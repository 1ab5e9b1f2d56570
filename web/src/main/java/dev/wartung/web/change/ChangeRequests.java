package dev.wartung.web.change;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Changes of fail positions. */
public interface ChangeRequests extends JpaRepository<ChangeRequest, Integer> {

    @Query("select coalesce(max(c.number), 0) + 1 from ChangeRequest c")
    int nextNumber();

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select c from ChangeRequest c where c.number = :number")
    Optional<ChangeRequest> lock(int number);

    List<ChangeRequest> findByValveIdOrderByNumberDesc(Long valveId);

    /** Those on which something is still to be done; a list of states would be worked out anew each time. */
    @Query("select c from ChangeRequest c where c.state in (ASKED, STATED, APPROVED, IN_WORK) order by c.number")
    List<ChangeRequest> open();

    @Query("select c from ChangeRequest c where c.state in (PROVEN, REFUSED, WITHDRAWN) order by c.number")
    List<ChangeRequest> ended();

    Optional<ChangeRequest> findByJobNumber(int jobNumber);
}

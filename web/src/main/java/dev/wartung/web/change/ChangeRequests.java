package dev.wartung.web.change;

import jakarta.persistence.LockModeType;
import java.util.Collection;
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

    List<ChangeRequest> findByStateInOrderByNumber(Collection<ChangeState> states);

    Optional<ChangeRequest> findByJobNumber(int jobNumber);
}

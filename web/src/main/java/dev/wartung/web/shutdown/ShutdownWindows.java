package dev.wartung.web.shutdown;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** All shutdowns. */
interface ShutdownWindows extends JpaRepository<ShutdownWindow, Long> {

    List<ShutdownWindow> findAllByOrderByBeginsDesc();

    List<ShutdownWindow> findByRunningTrue();

    /** With its row locked: planning writes into it while people pin. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from ShutdownWindow s where s.id = :id")
    Optional<ShutdownWindow> lock(long id);
}

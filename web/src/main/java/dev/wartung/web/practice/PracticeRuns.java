package dev.wartung.web.practice;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** All attempts. */
interface PracticeRuns extends JpaRepository<PracticeRun, Long> {

    List<PracticeRun> findTop30ByAccountIdOrderByBegunAtDesc(Long accountId);

    /** With its row locked: moves are made one after the other. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from PracticeRun r where r.id = :id")
    Optional<PracticeRun> lock(long id);

    /** Of one person, by type: its id and the best score. */
    @Query(
            "select r.typeId, max(r.score) from PracticeRun r where r.account.id = :account and r.score is not null group by r.typeId")
    List<Object[]> best(long account);

    /** Of each person: name, attempts ended, the best and the average score. */
    @Query(
            "select r.account.name, count(r), max(r.score), avg(r.score) from PracticeRun r where r.score is not null group by r.account.name order by r.account.name")
    List<Object[]> results();
}

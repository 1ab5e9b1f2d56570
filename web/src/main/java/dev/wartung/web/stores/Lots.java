package dev.wartung.web.stores;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** All lots. */
public interface Lots extends JpaRepository<Lot, Long> {

    @Query("select l from Lot l where l.item = :item and lower(l.lot) = lower(:lot)")
    Optional<Lot> of(String item, String lot);

    /** A lot with its row locked: its pieces are about to change. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select l from Lot l where l.id = :id")
    Optional<Lot> lock(Long id);

    @Query("select l from Lot l where l.item = :item order by l.receivedOn")
    List<Lot> ofItem(String item);

    /** Everything that is there. */
    @Query("select l from Lot l where l.pieces > 0")
    List<Lot> inStock();

    @Query(
            "select l from Lot l where (:words = '' or lower(l.item) like lower(concat(:words, '%')) or lower(l.lot) like lower(concat('%', :words, '%')) or lower(l.name) like lower(concat('%', :words, '%')))"
                    + " order by case when l.pieces > 0 then 0 else 1 end, l.item, l.receivedOn")
    List<Lot> find(String words, Pageable page);
}

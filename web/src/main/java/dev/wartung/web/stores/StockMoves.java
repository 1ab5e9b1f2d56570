package dev.wartung.web.stores;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** All moves of stock. */
interface StockMoves extends JpaRepository<StockMove, Long> {

    List<StockMove> findByLotIdOrderByAtDescIdDesc(Long lotId);

    @Query(
            "select m from StockMove m join fetch m.lot where m.jobNumber = :jobNumber and m.kind = dev.wartung.web.stores.StockMove.Kind.TAKEN order by m.id")
    List<StockMove> takenFor(int jobNumber);
}

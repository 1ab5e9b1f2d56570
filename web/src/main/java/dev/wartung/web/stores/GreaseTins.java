package dev.wartung.web.stores;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Tins on record. */
interface GreaseTins extends JpaRepository<GreaseTin, Long> {

    List<GreaseTin> findByUsedUpOnIsNullOrderByNameAscLotAsc();
}

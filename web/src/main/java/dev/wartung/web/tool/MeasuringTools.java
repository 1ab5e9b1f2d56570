package dev.wartung.web.tool;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** All measuring tools. */
interface MeasuringTools extends JpaRepository<MeasuringTool, Long> {

    List<MeasuringTool> findByRetiredOnIsNullOrderByKindAscNumberAsc();

    @Query("select t from MeasuringTool t where lower(t.number) = lower(:number)")
    Optional<MeasuringTool> findByNumberIgnoreCase(String number);
}

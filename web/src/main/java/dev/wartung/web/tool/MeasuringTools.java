package dev.wartung.web.tool;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** All measuring tools. */
interface MeasuringTools extends JpaRepository<MeasuringTool, Long> {

    List<MeasuringTool> findByRetiredOnIsNullOrderByKindAscNumberAsc();

    Optional<MeasuringTool> findByNumberIgnoreCase(String number);
}

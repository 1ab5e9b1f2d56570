package dev.wartung.web.valve;

import dev.wartung.core.anatomy.Drive;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** The register. */
public interface Valves extends JpaRepository<Valve, Long> {

    /** Case is folded by the database, in whatever language the server speaks. */
    @Query("select v from Valve v where lower(v.tag) = lower(:tag)")
    Optional<Valve> findByTagIgnoreCase(String tag);

    /**
     * Searches the register.
     *
     * @param like      part of tag, service or type, lower case, with percent signs; "%" for any
     * @param area      exactly, or null for any
     * @param type      exactly, or null for any
     * @param drive     exactly, or null for any
     * @param dueBefore due on or before this day; any when null
     * @param inUse     those the plant has use for, or those it has none for; null for both
     */
    @Query(
            """
            select v from Valve v
            where lower(concat(v.tag, ' | ', v.service, ' | ', v.typeName)) like :like
              and (:area is null or v.area = :area)
              and (:type is null or v.typeId = :type)
              and (:drive is null or v.drive = :drive)
              and (cast(:dueBefore as date) is null or v.nextDue <= :dueBefore)
              and (:inUse is null or :inUse = case when v.state in (IN_SERVICE, ON_BENCH, OUT_OF_SERVICE) then true else false end)
            order by v.tag""")
    Page<Valve> search(
            String like,
            @Nullable String area,
            @Nullable String type,
            @Nullable Drive drive,
            @Nullable LocalDate dueBefore,
            @Nullable Boolean inUse,
            Pageable page);

    @Query("select distinct v.area from Valve v order by v.area")
    List<String> areas();

    @Query(
            "select v from Valve v where v.nextDue <= :day and v.state = dev.wartung.web.valve.ValveState.IN_SERVICE order by v.nextDue, v.tag")
    List<Valve> due(LocalDate day, Pageable page);

    List<Valve> findByArea(String area, Sort sort);

    List<Valve> findByTypeIdOrderByTag(String typeId);

    List<Valve> findByTagIn(Collection<String> tags);

    List<Valve> findByAreaAndLine(String area, String line);

    /** Area and line of every isolation group, of those in which no valve is on record yet too. */
    @Query(
            value = "select area, line from valve union select area, line from line_use order by 1, 2",
            nativeQuery = true)
    List<Object[]> lines();

    /** Those the plant has use for. */
    @Query(
            "select v from Valve v where v.nextDue between :from and :to and v.state in (IN_SERVICE, ON_BENCH, OUT_OF_SERVICE) order by v.nextDue, v.tag")
    List<Valve> dueBetween(LocalDate from, LocalDate to);

    List<Valve> findByStateOrderByTag(ValveState state);
}

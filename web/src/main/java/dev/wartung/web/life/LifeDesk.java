package dev.wartung.web.life;

import dev.wartung.core.life.AgeReplacement;
import dev.wartung.core.life.Causes;
import dev.wartung.core.life.Fit;
import dev.wartung.core.life.LifePlot;
import dev.wartung.core.life.Lifetime;
import dev.wartung.core.life.Sufficiency;
import dev.wartung.core.life.Weibull;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Fits lives to what was fitted and taken out. A piece has failed where somebody looked at the old seal and it was
 * neither ordinary nor merely flat at the end of its interval; every
 * other piece that came out was still good, and those that are in are good until today.
 */
@Service
class LifeDesk {

    /** Looks of an old seal that has done its time. */
    private static final Set<String> STILL_GOOD = Set.of("ordinary", "flat");

    private static final double DAYS_A_MONTH = 365.25 / 12;
    private static final long SEED = 7;

    private final JdbcTemplate jdbc;
    private final Sheets sheets;
    private final Clock clock;

    LifeDesk(JdbcTemplate jdbc, Sheets sheets, Clock clock) {
        this.jdbc = jdbc;
        this.sheets = sheets;
        this.clock = clock;
    }

    /** Seals that are looked at together: one part of one family and material, in one area. */
    public record Group(String part, String material, String family, String area) {

        public String inWords() {
            return part.replace('-', ' ') + ", " + material;
        }
    }

    /**
     * A group with what is known of it.
     *
     * @param types that are in it
     */
    public record Seen(Group group, List<Lifetime> lives, Set<String> types) {

        public long failures() {
            return lives.stream().filter(Lifetime::failed).count();
        }
    }

    private record Row(
            String part, String material, String typeId, String area, LocalDate in, LocalDate out, String appearance) {}

    /** Every group in which something has failed, the most failures first. */
    @Transactional(readOnly = true)
    List<Seen> groups() {
        LocalDate today = LocalDate.now(clock);
        Map<Group, List<Lifetime>> lives = new TreeMap<>(Comparator.comparing(Group::toString));
        Map<Group, Set<String>> types = new TreeMap<>(Comparator.comparing(Group::toString));
        List<Row> rows = jdbc.query(
                """
                select f.part, f.material, v.type_id, v.area, f.fitted_on, f.removed_on, o.appearance
                from fitted_part f join valve v on v.id = f.valve_id
                left join lateral (select appearance from old_seal where valve_id = f.valve_id and part = f.part and (at at time zone ?)::date between f.removed_on - 1 and f.removed_on + 1 limit 1) o on true""",
                (row, i) -> new Row(
                        row.getString(1),
                        row.getString(2),
                        row.getString(3),
                        row.getString(4),
                        row.getObject(5, LocalDate.class),
                        row.getObject(6, LocalDate.class),
                        row.getString(7)),
                clock.getZone().getId());
        for (Row row : rows) {
            long days = ChronoUnit.DAYS.between(row.in(), row.out() == null ? today : row.out());
            if (days > 0) {
                Group group = new Group(
                        row.part(),
                        row.material(),
                        sheets.of(row.typeId()).anatomy().id(),
                        row.area());
                boolean failed = row.appearance() != null && !STILL_GOOD.contains(row.appearance());
                lives.computeIfAbsent(group, g -> new ArrayList<>())
                        .add(new Lifetime(days, failed, failed ? row.appearance() : ""));
                types.computeIfAbsent(group, g -> new TreeSet<>()).add(row.typeId());
            }
        }
        return lives.entrySet().stream()
                .map(e -> new Seen(e.getKey(), e.getValue(), types.getOrDefault(e.getKey(), Set.of())))
                .filter(s -> s.failures() > 0)
                .sorted(Comparator.comparingLong(Seen::failures).reversed())
                .toList();
    }

    /**
     * What the data say of a group.
     *
     * @param life        the fit; empty where nothing can be fitted
     * @param best        the best interval in months; empty where renewing by plan does not pay
     * @param loss        what the present interval costs more than the best, as a part; empty where there is no best
     * @param svg         the plot; empty text without a fit
     */
    public record Told(
            Seen seen,
            Optional<Weibull> life,
            Optional<Weibull.Limits> shapeLimits,
            Sufficiency sufficiency,
            Optional<Fit> fit,
            Optional<Causes> causes,
            OptionalDouble best,
            Optional<Double> loss,
            int presentMonths,
            String svg) {

        /** Whether one life may be gone by. */
        public boolean usable() {
            return sufficiency.enough()
                    && causes.filter(Causes::mixed).isEmpty()
                    && fit.filter(f -> !f.describes()).isEmpty();
        }

        /** The proposal in whole months; empty where there is none. */
        public Optional<Integer> proposal() {
            return usable() && best.isPresent()
                    ? Optional.of(Math.max(1, (int) Math.round(best.getAsDouble())))
                    : Optional.empty();
        }
    }

    /** @param failureCost what a failure costs, where a planned renewal costs 1 */
    @Transactional(readOnly = true)
    Optional<Told> told(Group group, double failureCost) {
        return groups().stream()
                .filter(s -> s.group().equals(group))
                .findFirst()
                .map(seen -> told(seen, failureCost));
    }

    private Told told(Seen seen, double failureCost) {
        Optional<Weibull> life = Weibull.fit(seen.lives());
        int present = seen.types().stream()
                .mapToInt(t -> sheets.of(t).type().intervals().stream()
                        .mapToInt(i -> i.months())
                        .findFirst()
                        .orElse(12))
                .min()
                .orElse(12);
        Optional<AgeReplacement> age = life.map(l -> new AgeReplacement(l, 1, failureCost));
        OptionalDouble best = age.map(AgeReplacement::best).orElse(OptionalDouble.empty());
        return new Told(
                seen,
                life,
                life.map(l -> l.shapeLimits(seen.lives())),
                Sufficiency.of(life, seen.lives()),
                life.map(l -> Fit.of(l, seen.lives(), new Random(SEED)::nextDouble)),
                Causes.of(seen.lives()),
                best.isPresent() ? OptionalDouble.of(best.getAsDouble() / DAYS_A_MONTH) : OptionalDouble.empty(),
                age.flatMap(a -> a.loss(present * DAYS_A_MONTH)),
                present,
                life.map(l -> LifePlot.svg(seen.lives(), l, present * DAYS_A_MONTH))
                        .orElse(""));
    }
}

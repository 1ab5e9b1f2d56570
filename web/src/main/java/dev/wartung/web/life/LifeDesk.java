package dev.wartung.web.life;

import dev.wartung.core.due.ServiceRule;
import dev.wartung.core.life.GoodCurve;
import dev.wartung.core.life.LifePlot;
import dev.wartung.core.life.LifeStudy;
import dev.wartung.core.life.LifeWords;
import dev.wartung.core.life.Lifetime;
import dev.wartung.core.life.Present;
import dev.wartung.core.message.Message;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.account.Signatures.Meaning;
import dev.wartung.web.account.Signatures.Signed;
import dev.wartung.web.due.DueDesk;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Fits lives to what was fitted and taken out. A piece has failed where somebody looked at the old seal and it was
 * neither ordinary nor merely flat: on the day it came out where the valve was opened because it leaked, else on some
 * day since it was last seen good. Every other piece that came out was still good, and those that are in are good until
 * today.
 */
@Service
class LifeDesk {

    /** Looks of an old seal that has done its time. */
    private static final Set<String> STILL_GOOD = Set.of("ordinary", "flat");

    private static final long SEED = 7;

    private final JdbcTemplate jdbc;
    private final Sheets sheets;
    private final Valves valves;
    private final DueDesk due;
    private final Signatures signatures;
    private final Clock clock;

    LifeDesk(JdbcTemplate jdbc, Sheets sheets, Valves valves, DueDesk due, Signatures signatures, Clock clock) {
        this.signatures = signatures;
        this.jdbc = jdbc;
        this.sheets = sheets;
        this.valves = valves;
        this.due = due;
        this.clock = clock;
    }

    /**
     * The interval becomes the site's rule for the types of a group in its area, signed by whoever accepts it.
     *
     * @return why the password does not sign; empty where it did
     */
    @Transactional
    Optional<String> accept(Seen seen, int months, String password) {
        Group group = seen.group();
        Optional<String> refused = signatures.sign(
                password,
                new Signed(
                        Meaning.INTERVAL,
                        "service_rule",
                        group.area(),
                        months + " months for " + String.join(", ", seen.types()) + " in " + group.area() + ", from "
                                + group.inWords(),
                        ""));
        if (refused.isEmpty()) {
            seen.types()
                    .forEach(type -> due.keep(
                            Optional.of(type),
                            Optional.of(group.area()),
                            new ServiceRule(OptionalInt.of(months), OptionalInt.empty(), OptionalInt.empty())));
        }
        return refused;
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
     * @param types  that are in it
     * @param valves that have, or had, such a piece, by their ids
     */
    public record Seen(Group group, List<Lifetime> lives, Set<String> types, Set<Long> valves) {

        Seen(Group group) {
            this(group, new ArrayList<>(), new TreeSet<>(), new TreeSet<>());
        }

        /** How many were still good after how long. */
        public String curve() {
            return GoodCurve.svg(lives, group.inWords());
        }

        /** Failures found at an opening, on a day that is not known. */
        public long between() {
            return lives.stream().filter(Lifetime::isBetween).count();
        }

        public long failures() {
            return lives.stream().filter(Lifetime::failed).count();
        }
    }

    /**
     * A piece.
     *
     * @param seenGood the last day it was looked at and good, while it was in
     */
    private record Row(
            Group group,
            String typeId,
            long valve,
            LocalDate in,
            LocalDate out,
            @Nullable LocalDate seenGood,
            @Nullable String appearance,
            boolean leaked) {

        Optional<Lifetime> life() {
            double days = ChronoUnit.DAYS.between(in, out);
            if (days <= 0) {
                return Optional.empty();
            }
            if (appearance == null || STILL_GOOD.contains(appearance)) {
                return Optional.of(Lifetime.good(days));
            }
            return Optional.of(
                    leaked
                            ? Lifetime.failed(days, appearance)
                            : Lifetime.foundFailed(
                                    seenGood == null ? 0.0 : (double) ChronoUnit.DAYS.between(in, seenGood),
                                    days,
                                    appearance));
        }
    }

    /** Every group in which something has failed, the most failures first. */
    @Transactional(readOnly = true)
    List<Seen> groups() {
        Map<Group, Seen> groups = new TreeMap<>(Comparator.comparing(Group::toString));
        for (Row row : rows()) {
            Seen seen = groups.computeIfAbsent(row.group(), Seen::new);
            row.life().ifPresent(life -> {
                seen.lives().add(life);
                seen.types().add(row.typeId());
                seen.valves().add(row.valve());
            });
        }
        return groups.values().stream()
                .filter(s -> s.failures() > 0)
                .sorted(Comparator.comparingLong(Seen::failures).reversed())
                .toList();
    }

    private List<Row> rows() {
        LocalDate today = LocalDate.now(clock);
        String zone = clock.getZone().getId();
        return jdbc.query(
                """
                select f.part, f.material, v.type_id, v.area, v.id, f.fitted_on, f.removed_on, o.appearance, o.leaked, g.day
                from fitted_part f join valve v on v.id = f.valve_id
                left join lateral (select appearance, leaked from old_seal
                  where valve_id = f.valve_id and part = f.part
                    and (at at time zone ?)::date between f.removed_on - 1 and f.removed_on + 1
                  order by at desc limit 1) o on true
                left join lateral (select max((at at time zone ?)::date) as day from old_seal
                  where valve_id = f.valve_id and part = f.part and appearance in ('ordinary', 'flat')
                    and (at at time zone ?)::date > f.fitted_on + 1
                    and (at at time zone ?)::date < f.removed_on - 1) g on true""",
                (row, i) -> {
                    LocalDate out = row.getObject(7, LocalDate.class);
                    return new Row(
                            new Group(
                                    row.getString(1),
                                    row.getString(2),
                                    sheets.of(row.getString(3)).anatomy().id(),
                                    row.getString(4)),
                            row.getString(3),
                            row.getLong(5),
                            row.getObject(6, LocalDate.class),
                            out == null ? today : out,
                            row.getObject(10, LocalDate.class),
                            row.getString(8),
                            row.getBoolean(9));
                },
                zone,
                zone,
                zone,
                zone);
    }

    /**
     * What the data say of a group.
     *
     * @param svg the plot
     */
    public record Told(Seen seen, LifeStudy study, LifeWords words, String svg) {

        public Optional<Message> tenth() {
            return study.tenth().map(LifeWords::days);
        }

        public Optional<Message> half() {
            return study.half().map(LifeWords::days);
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
        Present present = present(seen.valves());
        LifeStudy study = LifeStudy.of(seen.lives(), failureCost, present, new Random(SEED)::nextDouble);
        return new Told(
                seen,
                study,
                new LifeWords(study, LifeStudy.bias(seen.lives())),
                LifePlot.svg(seen.lives(), study.life(), present));
    }

    /** What these valves follow now: a rule of the site, else their sheet's months for their options. */
    private Present present(Set<Long> which) {
        Map<Integer, Integer> byMonths = new TreeMap<>();
        int without = 0;
        for (ServiceRule rule : due.rulesOf(valves.findAllById(which)).values()) {
            if (rule.months().isPresent()) {
                byMonths.merge(rule.months().getAsInt(), 1, Integer::sum);
            } else {
                without++;
            }
        }
        return new Present(byMonths, without);
    }
}

package dev.wartung.web.demo;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.Answer;
import dev.wartung.web.account.Account;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.past.PastJobs;
import dev.wartung.web.job.past.PastJobs.Past.OldLook;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.record.Reviews;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.config.ConfigurableBeanFactory;
import org.springframework.context.annotation.Scope;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/**
 * Fourteen months of work at the demo's plant, as it would have been recorded: entered in the order in which it
 * happened, sealed in the order in which it ended. The same for every load.
 */
@Component
@Scope(ConfigurableBeanFactory.SCOPE_PROTOTYPE)
class DemoHistory {

    private static final Logger LOG = LoggerFactory.getLogger(DemoHistory.class);
    private static final int PROGRESS_EVERY = 30;
    private static final long SEED = 20260101;
    private static final int NOT_REVIEWED_YET = 9;
    private static final String SWOLLEN = "MX-103";
    private static final String SETTLING = "EZ-713";

    /**
     * What takes longer here than by the sheets: the seals sit tight after hot caustic, and the carts stand far from
     * the line.
     */
    private static final Map<String, Double> PACE = Map.of(
            "take-out-plug-seal",
            2.4,
            "fit-plug-seal",
            1.8,
            "take-off-body-clamp",
            1.5,
            "take-off-seat",
            2.0,
            "tighten-bonnet",
            1.4,
            "clean-parts",
            1.6);

    private final Valves valves;
    private final PlanningDesk planning;
    private final PastJobs pastJobs;
    private final Reviews reviews;
    private final Sheets sheets;
    private final EntityManager entities;
    private final JdbcTemplate jdbc;
    private final Clock clock;
    private final Random random = new Random(SEED);

    DemoHistory(
            Valves valves,
            PlanningDesk planning,
            PastJobs pastJobs,
            Reviews reviews,
            Sheets sheets,
            EntityManager entities,
            JdbcTemplate jdbc,
            Clock clock) {
        this.valves = valves;
        this.planning = planning;
        this.pastJobs = pastJobs;
        this.reviews = reviews;
        this.sheets = sheets;
        this.entities = entities;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Everything that has ended. */
    void enter(List<Valve> all, Account varga, Account oyel) {
        List<Done> done = new ArrayList<>();
        all.forEach(valve -> history(valve, List.of(varga, oyel), done));
        done.addAll(blockedAndLooked(oyel));
        done.addAll(settling(varga));
        inOrder(done);
        sealed();
    }

    /** All but what ended last was reviewed, in the order in which it ended; the rest waits. */
    void reviewed(Account by) {
        for (Integer number : jdbc.queryForList(
                "select number from (select number, ended_at from job where state in ('CLOSED', 'STOPPED') order by ended_at desc, number desc offset ?) t order by ended_at, number",
                Integer.class,
                NOT_REVIEWED_YET)) {
            reviews.enter(Objects.requireNonNull(number), "Seen, and talked over with who did it.", by);
        }
    }

    /** What is under way: so many steps of a job are done. */
    void begin(String tag, String kind, Account by, LocalDate day, int steps) {
        pastJobs.write(tag, work(byTag(tag), kind, Optional.empty()), past(by, day, steps));
    }

    /** Something that was done at the plant, to be entered with what else was in the order in which it happened. */
    private record Done(Instant at, Runnable entering) {}

    private void inOrder(List<Done> done) {
        int entered = 0;
        for (Done one : done.stream().sorted(Comparator.comparing(Done::at)).toList()) {
            // what was written is not looked through again and again for changes
            entities.flush();
            entities.clear();
            one.entering().run();
            if (++entered % PROGRESS_EVERY == 0) {
                LOG.info("{} of {} jobs of the past are entered", entered, done.size());
            }
        }
    }

    /** The records of what was entered, in the order in which it ended. */
    private void sealed() {
        entities.flush();
        for (Integer number : jdbc.queryForList(
                "select number from job where state in ('CLOSED', 'STOPPED') order by ended_at, number",
                Integer.class)) {
            entities.flush();
            entities.clear();
            pastJobs.seal(Objects.requireNonNull(number));
        }
    }

    /** Every valve had its seals renewed about a year before it is due again; a third of them once more before that. */
    private void history(Valve valve, List<Account> technicians, List<Done> done) {
        LocalDate last = past(valve.nextDue()
                .orElseThrow()
                .minusMonths(sheets.of(valve.typeId()).type().serviceMonths(valve.configuration())));
        if (valve.tag().equals(SWOLLEN)) {
            swollen(valve, last, technicians, done);
            return;
        }
        if (wearsOut(valve)) {
            worn(valve, last, technicians, done);
            return;
        }
        if (random.nextInt(3) == 0) {
            done.add(renewed(
                    valve,
                    last.minusMonths(11).minusDays(random.nextInt(30)),
                    technicians.get(random.nextInt(2)),
                    Map.of()));
        }
        done.add(renewed(valve, last, technicians.get(random.nextInt(2)), ordinary(valve)));
    }

    /** The latest day before yesterday that is whole months before. */
    private LocalDate past(LocalDate day) {
        LocalDate past = day;
        while (past.isAfter(LocalDate.now(clock).minusDays(2))) {
            past = past.minusMonths(1);
        }
        return past;
    }

    /**
     * The culture hall's single-seat valves are cleaned hot and often: their plug seals go hard and leak well before their
     * year is over, and enough of them to say when.
     */
    private boolean wearsOut(Valve valve) {
        return valve.area().equals("Culture hall")
                && valve.typeId().startsWith("kolm-")
                && !valve.typeId().startsWith("kolm-t")
                && planning.build(valve).part("plug-seal").isPresent();
    }

    private void worn(Valve valve, LocalDate last, List<Account> technicians, List<Done> done) {
        long days = Math.max(40, Math.round(310 * Math.pow(-Math.log(1 - random.nextDouble()), 1 / 3.2)));
        done.add(renewed(valve, last.minusDays(days), technicians.get(random.nextInt(2)), Map.of()));
        done.add(renewed(
                valve, last, technicians.get(random.nextInt(2)), Map.of("plug-seal", new OldLook("hard", true))));
    }

    /** Three services of one valve whose old seals were swollen each time: a grease nobody looked at. */
    private void swollen(Valve valve, LocalDate last, List<Account> technicians, List<Done> done) {
        for (int i = 2; i >= 0; i--) {
            PastJobs.Past past = past(technicians.get(i % 2), last.minusMonths(5L * i), Integer.MAX_VALUE)
                    .looked(Map.of("plug-seal", new OldLook("swollen", false)))
                    .greased(
                            Map.of("grease.lot", "TG-2601-22", "grease.reason", "It was the tin in the drawer"),
                            technicians.get((i + 1) % 2));
            done.add(entering(valve.tag(), "renew-product-seals", Optional.empty(), past));
        }
    }

    private Done entering(String tag, String kind, Optional<String> part, PastJobs.Past past) {
        return new Done(past.started(), () -> pastJobs.write(tag, work(byTag(tag), kind, part), past));
    }

    /** Now and then somebody looked at an old seal: flat at the end of a full interval, hard where it is hot. */
    private Map<String, OldLook> ordinary(Valve valve) {
        if (random.nextInt(6) != 0) {
            return Map.of();
        }
        return planning.build(valve).parts().stream()
                .filter(p -> p.kind().equals(Part.PRODUCT_SEAL) && p.singleUse())
                .map(Part::id)
                .findFirst()
                .map(seal -> Map.of(
                        seal,
                        new OldLook(
                                valve.area().equals("Enzyme suite")
                                        ? "hard"
                                        : random.nextInt(4) == 0 ? "nibbled" : "flat",
                                false)))
                .orElse(Map.of());
    }

    private List<Done> blockedAndLooked(Account oyel) {
        LocalDate today = LocalDate.now(clock);
        return List.of(
                // stopped with its insert out: the plug is scratched and no new one is here
                entering(
                        "FL-013",
                        "renew-product-seals",
                        Optional.empty(),
                        past(oyel, today.minusDays(3), 12, Optional.of("No stem in the stores; one is ordered."))
                                .found(Map.of(
                                        "part",
                                        "stem",
                                        "point",
                                        "sealing-path",
                                        "kind",
                                        "scratch",
                                        "size",
                                        "0.3 mm",
                                        "direction",
                                        "ACROSS",
                                        "where",
                                        "sealing edge, a finger wide",
                                        "at-hand",
                                        "no"))),
                // a look due tomorrow, raised by yesterday's job
                entering(
                        "FL-031",
                        "renew-one-seal",
                        Optional.of("stem-seal"),
                        past(oyel, today.minusDays(1), Integer.MAX_VALUE)));
    }

    /** A diaphragm valve looked at after a day, four days and eleven: its bolts lose what rubber loses. */
    private List<Done> settling(Account by) {
        PastJobs.Past past = past(by, LocalDate.now(clock).minusDays(12), Integer.MAX_VALUE);
        AtomicReference<Job> tightened = new AtomicReference<>();
        List<Done> done = new ArrayList<>();
        done.add(new Done(
                past.started(),
                () -> tightened.set(
                        pastJobs.write(SETTLING, work(byTag(SETTLING), "renew-diaphragm", Optional.empty()), past))));
        double[][] looks = {{1, 2.05}, {4, 2.02}, {11, 1.99}};
        for (double[] look : looks) {
            Instant at = past.started().plusSeconds(Math.round(look[0] * 86_400) + 4_500);
            done.add(new Done(
                    at,
                    () -> pastJobs.look(
                            Objects.requireNonNull(tightened.get()),
                            new Quantity(look[1], Dimension.TORQUE),
                            by,
                            at,
                            past.ids().get())));
        }
        return done;
    }

    Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow();
    }

    Work work(Valve valve, String kind, Optional<String> part) {
        return planning.work(valve, kind, part)
                .orElseThrow(() -> new IllegalStateException(kind + " on " + valve.tag()));
    }

    private PastJobs.Past past(Account by, LocalDate day, int steps) {
        return past(by, day, steps, Optional.empty());
    }

    private PastJobs.Past past(Account by, LocalDate day, int steps, Optional<String> stopped) {
        return new PastJobs.Past(
                by,
                day.atTime(LocalTime.of(7, 30 + random.nextInt(25)))
                        .atZone(clock.getZone())
                        .toInstant(),
                steps,
                stopped,
                "L" + day.minusDays(40).toString().substring(2, 7).replace("-", "") + "-" + (10 + random.nextInt(80)),
                this::reading,
                () -> new UUID(random.nextLong(), random.nextLong()),
                Map.of(),
                Map.of(),
                Optional.empty(),
                Map.of(),
                PACE);
    }

    /** Renewed as planned, and what the old seals looked like. */
    private Done renewed(Valve valve, LocalDate day, Account by, Map<String, OldLook> oldSeals) {
        PastJobs.Past past = past(by, day, Integer.MAX_VALUE).looked(oldSeals);
        return entering(
                valve.tag(),
                "renew-product-seals",
                Optional.empty(),
                valve.typeId().startsWith("terskel") ? past.from(DemoStores.diaphragmLot(day)) : past);
    }

    /**
     * A believable reading: near the target, within the band; the expected observation, or the first where any will do.
     */
    private Answer reading(Ask ask) {
        return ask.in(new Ask.Cases<>() {
            @Override
            public Answer measurement(Measurement once) {
                Band band = once.band().orElseThrow();
                double middle = band.target()
                        .map(Quantity::si)
                        .orElse((band.min().si() + band.max().si()) / 2);
                double spread = Math.min(middle - band.min().si(), band.max().si() - middle);
                Quantity read = new Quantity(
                        middle + spread * 0.8 * (random.nextDouble() * 2 - 1),
                        band.min().dimension());
                return Answer.measured(once.id(), once.ask(), read, once.judge(read));
            }

            @Override
            public Answer atPlaces(AtPlaces places) {
                List<Quantity> each = places.spread().intended(places.band()).stream()
                        .map(q -> new Quantity(q.si() * (1 + 0.006 * (random.nextDouble() * 2 - 1)), q.dimension()))
                        .toList();
                return Answer.each(places.id(), places.ask(), each, places.judge(each));
            }

            @Override
            public Answer observation(Observation seen) {
                String expected = seen.expected().orElse(seen.choices().get(0));
                return Answer.seen(seen.id(), seen.ask(), expected, seen.judge(expected));
            }
        });
    }
}

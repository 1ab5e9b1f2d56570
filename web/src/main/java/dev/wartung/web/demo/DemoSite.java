package dev.wartung.web.demo;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.lubrication.Grease;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.change.ChangeDesk;
import dev.wartung.web.device.PastRuns;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.past.PastJobs;
import dev.wartung.web.job.past.PastJobs.Past.OldLook;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.site.Site;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import jakarta.persistence.EntityManager;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.config.ConfigurableBeanFactory;
import org.springframework.context.annotation.Scope;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Loads the demo site once, into an empty database, in one transaction: interrupted at any moment, the next start
 * begins again. Everything is invented and made from a fixed
 * seed; dates are relative to the day it is loaded, so every run tells the same stories.
 */
@Component
@Scope(ConfigurableBeanFactory.SCOPE_PROTOTYPE)
class DemoSite {

    private static final Logger LOG = LoggerFactory.getLogger(DemoSite.class);
    private static final LocalTime SHIFT_UNDER_WAY = LocalTime.of(10, 0);
    private static final int PROGRESS_EVERY = 30;
    private static final long SEED = 20260101;
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

    private final Accounts accounts;
    private final Valves valves;
    private final PlanningDesk planning;
    private final PastJobs pastJobs;
    private final PastRuns pastRuns;
    private final ChangeDesk changes;
    private final Sheets sheets;
    private final Site site;
    private final GreaseStore store;
    private final DemoStores stores;
    private final DemoShutdown shutdown;
    private final PasswordEncoder encoder;
    private final EntityManager entities;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate whole;
    private final Clock clock;
    private final Random random = new Random(SEED);

    DemoSite(
            Accounts accounts,
            Valves valves,
            PlanningDesk planning,
            PastJobs pastJobs,
            PastRuns pastRuns,
            ChangeDesk changes,
            Sheets sheets,
            Site site,
            GreaseStore store,
            DemoStores stores,
            DemoShutdown shutdown,
            PasswordEncoder encoder,
            EntityManager entities,
            JdbcTemplate jdbc,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.accounts = accounts;
        this.valves = valves;
        this.planning = planning;
        this.pastJobs = pastJobs;
        this.pastRuns = pastRuns;
        this.changes = changes;
        this.sheets = sheets;
        this.site = site;
        this.store = store;
        this.stores = stores;
        this.shutdown = shutdown;
        this.encoder = encoder;
        this.entities = entities;
        this.jdbc = jdbc;
        this.whole = new TransactionTemplate(transactions);
        this.whole.setName("load the demo");
        this.clock = clock;
    }

    void load() {
        whole.executeWithoutResult(transaction -> {
            // of several instances that start at once, one loads and the others find it loaded
            jdbc.queryForList("select pg_advisory_xact_lock(hashtextextended('load the demo', 0))");
            if (accounts.count() == 0) {
                fill();
                jdbc.update(
                        "insert into demo_site (loaded_at, by_earlier_version) values (?, false)",
                        Timestamp.from(clock.instant()));
            } else if (!jdbc.queryForList("select 1 from demo_site where by_earlier_version", Integer.class)
                    .isEmpty()) {
                LOG.info(
                        "This demo was loaded by an earlier version, perhaps only in part. For all of it as it is now: ./wartung reset, then ./wartung demo");
            }
        });
    }

    private void fill() {
        LOG.info("Loading the demo site: people, valves and a history of fourteen months");
        Account varga = person("ivarga", "Ilka Varga", "oat-and-spanner", EnumSet.of(Role.TECHNICIAN));
        Account oyel = person("moyel", "Mattis Oyel", "ginger-and-gauge", EnumSet.of(Role.TECHNICIAN));
        Account planner = person("radair", "Renske Adair", "window-of-hours", EnumSet.of(Role.PLANNER));
        person("jwick", "Jolanta Wick", "safe-position", EnumSet.of(Role.PROCESS_OWNER));
        person("dfalk", "Desmond Falk", "second-look", EnumSet.of(Role.REVIEWER));
        person("sprior", "Sunniva Prior", "keys-and-doors", EnumSet.of(Role.ADMINISTRATOR));
        site.choose(
                Map.of("stainless-threads", "anti-seize", "soak-or-brush", "soak", "bring-to-position", "hose"),
                Set.of("torque-wrench", "seal-insertion-tool", "clamping-fixture", "central-nut-key"),
                planner);
        site.hasAir(new Air(6e5, 5.2e5), 1.25, planner);
        greases();
        List<Valve> all = DemoValves.all(sheets).stream().map(this::valve).toList();
        List<Done> done = new ArrayList<>();
        all.forEach(valve -> history(valve, List.of(varga, oyel), done));
        done.addAll(blockedAndLooked(oyel));
        done.addAll(settling(varga));
        inOrder(done);
        sealed();
        stories(varga, oyel, planner);
        shutdown.plan(planner);
        as("radair", stores::fill);
        as("radair", shutdown::window);
        LOG.info("The demo site is loaded: {} valves", all.size());
    }

    /** Tins on site; the enzyme suite takes nothing with silicone in it and is steamed. */
    private void greases() {
        store.takeIn(new Tin(
                new Grease(
                        "Lumo 2 silicone grease",
                        "silicone",
                        "ptfe",
                        "H1",
                        Set.of("animal-free", "mineral-oil-free"),
                        453.15),
                "LS-2609-14"));
        store.takeIn(new Tin(
                new Grease(
                        "Lumo 4 synthetic grease", "pao", "ptfe", "H1", Set.of("silicone-free", "animal-free"), 433.15),
                "LY-2608-03"));
        store.takeIn(new Tin(
                new Grease(
                        "Lumo 9 inert grease",
                        "pfpe",
                        "ptfe",
                        "H1",
                        Set.of("silicone-free", "animal-free", "mineral-oil-free"),
                        523.15),
                "LP-2605-01"));
        store.takeIn(new Tin(
                new Grease("Lumo 6 actuator grease", "pao", "lithium", "H2", Set.of("silicone-free"), 413.15),
                "LA-2607-09"));
        store.takeIn(new Tin(
                new Grease("Tallvik gear grease", "white-mineral", "lithium", "H2", Set.of("silicone-free"), 393.15),
                "TG-2601-22"));
        store.ask("Mixing", Set.of(), 353.15);
        store.ask("Culture hall", Set.of(), 353.15);
        store.ask("Filling", Set.of(), 353.15);
        store.ask("Enzyme suite", Set.of("silicone-free", "animal-free"), 395.15);
    }

    private Account person(String username, String name, String password, Set<Role> roles) {
        return accounts.save(new Account(username, name, Objects.requireNonNull(encoder.encode(password)), roles));
    }

    private Valve valve(DemoValves.Row row) {
        Sheets.Pair pair = sheets.of(row.type());
        LocalDate due = LocalDate.now(clock).plusDays(row.dueInDays());
        return valves.save(new Valve(
                row.tag(),
                row.service(),
                row.area(),
                row.line(),
                row.type(),
                pair.type().maker() + " " + pair.type().name(),
                row.configuration(),
                due,
                row.place()));
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

    private void stories(Account varga, Account oyel, Account planner) {
        LocalDate today = LocalDate.now(clock);
        // loaded at night or early in the morning, what began this shift began yesterday: nothing has happened that is
        // still to come
        LocalDate shift = LocalTime.now(clock).isBefore(SHIFT_UNDER_WAY) ? today.minusDays(1) : today;
        // half done on the bench: the insert is out, parts lie on the cloth
        Valve running = byTag("CU-214");
        pastJobs.write(running.tag(), work(running, "renew-product-seals", Optional.empty()), past(varga, shift, 14));
        // somebody else's bench, to be watched
        Valve other = byTag("MX-107");
        pastJobs.write(other.tag(), work(other, "inspect", Optional.empty()), past(oyel, shift, 6));
        failPositions(varga);
        plan("CU-208", "renew-product-seals", Optional.empty(), today, planner);
        plan("MX-112", "renew-bush", Optional.empty(), today, planner);
        plan("EZ-006", "renew-one-seal", Optional.of("plug-seal"), today.plusDays(1), planner);
        plan("FL-022", "inspect", Optional.empty(), today.plusDays(2), planner);
        // one valve of each other family waits to be done
        plan("CU-502", "renew-product-seals", Optional.empty(), today.plusDays(2), planner);
        plan("EZ-701", "renew-diaphragm", Optional.empty(), today.plusDays(3), planner);
        plan("FL-602", "renew-product-seals", Optional.empty(), today.plusDays(4), planner);
        plan("CU-501", "renew-product-seals", Optional.empty(), today.plusDays(5), planner);
        // the enzyme suite goes over to diaphragm-sealed stems, valve by valve
        plan("EZ-003", "convert-to-aseptic", Optional.empty(), today.plusDays(6), planner);
    }

    /**
     * Valves proven at the bench, one whose seals run dry, and a change of fail position that waits for its reviewer.
     */
    private void failPositions(Account varga) {
        pastRuns.prove(byTag("CU-214"), Faults.NONE, varga);
        pastRuns.prove(byTag("CU-201"), Faults.NONE, varga);
        pastRuns.prove(byTag("CU-201"), new Faults(-1, 4.2, 1, 0, false), varga);
        as(
                "ivarga",
                () -> changes.ask(
                        byTag("CU-514"),
                        Map.of("wish", "NO", "line", "2.5", "wet", "PRODUCT"),
                        "Closed without air it traps oat base between two valves; it sours before anybody can drain it."));
        as(
                "jwick",
                () -> changes.state(
                        1,
                        "open",
                        "Open it drains to the buffer tank, which holds a batch. Nothing else hangs on it."));
    }

    /** On somebody's behalf, also to the audit trail that the database writes. */
    private void as(String username, Runnable what) {
        author(username);
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(username, "", List.of()));
        try {
            what.run();
        } finally {
            SecurityContextHolder.clearContext();
        }
        author("");
    }

    private void author(String username) {
        entities.flush();
        jdbc.queryForObject("select set_config('wartung.by', ?, true)", String.class, username);
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

    private void plan(String tag, String kind, Optional<String> part, LocalDate due, Account by) {
        Valve valve = byTag(tag);
        planning.keep(valve, work(valve, kind, part), due, by);
    }

    private Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow();
    }

    private Work work(Valve valve, String kind, Optional<String> part) {
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
                Band band = once.band();
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

package dev.wartung.web.demo;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.lubrication.Grease;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.change.ChangeDesk;
import dev.wartung.web.device.PastRuns;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.site.Site;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import jakarta.persistence.EntityManager;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
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

    private final Accounts accounts;
    private final Valves valves;
    private final PlanningDesk planning;
    private final DemoHistory history;
    private final PastRuns pastRuns;
    private final ChangeDesk changes;
    private final Sheets sheets;
    private static final String OWNER_PASSWORD = "safe-position";

    private final Site site;
    private final GreaseStore store;
    private final DemoStores stores;
    private final DemoShutdown shutdown;
    private final DemoLines lines;
    private final DemoNotes notes;
    private final DemoPhotos photos;
    private final PasswordEncoder encoder;
    private final EntityManager entities;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate whole;
    private final Clock clock;

    DemoSite(
            Accounts accounts,
            Valves valves,
            PlanningDesk planning,
            DemoHistory history,
            PastRuns pastRuns,
            ChangeDesk changes,
            Sheets sheets,
            Site site,
            GreaseStore store,
            DemoStores stores,
            DemoShutdown shutdown,
            DemoLines lines,
            DemoNotes notes,
            DemoPhotos photos,
            PasswordEncoder encoder,
            EntityManager entities,
            JdbcTemplate jdbc,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.accounts = accounts;
        this.valves = valves;
        this.planning = planning;
        this.history = history;
        this.pastRuns = pastRuns;
        this.changes = changes;
        this.sheets = sheets;
        this.site = site;
        this.store = store;
        this.stores = stores;
        this.shutdown = shutdown;
        this.lines = lines;
        this.notes = notes;
        this.photos = photos;
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
        person("jwick", "Jolanta Wick", OWNER_PASSWORD, EnumSet.of(Role.PROCESS_OWNER));
        Account falk = person("dfalk", "Desmond Falk", "second-look", EnumSet.of(Role.REVIEWER));
        person("sprior", "Sunniva Prior", "keys-and-doors", EnumSet.of(Role.ADMINISTRATOR));
        site.choose(
                Map.of("stainless-threads", "anti-seize", "soak-or-brush", "soak", "bring-to-position", "hose"),
                Set.of("torque-wrench", "seal-insertion-tool", "clamping-fixture", "central-nut-key"),
                planner);
        site.hasAir(new Air(6e5, 5.2e5), 1.25, planner);
        greases();
        List<Valve> all = DemoValves.all(sheets).stream().map(this::valve).toList();
        history.enter(all, varga, oyel);
        history.reviewed(falk);
        stories(varga, oyel, planner);
        shutdown.plan(planner);
        as("radair", stores::fill);
        as("radair", shutdown::window);
        lines.draw(planner);
        notes.leave(varga, planner);
        photos.take(varga);
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

    private void stories(Account varga, Account oyel, Account planner) {
        LocalDate today = LocalDate.now(clock);
        // loaded at night or early in the morning, what began this shift began yesterday: nothing has happened that is
        // still to come
        LocalDate shift = LocalTime.now(clock).isBefore(SHIFT_UNDER_WAY) ? today.minusDays(1) : today;
        // half done on the bench: the insert is out, parts lie on the cloth
        history.begin("CU-214", "renew-product-seals", varga, shift, 14);
        // somebody else's bench, to be watched
        history.begin("MX-107", "inspect", oyel, shift, 6);
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
        pastRuns.prove(history.byTag("CU-214"), Faults.NONE, varga);
        pastRuns.prove(history.byTag("CU-201"), Faults.NONE, varga);
        pastRuns.prove(history.byTag("CU-201"), new Faults(-1, 4.2, 1, 0, false), varga);
        as(
                "ivarga",
                () -> changes.ask(
                        history.byTag("CU-514"),
                        Map.of("wish", "NO", "line", "2.5", "wet", "PRODUCT"),
                        "Closed without air it traps oat base between two valves; it sours before anybody can drain it."));
        as(
                "jwick",
                () -> changes.state(
                        1,
                        "open",
                        "Open it drains to the buffer tank, which holds a batch. Nothing else hangs on it.",
                        OWNER_PASSWORD));
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

    private void plan(String tag, String kind, Optional<String> part, LocalDate due, Account by) {
        Valve valve = history.byTag(tag);
        planning.keep(valve, history.work(valve, kind, part), due, by);
    }
}

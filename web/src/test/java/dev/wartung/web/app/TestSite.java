package dev.wartung.web.app;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.Map;
import org.springframework.context.ApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** A few people and valves for tests. Everybody's password is {@value #PASSWORD}. */
public final class TestSite {

    public static final String PASSWORD = "a-long-test-password";

    /**
     * Argon2 as in the application, with a thousandth of its work: what it costs is written in the hash, so that
     * logging in goes the real way.
     */
    public static final String HASH = QuickPasswords.encoder().encode(PASSWORD);

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    private TestSite() {}

    /** Into an empty database. */
    public static void load(ApplicationContext context) {
        Accounts accounts = context.getBean(Accounts.class);
        accounts.save(new Account("tessa", "Tessa Technician", HASH, EnumSet.of(Role.TECHNICIAN)));
        accounts.save(new Account("theo", "Theo Technician", HASH, EnumSet.of(Role.TECHNICIAN)));
        accounts.save(new Account("rita", "Rita Reviewer", HASH, EnumSet.of(Role.REVIEWER)));
        accounts.save(new Account("oskar", "Oskar Owner", HASH, EnumSet.of(Role.PROCESS_OWNER)));
        accounts.save(new Account("pia", "Pia Planner", HASH, EnumSet.of(Role.PLANNER)));
        accounts.save(new Account("ada", "Ada Administrator", HASH, EnumSet.of(Role.ADMINISTRATOR)));
        Valves valves = context.getBean(Valves.class);
        valves.save(valve("TS-001", Drive.NC));
        valves.save(valve("TS-002", Drive.NO));
        valves.save(valve("TS-003", Drive.MANUAL));
        valves.save(valve("TS-029", Drive.NC, "fitted"));
        // a valve of each sort of body besides, and one that can be converted
        valves.save(of(
                "TF-001",
                "fen-50",
                Map.of("drive", "NC", "ends", "flanges", "upper-bolts", "shared", "seat-kind", "one-piece")));
        valves.save(of("TF-002", "tvinn-65", Map.of("drive", "NC")));
        valves.save(of("TF-003", "terskel-25", Map.of("drive", "NC", "face", "backed", "limiter", "fitted")));
        valves.save(of("TF-004", "kolm-t-50", Map.of("drive", "NO", "pipe-joint", "none")));
        for (int i = 4; i < 29; i++) {
            valves.save(valve(String.format("TS-%03d", i), Drive.NC));
        }
    }

    /** The first build of a type for which some facts hold. */
    public static Valve of(String tag, String typeId, Map<String, String> facts) {
        TypeSheet type = LIBRARY.type(typeId).orElseThrow();
        ValveConfiguration configuration = LIBRARY.anatomy(type.anatomy()).orElseThrow().configurations(type).stream()
                .filter(c -> facts.entrySet().stream()
                        .allMatch(f -> f.getValue().equals(c.facts().get(f.getKey()))))
                .findFirst()
                .orElseThrow();
        return new Valve(
                tag,
                "Test service of " + tag,
                "Test area",
                "Other line",
                typeId,
                type.maker() + " " + type.name(),
                configuration,
                LocalDate.now().plusDays(5),
                0);
    }

    /** A single-seat valve more, for tests that must not meet others on it. */
    public static Valve valve(String tag, Drive drive) {
        return valve(tag, drive, "none");
    }

    /** @param extras "fitted": with everything that can be on it, so that its jobs are the longest */
    private static Valve valve(String tag, Drive drive, String extras) {
        return new Valve(
                tag,
                "Test service of " + tag,
                "Test area",
                "Test line",
                "kolm-50",
                "Ostrevik Kolm 50",
                new ValveConfiguration(
                                drive,
                                Map.of(
                                        "head-port",
                                        "none",
                                        "coupling",
                                        "threaded",
                                        "plug",
                                        "profiled",
                                        "head",
                                        extras,
                                        "lock-pin",
                                        extras,
                                        "weight",
                                        "hand",
                                        "elastomer",
                                        "EPDM",
                                        "sealing",
                                        "lip",
                                        "actuator-build",
                                        drive == Drive.MANUAL ? "none" : "wire",
                                        "rod-packing",
                                        drive == Drive.MANUAL ? "none" : "o-ring"))
                        .with("end-covers", "none"),
                LocalDate.now().plusDays(30),
                0);
    }

    /** A job of some time ago, with nothing in it: for rows that name one. */
    public static void pastJob(JdbcTemplate jdbc, String tag, int number) {
        String none = "0".repeat(64);
        jdbc.update(
                "insert into kept_sheet (digest, kind, name, version, yaml) values (?, 'type', 'none', 1, '') on conflict do nothing",
                none);
        jdbc.update(
                """
                insert into job (number, valve_id, title, work, state, due_on, planned_by_id, planned_at, ended_at, anatomy_digest, type_digest, drive, options, procedure_json, carried_json, version)
                select ?, v.id, 'Inspect', 'inspect', 'CANCELLED', current_date, a.id, now(), now(), ?, ?, v.drive, v.options, '{"steps":[],"renews":[],"rechecks":[]}', '[]', 0
                from valve v, account a where v.tag = ? and a.username = 'tessa' on conflict do nothing""",
                number,
                none,
                none,
                tag);
    }
}

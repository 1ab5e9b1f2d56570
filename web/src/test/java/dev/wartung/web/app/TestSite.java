package dev.wartung.web.app;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.Map;
import org.springframework.context.ApplicationContext;
import org.springframework.security.crypto.password.PasswordEncoder;

/** A few people and valves for tests. Everybody's password is {@value #PASSWORD}. */
public final class TestSite {

    public static final String PASSWORD = "a-long-test-password";

    private TestSite() {}

    static void load(ApplicationContext context) {
        String hash = context.getBean(PasswordEncoder.class).encode(PASSWORD);
        Accounts accounts = context.getBean(Accounts.class);
        accounts.save(new Account("tessa", "Tessa Technician", hash, EnumSet.of(Role.TECHNICIAN)));
        accounts.save(new Account("theo", "Theo Technician", hash, EnumSet.of(Role.TECHNICIAN)));
        accounts.save(new Account("pia", "Pia Planner", hash, EnumSet.of(Role.PLANNER)));
        Valves valves = context.getBean(Valves.class);
        valves.save(valve("TS-001", Drive.NC));
        valves.save(valve("TS-002", Drive.NO));
        valves.save(valve("TS-003", Drive.MANUAL));
        valves.save(valve("TS-029", Drive.NC, "fitted"));
        for (int i = 4; i < 29; i++) {
            valves.save(valve(String.format("TS-%03d", i), Drive.NC));
        }
    }

    private static Valve valve(String tag, Drive drive) {
        return valve(tag, drive, "none");
    }

    /** @param extras "fitted": with everything that can be on it, so that its jobs are the longest */
    private static Valve valve(String tag, Drive drive, String extras) {
        return new Valve(tag, "Test service of " + tag, "Test area", "Test line", "kolm-50", "Ostrevik Kolm 50",
                new ValveConfiguration(drive, Map.of("coupling", "threaded", "plug", "profiled", "head", extras, "lock-pin", extras, "weight", "hand",
                        "elastomer", "EPDM", "sealing", "lip")), LocalDate.now().plusDays(30), 0);
    }
}

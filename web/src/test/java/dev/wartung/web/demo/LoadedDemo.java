package dev.wartung.web.demo;

import dev.wartung.web.account.Accounts;
import dev.wartung.web.change.ChangeDesk;
import dev.wartung.web.device.PastRuns;
import dev.wartung.web.job.JobService;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.PastJobs;
import dev.wartung.web.job.Planning;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.shutdown.ShutdownDesk;
import dev.wartung.web.site.Site;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.stores.Items;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.tool.Toolbox;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import org.springframework.context.ApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.crypto.password.PasswordEncoder;

/** The demo site in a running application, in the place of the people and valves that were there. */
public final class LoadedDemo {

    private LoadedDemo() {}

    /** Does nothing where it is loaded already. */
    public static void in(ApplicationContext context) {
        if (context.getBean(Valves.class).findByTagIgnoreCase("CU-214").isEmpty()) {
            context.getBean(JdbcTemplate.class).execute("truncate account, valve, grease_tin, area_rule, plant_air cascade");
            site(context).run(null);
        }
    }

    static DemoSite site(ApplicationContext context) {
        Valves valves = context.getBean(Valves.class);
        Planning planning = context.getBean(Planning.class);
        Jobs jobs = context.getBean(Jobs.class);
        Clock clock = context.getBean(Clock.class);
        DemoStores stores = new DemoStores(jobs, context.getBean(JobService.class), context.getBean(Stores.class), context.getBean(Items.class), context.getBean(Toolbox.class), clock);
        DemoShutdown shutdown = new DemoShutdown(valves, planning, jobs, context.getBean(ShutdownDesk.class), clock);
        return new DemoSite(context.getBean(Accounts.class), valves, planning, context.getBean(PastJobs.class), context.getBean(PastRuns.class), context.getBean(ChangeDesk.class),
                context.getBean(Sheets.class), context.getBean(Site.class), context.getBean(GreaseStore.class), stores, shutdown, context.getBean(PasswordEncoder.class), clock);
    }
}

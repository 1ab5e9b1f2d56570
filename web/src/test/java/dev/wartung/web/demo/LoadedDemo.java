package dev.wartung.web.demo;

import dev.wartung.web.valve.Valves;
import org.flywaydb.core.Flyway;
import org.springframework.context.ApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** The demo site in a running application, in the place of the people and valves that were there. */
public final class LoadedDemo {

    private LoadedDemo() {}

    /** Does nothing where it is loaded already. */
    public static void in(ApplicationContext context) {
        if (context.getBean(Valves.class).findByTagIgnoreCase("CU-214").isEmpty()) {
            emptied(context);
            context.getBean(DemoSite.class).load();
        }
    }

    /** Nobody and nothing is there. */
    static void emptied(ApplicationContext context) {
        context.getBean(JdbcTemplate.class).execute("drop schema public cascade");
        context.getBean(JdbcTemplate.class).execute("create schema public");
        context.getBean(Flyway.class).migrate();
    }
}

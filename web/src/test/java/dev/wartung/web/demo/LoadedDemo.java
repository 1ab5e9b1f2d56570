package dev.wartung.web.demo;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.valve.Valves;
import org.springframework.context.ApplicationContext;

/** The demo site in a running application, in the place of the people and valves that were there. */
public final class LoadedDemo {

    private LoadedDemo() {}

    /** Does nothing where it is loaded already. */
    public static void in(ApplicationContext context) {
        if (context.getBean(Valves.class).findByTagIgnoreCase("CU-214").isEmpty()) {
            RunningApplication.tables().empty();
            context.getBean(DemoSite.class).load();
        }
    }
}

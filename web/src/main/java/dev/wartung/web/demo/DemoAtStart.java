package dev.wartung.web.demo;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;

/**
 * Loads the demo site where {@code wartung.demo} is true. It is asked as the application starts, not by a condition on
 * a bean: those are
 * decided when the application is built.
 */
@Component
class DemoAtStart implements ApplicationRunner {

    private final boolean wanted;
    private final ObjectProvider<DemoSite> site;

    DemoAtStart(@Value("${wartung.demo}") boolean wanted, ObjectProvider<DemoSite> site) {
        this.wanted = wanted;
        this.site = site;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (wanted) {
            site.getObject().load();
        }
    }
}

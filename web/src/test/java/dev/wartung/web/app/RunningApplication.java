package dev.wartung.web.app;

import static org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers.springSecurity;

import dev.wartung.web.WartungApplication;
import jakarta.servlet.Filter;
import java.util.Optional;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;

/**
 * Starts the real application once for the whole run, on a free port and the PostgreSQL that the environment names, and
 * hands its beans
 * to tests. Each test class begins with an empty database and the people and valves of {@link TestSite}.
 */
public final class RunningApplication implements BeforeAllCallback, ParameterResolver {

    private static ConfigurableApplicationContext context;

    /** Tests run in several processes side by side; each has a database. */
    public static String database() {
        return "wartung_" + System.getProperty("wartung.fork", "1");
    }

    @Override
    public void beforeAll(ExtensionContext test) {
        if (context == null) {
            String url = Optional.ofNullable(System.getenv("SPRING_DATASOURCE_URL"))
                    .orElseThrow(
                            () -> new IllegalStateException(
                                    "No database: run these tests with ./wartung test CLASS, or set SPRING_DATASOURCE_URL, _USERNAME and _PASSWORD (see CONTRIBUTING.md)."));
            context = WartungApplication.toRun()
                    .run("--server.port=0", "--spring.datasource.url=" + url.replace("/wartung", "/" + database()));
        }
        JdbcTemplate jdbc = context.getBean(JdbcTemplate.class);
        jdbc.execute("drop schema public cascade");
        jdbc.execute("create schema public");
        context.getBean(Flyway.class).migrate();
        TestSite.load(context);
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext test) {
        Class<?> type = parameter.getParameter().getType();
        return type == MockMvc.class
                || type == Address.class
                || type == ApplicationContext.class
                || context.getBeanNamesForType(type).length == 1;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext test) {
        Class<?> type = parameter.getParameter().getType();
        if (type == MockMvc.class) {
            return web(context);
        }
        if (type == ApplicationContext.class) {
            return context;
        }
        return type == Address.class
                ? new Address("http://127.0.0.1:"
                        + ((WebServerApplicationContext) context).getWebServer().getPort())
                : context.getBean(type);
    }

    /** Requests to the application of this run. */
    public static MockMvc web() {
        return web(context);
    }

    /** A bean of the application of this run. */
    public static <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** Requests to an application without the network between. */
    public static MockMvc web(ConfigurableApplicationContext context) {
        return MockMvcBuilders.webAppContextSetup((WebApplicationContext) context)
                .apply(springSecurity())
                .addFilters(context.getBean("typedText", Filter.class))
                .build();
    }

    /** Where the application listens. */
    public record Address(String base) {}
}

package dev.wartung.web.app;

import static org.springframework.security.test.web.servlet.setup.SecurityMockMvcConfigurers.springSecurity;

import dev.wartung.web.WartungApplication;
import jakarta.servlet.Filter;
import org.apache.tomcat.util.threads.ThreadPoolExecutor;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.tomcat.TomcatWebServer;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;

/**
 * Starts the real application once for the whole run, on a free port and the PostgreSQL that the environment names, and
 * hands its beans to tests; a {@link JdbcTemplate} is the hands of the tables' owner, the application has its own. Each test class begins with an empty database and the people and valves of {@link TestSite}.
 */
public final class RunningApplication implements BeforeAllCallback, ParameterResolver {

    private static ConfigurableApplicationContext context;
    private static Tables tables;

    /** Tests run in several processes side by side; each has a database. */
    public static String database() {
        return "wartung_" + System.getProperty("wartung.fork", "1");
    }

    @Override
    public void beforeAll(ExtensionContext test) throws InterruptedException {
        if (context == null) {
            tables = Tables.of(database());
            tables.empty();
            SpringApplication application = WartungApplication.toRun();
            application.addInitializers(QuickPasswords::in);
            context = application.run("--server.port=0", "--spring.datasource.url=" + tables.url());
        } else {
            idle();
            tables.empty();
        }
        TestSite.load(context);
    }

    /** What the class before has asked for and not waited for is answered, while the tables are there. */
    private static void idle() throws InterruptedException {
        if (context instanceof WebServerApplicationContext served
                && served.getWebServer() instanceof TomcatWebServer server
                && server.getTomcat().getConnector().getProtocolHandler().getExecutor()
                        instanceof ThreadPoolExecutor hands) {
            // a connection that was closed just now may still be on its way to a hand
            int calm = 0;
            for (int i = 0; i < 400 && calm < 4; i++) {
                calm = hands.getActiveCount() == 0 ? calm + 1 : 0;
                Thread.sleep(25);
            }
        }
    }

    /** The owner's hands in the database of this run. */
    public static Tables tables() {
        return tables;
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext test) {
        Class<?> type = parameter.getParameter().getType();
        return type == MockMvc.class
                || type == Address.class
                || type == ApplicationContext.class
                || type == JdbcTemplate.class
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
        if (type == JdbcTemplate.class) {
            return tables.hands();
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
                .addFilters(context.getBean("unavailable", Filter.class), context.getBean("typedText", Filter.class))
                .build();
    }

    /** Where the application listens. */
    public record Address(String base) {}
}

package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.app.RunningApplication;
import jakarta.persistence.EntityManagerFactory;
import java.util.List;
import javax.sql.DataSource;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** Who asks is looked up once a request, and is never told apart from what they are by then. */
@ExtendWith(RunningApplication.class)
class CurrentAccountTest {

    private final CurrentAccount current;
    private final TransactionTemplate changing;

    CurrentAccountTest(CurrentAccount current, PlatformTransactionManager manager) {
        this.current = current;
        this.changing = new TransactionTemplate(manager);
    }

    private static void asks(MockHttpServletRequest request) {
        RequestContextHolder.setRequestAttributes(new ServletRequestAttributes(request));
    }

    @AfterEach
    void nobodyAsks() {
        RequestContextHolder.resetRequestAttributes();
    }

    @Test
    @DisplayName("However often a page asks who it is for, they are read from the database once")
    void once(MockMvc web, EntityManagerFactory factory) throws Exception {
        Statistics statistics = factory.unwrap(SessionFactory.class).getStatistics();
        statistics.setStatisticsEnabled(true);
        for (String path : List.of("/me", "/stores/tools", "/lab")) {
            long least = Long.MAX_VALUE;
            for (int i = 0; i < 3; i++) {
                statistics.clear();
                web.perform(get(path).with(user("tessa").roles("TECHNICIAN"))).andExpect(status().isOk());
                // what runs beside it now and then counts with it
                least = Math.min(
                        least,
                        statistics.getEntityStatistics(Account.class.getName()).getLoadCount());
            }
            assertThat(least).as(path).isEqualTo(1);
        }
        statistics.setStatisticsEnabled(false);
    }

    @Test
    @DisplayName("What a request changes of the account it sees at once, and it never takes one for another")
    void seesChanges() {
        MockHttpServletRequest request = new MockHttpServletRequest();
        current.as("tessa", () -> {
            asks(request);
            assertThat(current.get().units()).isEqualTo(UnitSystem.METRIC);
            changing.executeWithoutResult(tx -> current.get().reads(UnitSystem.US));
            assertThat(current.get().units()).isEqualTo(UnitSystem.US);
            assertThat(current.get()).isSameAs(current.get());
            changing.executeWithoutResult(tx -> current.get().reads(UnitSystem.METRIC));
            assertThat(current.get().units()).isEqualTo(UnitSystem.METRIC);
        });
        current.as("theo", () -> {
            asks(request);
            assertThat(current.get().username()).isEqualTo("theo");
            changing.executeWithoutResult(
                    tx -> assertThat(current.get().username()).isEqualTo("theo"));
        });
    }

    @Test
    @DisplayName("A transaction without a name is of whoever is logged in, and waits for the disk like any other")
    void nameless(DataSource application) {
        JdbcTemplate jdbc = new JdbcTemplate(application);
        current.as(
                "tessa",
                () -> changing.executeWithoutResult(status -> {
                    assertThat(jdbc.queryForObject("select current_setting('wartung.by', true)", String.class))
                            .isEqualTo("tessa");
                    assertThat(jdbc.queryForObject(
                                    "select source from pg_settings where name = 'synchronous_commit'", String.class))
                            .isNotEqualTo("session");
                }));
    }
}

package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import jakarta.persistence.EntityManagerFactory;
import java.util.List;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.test.web.servlet.MockMvc;

/** Each transaction of a page costs it a connection, two statements, and everything it has read already once more. */
@ExtendWith(RunningApplication.class)
class OneTransactionTest {

    @Test
    @DisplayName("The pages asked for most read what they show in one transaction")
    void pages(MockMvc web, Jobs jobs, EntityManagerFactory factory) throws Exception {
        int job = new BenchRun(web, jobs).begin("TS-001", "renew-product-seals", "tessa");
        Statistics statistics = factory.unwrap(SessionFactory.class).getStatistics();
        statistics.setStatisticsEnabled(true);
        for (String path : List.of(
                "/jobs/" + job,
                "/jobs/" + job + "/board",
                "/",
                "/valves?q=TS-0",
                "/valves/TS-001",
                "/valves/TS-001/parts",
                "/lines",
                "/stores/needed",
                "/stores/trace?lot=L1")) {
            long least = Long.MAX_VALUE;
            long apart = Long.MAX_VALUE;
            for (int i = 0; i < 3; i++) {
                statistics.clear();
                web.perform(get(path).with(user("tessa").roles("TECHNICIAN"))).andExpect(status().isOk());
                // what runs beside it now and then counts with it
                least = Math.min(least, statistics.getTransactionCount());
                apart = Math.min(apart, statistics.getEntityFetchCount());
            }
            assertThat(least).as(path).isEqualTo(1);
            if (path.startsWith("/jobs/")) {
                assertThat(apart)
                        .as(path + ": the valve and the people come with the job")
                        .isZero();
            }
        }
        statistics.setStatisticsEnabled(false);
    }
}

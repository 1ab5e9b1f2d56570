package dev.wartung.web.trend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.job.bench.GoodAnswers;
import dev.wartung.web.job.bench.StepFields;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Readings that change from one job to the next, within their limits all the while. */
@ExtendWith(RunningApplication.class)
class TrendTest {

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;

    TrendTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
    }

    private void job(String tag, String temperature) throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin(tag, "inspect", "tessa");
        while (bench.current(job).isPresent()) {
            Step step = bench.current(job).orElseThrow();
            Map<String, String> typed = GoodAnswers.typed(jobs.view(job).orElseThrow(), step);
            step.asks().stream()
                    .filter(a -> a.dimension()
                            .filter(d -> d == Dimension.TEMPERATURE)
                            .isPresent())
                    .forEach(a -> typed.put(StepFields.READING + a.id(), temperature));
            MockHttpServletRequestBuilder request = post("/jobs/" + job + "/steps/" + step.id())
                    .param("entryId", UUID.randomUUID().toString())
                    .with(user("tessa").roles("TECHNICIAN"))
                    .with(csrf());
            typed.forEach(request::param);
            web.perform(request).andExpect(status().isOk());
        }
        bench.close(job, "tessa");
    }

    private int looks(String tag) {
        Integer count = jdbc.queryForObject(
                "select count(*) from recheck r join valve v on v.id = r.valve_id where v.tag = ? and r.name like 'Look why it changed: %' and r.done_on is null",
                Integer.class, tag);
        return count == null ? 0 : count;
    }

    @Test
    @DisplayName(
            "Proving runs count too: when a valve needs more air than it did, and goes on so, a look is raised once, with its pressures drawn")
    void runs() throws Exception {
        for (String first : new String[] {"3.2", "3.25", "3.22", "3.18", "3.24", "3.21", "3.62", "3.65", "3.6"}) {
            if (first.equals("3.62")) {
                assertThat(looks("TS-027")).as("steady").isZero();
            }
            web.perform(post("/valves/TS-027/prove/by-hand")
                            .param("first", first + " bar")
                            .param("full", "4.1 bar")
                            .param("away", "0.8")
                            .param("went", "closed")
                            .param("switches", "yes")
                            .with(user("tessa").roles("TECHNICIAN"))
                            .with(csrf()))
                    .andExpect(status().is3xxRedirection());
        }
        assertThat(looks("TS-027")).isEqualTo(1);
        String page = web.perform(get("/valves/TS-027/trends").with(user("tessa")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(page)
                .contains("Air at first movement")
                .contains("changed after 6 runs")
                .contains("9 runs")
                .contains("Time with air")
                .contains(">0.8<")
                .contains(">s<");
    }

    @Test
    @DisplayName("When a reading moves and stays there, a look is raised once; steady readings raise none")
    void change() throws Exception {
        for (String temperature : new String[] {"21 °C", "22 °C", "21.5 °C", "21.4 °C", "22.1 °C", "21.7 °C"}) {
            job("TS-026", temperature);
        }
        assertThat(looks("TS-026")).as("steady").isZero();
        for (String temperature : new String[] {"36 °C", "36.5 °C", "36.2 °C"}) {
            job("TS-026", temperature);
        }
        assertThat(looks("TS-026")).isEqualTo(1);
        String page = web.perform(get("/valves/TS-026/trends").with(user("tessa")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(page).contains("changed after 6 jobs").contains("figure trend");
        web.perform(get("/valves/NO-SUCH/trends").with(user("tessa"))).andExpect(status().isNotFound());
    }
}

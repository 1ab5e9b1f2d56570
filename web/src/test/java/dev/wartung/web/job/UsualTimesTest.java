package dev.wartung.web.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.core.experience.UsualTime;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** How long a step takes here, where it was done before it was sent. */
@ExtendWith(RunningApplication.class)
class UsualTimesTest {

    private static final double MINUTES_EACH = 5;

    @Test
    @DisplayName("Steps done without network count from when they were done, not from when they were sent")
    void withoutNetwork(MockMvc web, Jobs jobs, JdbcTemplate jdbc, Sheets sheets) throws Exception {
        BenchRun run = new BenchRun(web, jobs);
        int number = run.begin("TF-001", "inspect", "tessa");
        jdbc.update("update job set started_at = started_at - interval '2 days' where number = ?", number);
        List<Step> done = new ArrayList<>();
        for (Optional<Step> due = run.current(number); due.isPresent(); due = run.current(number)) {
            done.add(due.get());
            // a day ago, one after the other, all of it sent within a moment
            double ago = Duration.ofDays(1).toMinutes() - MINUTES_EACH * done.size();
            MockHttpServletRequestBuilder sent = post("/jobs/" + number + "/sent/step")
                    .with(user("tessa").roles("TECHNICIAN"))
                    .with(csrf())
                    .param("entryId", UUID.randomUUID().toString())
                    .param("who", "tessa")
                    .param("at", due.get().id())
                    .param("ago", String.valueOf(Math.round(ago * 60_000)));
            run.answers(number).forEach(sent::param);
            assertThat(web.perform(sent).andReturn().getResponse().getContentAsString())
                    .contains("ENTERED");
        }
        run.close(number, "tessa");
        String type = jobs.view(number).orElseThrow().job().valve().typeId();
        UsualTimes times = new UsualTimes(jdbc, sheets, Clock.systemUTC());
        Step second = done.get(1);
        // one record is drawn towards by a fifth, in ratio: sheet · (5 / sheet)^(1/5)
        UsualTime time = times.of(type, second);
        assertThat(time.times()).isEqualTo(1);
        assertThat(time.minutes())
                .isCloseTo(
                        second.minutes() * Math.pow(MINUTES_EACH / second.minutes(), 0.2),
                        within(0.01 * second.minutes()));
    }
}

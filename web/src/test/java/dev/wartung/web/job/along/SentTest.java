package dev.wartung.web.job.along;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** What is sent later is entered as if it had been done at the bench, once, by whoever did it. */
@ExtendWith(RunningApplication.class)
class SentTest {

    private final MockMvc web;
    private final JdbcTemplate jdbc;
    private final int number;
    private final BenchRun run;

    SentTest(MockMvc web, JdbcTemplate jdbc, Jobs jobs) throws Exception {
        this.web = web;
        this.jdbc = jdbc;
        this.run = new BenchRun(web, jobs);
        this.number = run.begin(
                "TS-00" + (4 + jdbc.queryForObject("select count(*) from job", Integer.class) % 6), "inspect", "tessa");
        jdbc.update("update job set started_at = started_at - interval '2 hours' where number = ?", number);
    }

    private MockHttpServletResponse sent(
            String as, String what, UUID id, String who, long ago, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request = post("/jobs/" + number + "/sent/" + what)
                .with(user(as).roles("TECHNICIAN"))
                .with(csrf())
                .param("entryId", id.toString())
                .param("who", who)
                .param("ago", String.valueOf(ago));
        typed.forEach(request::param);
        return web.perform(request).andReturn().getResponse();
    }

    private Map<String, Object> entry(UUID id) {
        return jdbc.queryForMap("select kind, at, done_at, at - done_at as earlier from job_entry where id = ?", id);
    }

    @Test
    @DisplayName("When it was done is told from how long ago, whatever the device's clock shows; twice is once")
    void once() throws Exception {
        UUID id = UUID.randomUUID();
        Map<String, String> typed = run.answers(number);
        typed.put("at", run.current(number).orElseThrow().id());
        assertThat(sent("tessa", "step", id, "tessa", Duration.ofMinutes(50).toMillis(), typed)
                        .getContentAsString())
                .contains("ENTERED");
        assertThat(sent("tessa", "step", id, "tessa", Duration.ofMinutes(55).toMillis(), typed)
                        .getContentAsString())
                .contains("ENTERED");
        assertThat(jdbc.queryForObject(
                        "select extract(epoch from at - done_at) / 60 from job_entry where id = ?", Double.class, id))
                .isBetween(49.9, 50.9);
        assertThat(jdbc.queryForObject(
                        "select count(*) from job_entry where kind = 'CONFIRMED' and id = ?", Integer.class, id))
                .isOne();
    }

    @Test
    @DisplayName(
            "What was long on its way does not make what followed it look older, and nothing is older than its job")
    void inOrder() throws Exception {
        List<UUID> sent = new ArrayList<>();
        // as told: 20 minutes ago; after it, 21 and 5 minutes ago; and from a device whose clock was put forward
        for (long ago : new long[] {20, 21, 5, 525_600, Long.MAX_VALUE / 60_000}) {
            UUID id = UUID.randomUUID();
            assertThat(sent("tessa", "problem", id, "tessa", ago * 60_000, Map.of("note", "one " + ago))
                            .getContentAsString())
                    .contains("ENTERED");
            sent.add(id);
        }
        List<Long> minutes = sent.stream()
                .map(id -> jdbc.queryForObject(
                        "select round(extract(epoch from at - done_at) / 60) from job_entry where id = ?",
                        Long.class,
                        id))
                .toList();
        assertThat(minutes).containsExactly(20L, 20L, 5L, 5L, 5L);
        UUID apart = UUID.randomUUID();
        sent("theo", "problem", apart, "theo", Long.MAX_VALUE, Map.of("note", "long ago"));
        assertThat(jdbc.queryForObject(
                        "select k.done_at = j.started_at from kept_apart k join job j on j.id = k.job_id where k.entry_id = ?",
                        Boolean.class,
                        apart))
                .isTrue();
    }

    @Test
    @DisplayName(
            "A device in another's hands sends nothing of the one before, and nothing is entered for somebody who does not hold the bench")
    void another() throws Exception {
        UUID id = UUID.randomUUID();
        assertThat(sent("theo", "problem", id, "tessa", 0, Map.of("note", "hers"))
                        .getStatus())
                .isEqualTo(403);
        assertThat(jdbc.queryForList("select 1 from job_entry where id = ?", id))
                .isEmpty();
        assertThat(jdbc.queryForList("select 1 from kept_apart where entry_id = ?", id))
                .isEmpty();
        assertThat(sent("theo", "problem", id, "theo", 0, Map.of("note", "his")).getContentAsString())
                .contains("APART");
        assertThat(jdbc.queryForList("select 1 from job_entry where id = ?", id))
                .isEmpty();
        assertThat(jdbc.queryForObject("select what from kept_apart where entry_id = ?", String.class, id))
                .contains("his");
        // kept beside it once, and not entered by sending it again as who holds the bench
        assertThat(sent("tessa", "problem", id, "tessa", 0, Map.of("note", "his"))
                        .getContentAsString())
                .contains("APART");
    }

    @Test
    @DisplayName("What is no kind of entry, comes from the future or from nobody's device is refused or set right")
    void odd() throws Exception {
        assertThat(sent("tessa", "signature", UUID.randomUUID(), "tessa", 0, Map.of())
                        .getStatus())
                .isEqualTo(404);
        UUID id = UUID.randomUUID();
        assertThat(sent("tessa", "problem", id, "tessa", -1_000_000, Map.of("note", "from tomorrow"))
                        .getContentAsString())
                .contains("ENTERED");
        assertThat(entry(id)).containsEntry("kind", "PROBLEM");
        assertThat(web.perform(get("/handheld/" + UUID.randomUUID()))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("\"forget\":false", "\"who\":\"\"", "\"token\":\"\"");
    }

    @Test
    @DisplayName("What is kept apart is told in the words of the bench's forms")
    void inWords() throws Exception {
        UUID id = UUID.randomUUID();
        Map<String, String> typed = Map.of(
                "at",
                "count-in",
                "lot.kit",
                "K-7",
                "have.plug-seal",
                "yes",
                "tool.CALIPER",
                "CA-1",
                "grease.lot",
                "G-3");
        assertThat(sent("theo", "step", id, "theo", 0, typed).getContentAsString())
                .contains("APART");
        assertThat(jdbc.queryForObject("select what from kept_apart where entry_id = ?", String.class, id))
                .contains("lot of the kit: K-7", "tool, Caliper or feeler gauge: CA-1", "tin: G-3")
                .containsPattern("here: [A-Z][a-z ]+: yes")
                .doesNotContain("_csrf");
    }

    @Test
    @DisplayName("No password sent with an entry is kept")
    void noPassword() throws Exception {
        UUID id = UUID.randomUUID();
        assertThat(sent(
                                "theo",
                                "step",
                                id,
                                "theo",
                                0,
                                Map.of("second.password", "kettle under seventeen", "at", "identify"))
                        .getContentAsString())
                .contains("APART");
        assertThat(jdbc.queryForObject("select what from kept_apart where entry_id = ?", String.class, id))
                .doesNotContain("kettle");
    }
}

package dev.wartung.web.due;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.httpBasic;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.io.StringReader;
import java.time.LocalDate;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** What makes a valve due, what makes a look due, and where both are shown. */
@ExtendWith(RunningApplication.class)
class DueTest {

    private static final LocalDate TODAY = LocalDate.now();

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;

    DueTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
    }

    private String sent(String name, String role, String to, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request =
                post(to).with(user(name).roles(role)).with(csrf());
        typed.forEach(request::param);
        var response = web.perform(request).andReturn().getResponse();
        return response.getStatus() == 403
                ? "forbidden"
                : response.getRedirectedUrl() != null ? response.getRedirectedUrl() : response.getContentAsString();
    }

    private LocalDate due(String tag) {
        return jdbc.queryForObject("select next_due from valve where tag = ?", LocalDate.class, tag);
    }

    private int counted(String body) throws Exception {
        return web.perform(post("/api/v1/cycles")
                        .with(httpBasic("pia", TestSite.PASSWORD))
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(body))
                .andReturn()
                .getResponse()
                .getStatus();
    }

    @Test
    @DisplayName(
            "Months, cycles, sterilisations: what comes first makes it due; the rule for the type in its area goes before the others")
    void rules() throws Exception {
        jdbc.update("update valve set renewed_on = ? where tag in ('TS-003', 'TS-004')", TODAY.minusDays(100));
        assertThat(sent("tessa", "TECHNICIAN", "/due/rules", Map.of("months", "6")))
                .isEqualTo("forbidden");
        assertThat(sent("pia", "PLANNER", "/due/rules", Map.of("months", "", "cycles", "0")))
                .contains("A whole number from 1");
        assertThat(sent("pia", "PLANNER", "/due/rules", Map.of("type", "nothing")))
                .contains("There is no such type")
                .doesNotContain("redirect");
        sent("pia", "PLANNER", "/due/rules", Map.of("months", "24"));
        assertThat(due("TS-004")).isEqualTo(TODAY.minusDays(100).plusMonths(24));
        sent(
                "pia",
                "PLANNER",
                "/due/rules",
                Map.of(
                        "type",
                        "kolm-50",
                        "area",
                        "Test area",
                        "months",
                        "12",
                        "cycles",
                        "100 000",
                        "sterilisations",
                        "50"));
        assertThat(due("TS-004")).isEqualTo(TODAY.minusDays(100).plusMonths(12));
        assertThat(counted("[{\"tag\":\"TS-004\",\"total\":7000,\"day\":\"" + TODAY.minusDays(100)
                        + "\"},{\"tag\":\"ts-004\",\"total\":47000}]"))
                .isEqualTo(200);
        assertThat(due("TS-004")).as("40 000 in 100 days, 60 000 left").isEqualTo(TODAY.plusDays(150));
        assertThat(counted("[{\"tag\":\"TS-004\",\"total\":99000},{\"tag\":\"NO-SUCH\",\"total\":1}]"))
                .isEqualTo(422);
        assertThat(counted("[null]")).isEqualTo(422);
        assertThat(counted("{\"tag\":1}")).isEqualTo(400);
        assertThat(due("TS-004")).as("all or none").isEqualTo(TODAY.plusDays(150));
        for (int i = 0; i < 40; i++) {
            jdbc.update(
                    "insert into line_event (area, line, kind, on_day, by_id, at) select 'Test area', 'Test line', 'STERILISATION', ?, id, now() from account where username = 'pia'",
                    TODAY.minusDays(2L * i + 1));
        }
        sent("tessa", "TECHNICIAN", "/due/events", Map.of("where", "Test area|Test line", "event", "STERILISATION"));
        assertThat(due("TS-004")).as("41 in 100 days, 9 left").isEqualTo(TODAY.plusDays(21));
        assertThat(web.perform(get("/valves/TS-004").with(user("tessa")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("by its sterilisations, 41 of 50");
        jdbc.update("delete from service_rule");
    }

    @Test
    @DisplayName(
            "A look that waits for a hot cleaning is due with the first, or the first sterilisation; who looked and what was seen is kept")
    void looks() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TF-003", "renew-diaphragm", "tessa");
        while (bench.current(job).isPresent()) {
            bench.confirm(job, "tessa");
        }
        bench.close(job, "tessa");
        String open =
                "select due_on from recheck r join valve v on v.id = r.valve_id where v.tag = 'TF-003' and r.after_event = 'STERILISATION' and done_on is null";
        assertThat(jdbc.queryForObject(open, LocalDate.class)).isEqualTo(TODAY.plusDays(30));
        assertThat(sent(
                        "tessa",
                        "TECHNICIAN",
                        "/due/events",
                        Map.of("where", "Test area|Other line", "event", "CLEANING")))
                .contains("No look was waiting");
        assertThat(jdbc.queryForObject(open, LocalDate.class)).isEqualTo(TODAY.plusDays(30));
        assertThat(sent(
                        "tessa",
                        "TECHNICIAN",
                        "/due/events",
                        Map.of("where", "Test area|Other line", "event", "STERILISATION")))
                .contains("look is due now");
        assertThat(jdbc.queryForObject(open, LocalDate.class)).isEqualTo(TODAY);
        assertThat(sent(
                        "tessa",
                        "TECHNICIAN",
                        "/due/events",
                        Map.of(
                                "where",
                                "Nowhere|x",
                                "event",
                                "CLEANING",
                                "on",
                                TODAY.plusDays(1).toString())))
                .contains("Choose the line")
                .contains("That day is still to come");
        long id = jdbc.queryForObject(
                "select r.id from recheck r join valve v on v.id = r.valve_id where v.tag = 'TF-003' and r.after_event = 'STERILISATION'",
                Long.class);
        assertThat(sent(
                        "tessa",
                        "TECHNICIAN",
                        "/due/looks/" + id,
                        Map.of("found", "not-fine", "note", "a drop at the flange")))
                .endsWith("/fault");
        assertThat(jdbc.queryForObject("select found from recheck where id = ?", String.class, id))
                .isEqualTo("not fine: a drop at the flange");
    }

    @Test
    @DisplayName("The calendar shows it by day, and as a feed for whoever has the link; a new link ends the old one")
    void calendar() throws Exception {
        jdbc.update("update valve set next_due = ? where tag = 'TS-022'", TODAY);
        assertThat(web.perform(get("/calendar").with(user("tessa")))
                        .andExpect(status().isOk())
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("TS-022");
        web.perform(get("/calendar").param("month", "nonsense").with(user("tessa")))
                .andExpect(status().isOk());
        String first = link();
        String feed = web.perform(get(first))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(new CalendarBuilder().build(new StringReader(feed)).<VEvent>getComponents("VEVENT"))
                .anySatisfy(e -> {
                    assertThat(e.getSummary().getValue()).startsWith("TS-022");
                    assertThat(e.getUid().orElseThrow().getValue()).isEqualTo("due-TS-022@wartung");
                });
        String second = link();
        web.perform(get(first)).andExpect(status().isNotFound());
        web.perform(get(second)).andExpect(status().isOk());
        web.perform(get("/calendar/guessed.ics")).andExpect(status().isNotFound());
    }

    private String link() throws Exception {
        Matcher link = Pattern.compile("/calendar/[\\w-]+\\.ics")
                .matcher(sent("theo", "TECHNICIAN", "/me/calendar", Map.of()));
        assertThat(link.find()).isTrue();
        return link.group();
    }
}

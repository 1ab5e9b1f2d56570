package dev.wartung.web.tool;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** What certificates say of tools, typed and kept. */
@ExtendWith(RunningApplication.class)
class ToolPagesTest {

    private final MockMvc web;
    private final JdbcTemplate jdbc;
    private final Jobs jobs;

    ToolPagesTest(MockMvc web, JdbcTemplate jdbc, Jobs jobs) {
        this.web = web;
        this.jdbc = jdbc;
        this.jobs = jobs;
    }

    private String said(MockHttpServletRequestBuilder request) throws Exception {
        return web.perform(request.with(user("pia").roles("PLANNER")).with(csrf()))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private String sent(String path, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request = post(path);
        typed.forEach(request::param);
        return said(request);
    }

    private static Map<String, String> tool(String number, String kind, String... more) {
        Map<String, String> typed = new HashMap<>(Map.of(
                "number",
                number,
                "kind",
                kind,
                "name",
                "tried",
                "months",
                "12",
                "calibrated",
                LocalDate.now().minusMonths(1).toString()));
        for (int i = 0; i < more.length; i += 2) {
            typed.put(more[i], more[i + 1]);
        }
        return typed;
    }

    @Test
    @DisplayName(
            "Range, resolution and uncertainty are taken in their units, all or none; what is missing is told beside its field")
    void certificate() throws Exception {
        assertThat(sent("/stores/tools", tool("TP-1", "TORQUE_WRENCH", "from", "5", "share", "4 %")))
                .contains("Say this too, or leave all of it empty.")
                .contains("value=\"TP-1\"")
                .contains("value=\"4 %\"");
        String[] range = {"from", "5", "to", "25 N·m", "resolution", "0.5"};
        assertThat(sent("/stores/tools", tool("TP-1", "TORQUE_WRENCH", range)))
                .as("a gauge without uncertainty")
                .contains("As the certificate says, with k = 2");
        assertThat(sent(
                        "/stores/tools",
                        tool("TP-1", "TORQUE_WRENCH", "from", "30", "to", "25", "resolution", "1", "share", "4")))
                .contains("More than what it measures from.");
        assertThat(sent(
                        "/stores/tools",
                        tool("TP-1", "TORQUE_WRENCH", "from", "5", "to", "25", "resolution", "1", "share", "60")))
                .contains("Per cent of the reading, from 0 to 50");
        assertThat(sent(
                        "/stores/tools",
                        tool("TP-1", "TORQUE_WRENCH", "from", "5", "to", "25", "resolution", "1", "share", "4,125")))
                .as("per cent that read two ways")
                .contains("4.125 or 4125?");
        String[] cold = {"from", "-20", "to", "200", "resolution", "0.1", "uncertainty"};
        String[] celsius = Arrays.copyOf(cold, cold.length + 1);
        celsius[cold.length] = "0.5 °C";
        assertThat(sent("/stores/tools", tool("TP-2", "THERMOMETER", celsius)))
                .contains("A difference of temperatures: type it in K.");
        celsius[cold.length] = "0.5";
        assertThat(sent("/stores/tools", tool("TP-2", "THERMOMETER", celsius))).isEmpty();
        String[] whole = {"from", "5", "to", "25 N·m", "resolution", "0.5", "share", "4"};
        assertThat(sent("/stores/tools", tool("TP-1", "TORQUE_WRENCH", whole))).isEmpty();
        assertThat(said(get("/stores/tools")))
                .contains("5 to 25 N·m")
                .contains("4 %")
                .contains("-20 to 200 °C")
                .contains("0.5 K");
    }

    @Test
    @DisplayName(
            "Each calibration keeps what its certificate said; the last that said counts; one that says nothing changes nothing")
    void history() throws Exception {
        String[] whole = {"from", "5", "to", "25 N·m", "resolution", "0.5", "share", "4"};
        sent("/stores/tools", tool("TP-3", "TORQUE_WRENCH", whole));
        Long id = jdbc.queryForObject("select id from measuring_tool where number = 'TP-3'", Long.class);
        String path = "/stores/tools/" + id + "/calibrated";
        String today = LocalDate.now().toString();
        sent(path, Map.of("on", today, "found", "good", "from", "6", "to", "24", "resolution", "0.5", "share", "3"));
        sent(path, Map.of("on", today, "found", "good"));
        assertThat(said(get("/stores/tools/" + id)))
                .contains("5 to 25 N·m, 4 %")
                .contains("6 to 24 N·m, 3 %")
                .contains("not said");
        assertThat(said(get("/stores/tools"))).contains("6 to 24 N·m");
    }

    @Test
    @DisplayName(
            "The site chooses how readings are held against limits; guarded until it does, and a planner alone may")
    void rule() throws Exception {
        assertThat(said(get("/site"))).containsPattern("value=\"guarded\" selected");
        sent("/site/readings", Map.of("rule", "simple"));
        assertThat(said(get("/site"))).containsPattern("value=\"simple\" selected");
        assertThat(web.perform(post("/site/readings")
                                .param("rule", "guarded")
                                .with(user("tessa").roles("TECHNICIAN"))
                                .with(csrf()))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(403);
        sent("/site/readings", Map.of("rule", "guarded"));
        assertThat(jdbc.queryForObject(
                        "select count(*) from audit_entry where table_name = 'reading_rule'", Integer.class))
                .isPositive();
    }

    /** At the edge of its limits no reading is surely within. */
    private static String middle(Band band) {
        return new Quantity((band.min().si() + band.max().si()) / 2, band.min().dimension()).shown();
    }

    @Test
    @DisplayName("A report prints what each reading was taken with and how far that may be off")
    void onTheReport() throws Exception {
        sent(
                "/stores/tools",
                tool("TP-J", "TORQUE_WRENCH", "from", "5", "to", "100 N·m", "resolution", "0", "share", "2"));
        sent(
                "/stores/tools",
                tool("TP-K", "THERMOMETER", "from", "-20", "to", "200", "resolution", "0.1", "uncertainty", "0.5"));
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TS-011", "inspect", "tessa");
        while (bench.current(job).isPresent()) {
            Map<String, String> typed = new HashMap<>(Map.of("tool.TORQUE_WRENCH", "TP-J", "tool.THERMOMETER", "TP-K"));
            bench.current(job).orElseThrow().asks().stream()
                    .filter(Measurement.class::isInstance)
                    .map(Measurement.class::cast)
                    .forEach(a -> typed.put("reading." + a.id(), middle(a.band().orElseThrow())));
            bench.confirm(job, "tessa", typed);
        }
        bench.close(job, "tessa");
        assertThat(said(get("/records/" + job)))
                .containsPattern("TP-J, ± \\d[\\d.]* N·m")
                .containsPattern("TP-K, ± 0\\.5 K");
    }
}

package dev.wartung.web.workshop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.bench.TestBench;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valves;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.time.Instant;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** A type without its spring: measured at the bench on a valve of it, taken into its next version. */
@ExtendWith(RunningApplication.class)
class MeasuringRunTest {

    private final MockMvc web;
    private final Sheets sheets;
    private final Valves valves;
    private final JdbcTemplate jdbc;

    MeasuringRunTest(MockMvc web, Sheets sheets, Valves valves, JdbcTemplate jdbc) {
        this.web = web;
        this.sheets = sheets;
        this.valves = valves;
        this.jdbc = jdbc;
    }

    private ResultActions does(String who, String role, String path, String... fields) throws Exception {
        MockHttpServletRequestBuilder request =
                post(path).with(user(who).roles(role)).with(csrf());
        for (int i = 0; i < fields.length; i += 2) {
            request.param(fields[i], fields[i + 1]);
        }
        return web.perform(request);
    }

    private String shown(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles("PLANNER")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** Kolm 50 as a type of the plant, without what its spring is. */
    private void springUnknown() throws Exception {
        String yaml = sheets.typeText("kolm-50").orElseThrow();
        String own = yaml.replace("type: kolm-50", "type: odd-50")
                .replaceAll("preload: [^,}]*, ?", "")
                .replaceAll("rate: [^,}]*, ?", "")
                .replaceAll("friction: [^,}]*, ?", "");
        assertThat(own).isNotEqualTo(yaml).doesNotContain("preload:");
        sheets.keepOwn(
                "odd-50",
                own,
                jdbc.queryForObject("select id from account where username = 'pia'", Long.class),
                Instant.EPOCH);
        valves.save(TestSite.valve("MR-1", Drive.NC));
        jdbc.update("update valve set type_id = 'odd-50', type_name = 'Own Odd 50' where tag = 'MR-1'");
    }

    @Test
    @DisplayName(
            "A valve of a type whose spring nobody knows is measured at the bench; its next version takes the run, and nothing was proven")
    void measured() throws Exception {
        springUnknown();
        assertThat(shown("/valves/MR-1")).contains("Measure its spring at the test bench");
        int port;
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = socket.getLocalPort();
        }
        TestBench bench = TestBench.start(InetAddress.getLoopbackAddress(), port, 1, 1);
        try {
            jdbc.update(
                    "insert into test_bench (name, host, port, unit, stand_in) values ('Slow bench', '127.0.0.1', ?, 1, true)",
                    port);
            String id = "" + jdbc.queryForObject("select id from test_bench where name = 'Slow bench'", Long.class);
            does("tessa", "TECHNICIAN", "/valves/MR-1/prove/measure", "measure", "yes", "bench", id)
                    .andExpect(content().string(containsString("Say that you do.")));
            does("pia", "PLANNER", "/valves/MR-1/prove/measure", "measure", "yes", "bench", id, "at-bench", "yes")
                    .andExpect(status().isForbidden());
            String to = does(
                            "tessa",
                            "TECHNICIAN",
                            "/valves/MR-1/prove/measure",
                            "measure",
                            "yes",
                            "bench",
                            id,
                            "at-bench",
                            "yes")
                    .andExpect(status().is3xxRedirection())
                    .andReturn()
                    .getResponse()
                    .getRedirectedUrl();
            for (int i = 0; shown(to).contains("Running:"); i++) {
                assertThat(i).as("the run does not end").isLessThan(1200);
                Thread.sleep(50);
            }
            assertThat(shown(to))
                    .contains("Measuring run", "Measured.", "Falling: at rest again at")
                    .doesNotContain("ended early", "Held against", "its own earlier run", "pressure on the seat");
        } finally {
            bench.close();
        }
        assertThat(jdbc.queryForObject(
                        "select count(*) from proving_run where measures and outcome = 'COMPLETE' and stands is null and proof is null",
                        Integer.class))
                .isEqualTo(1);
        does("pia", "PLANNER", "/types/odd-50/again").andExpect(status().is3xxRedirection());
        Matcher offered = Pattern.compile("/types/odd-50/draft/numbers\\?run=(\\d+)")
                .matcher(shown("/types/odd-50/draft/numbers"));
        assertThat(offered.find()).isTrue();
        String taken = shown("/types/odd-50/draft/numbers?run=" + offered.group(1));
        String[] typed = {"way", "RUN", "target", "NC", "first", "", "full", "", "back", "", "home", "", "gauge", "0.06"
        };
        for (int i = 4; i < 12; i += 2) {
            Matcher field = Pattern.compile("name=\"" + typed[i] + "\"[^>]*value=\"([0-9.]+)\"")
                    .matcher(taken);
            assertThat(field.find()).as(typed[i]).isTrue();
            typed[i + 1] = field.group(1);
        }
        does("pia", "PLANNER", "/types/odd-50/draft/measured", typed).andExpect(status().is3xxRedirection());
        // the made-up valve of the stand-in is the example of its size: 2300 N and 27 N/mm
        String now = shown("/types/odd-50/draft/numbers");
        assertThat(kept(now, "preload")).isBetween(2250.0, 2350.0);
        assertThat(kept(now, "rate")).isBetween(24.0, 30.0);
        assertThat(kept(now, "friction")).isBetween(120.0, 180.0);
        assertThat(now).contains("one slow run up and down, ± ");
    }

    private static double kept(String page, String number) {
        Matcher field = Pattern.compile("id=\"n-actuator-NC-" + number + "-v\"[^>]*value=\"([0-9.]+)\"")
                .matcher(page);
        assertThat(field.find()).as(number).isTrue();
        return Double.parseDouble(field.group(1));
    }

    @Test
    @DisplayName("A valve without a spring, or worked by hand, is not measured so, and says why")
    void notAll() throws Exception {
        valves.save(TestSite.valve("MR-2", Drive.DA));
        web.perform(get("/valves/MR-2/prove").with(user("tessa").roles("TECHNICIAN")))
                .andExpect(status().isOk())
                .andExpect(content().string(not(containsString("Measure its spring"))));
        does("tessa", "TECHNICIAN", "/valves/MR-2/prove/measure", "measure", "yes", "bench", "1", "at-bench", "yes")
                .andExpect(content().string(containsString("Only a valve that air moves and a spring brings back")));
    }
}

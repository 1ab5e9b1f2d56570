package dev.wartung.web.badinput;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.core.lab.Field;
import dev.wartung.core.lab.Instrument;
import dev.wartung.core.lab.Lab;
import dev.wartung.web.app.RunningApplication;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every call of the JSON interface with bodies that are wrong in every way: 200, or a problem detail that tells why;
 * cycle counts go in all or none.
 */
@ExtendWith(RunningApplication.class)
class BadCallsTest {

    private static final long SEED = Long.getLong("wartung.badinput.seed", 20261125);
    private static final JsonMapper JSON = new JsonMapper();
    private static final int EACH = 60;

    private final MockMvc web;
    private final JdbcTemplate jdbc;
    private final Nasty nasty = new Nasty(SEED);

    BadCallsTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
    }

    private int called(String path, String body) throws Exception {
        MockHttpServletResponse answer = web.perform(post("/api/v1" + path)
                        .with(user("pia").roles("PLANNER"))
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(body.getBytes(StandardCharsets.UTF_8)))
                .andReturn()
                .getResponse();
        String told = answer.getContentAsString();
        String what = path + " " + body.substring(0, Math.min(400, body.length())) + " -> "
                + told.substring(0, Math.min(300, told.length()));
        assertThat(answer.getStatus()).as(what).isIn(200, 400, 404, 413, 422);
        if (answer.getStatus() != 200) {
            assertThat(String.valueOf(answer.getContentType())).as(what).startsWith("application/problem+json");
            assertThat(told).as(what).doesNotContain("dev.wartung", "Exception", "tools.jackson");
        }
        return answer.getStatus();
    }

    private String body(List<String> fields) {
        Map<String, Object> body = new LinkedHashMap<>();
        fields.forEach(f -> body.put(
                f,
                switch (nasty.below(8)) {
                    case 0 -> nasty.below(100_000) / 7.0;
                    case 1 -> List.of(nasty.text());
                    case 2 -> Map.of(nasty.text(), nasty.text());
                    case 3 -> Double.MAX_VALUE;
                    case 4 -> nasty.text();
                    default -> nasty.field();
                }));
        String text = JSON.writeValueAsString(body);
        return nasty.chance(30) ? nasty.damaged(text) : text;
    }

    @Test
    @DisplayName("Every instrument of the Lab, field by field")
    void lab() throws Exception {
        int answered = 0;
        for (Instrument instrument : Lab.instruments()) {
            List<String> fields =
                    instrument.fields(Map.of()).stream().map(Field::id).toList();
            for (int i = 0; i < EACH; i++) {
                List<String> some = new ArrayList<>(fields);
                some.removeIf(f -> nasty.chance(70));
                answered += called(
                                        "/lab/" + instrument.plate().id(),
                                        nasty.chance(90)
                                                ? "{\"units\":\"" + (nasty.chance(50) ? "us" : "metric")
                                                        + "\",\"inputs\":" + body(some) + "}"
                                                : body(List.of("units", "inputs")))
                                == 200
                        ? 1
                        : 0;
            }
        }
        assertThat(answered).as("some make sense").isGreaterThan(50);
    }

    @Test
    @DisplayName("A field nobody knows is refused by its name, beside the inputs and among them")
    void unknownFields() throws Exception {
        for (Instrument instrument : Lab.instruments()) {
            String path = "/lab/" + instrument.plate().id();
            for (int i = 0; i < 5; i++) {
                String name = "x" + nasty.below(1_000_000);
                String value = JSON.writeValueAsString(nasty.field());
                for (String body : List.of(
                        "{\"inputs\":{},\"" + name + "\":" + value + "}",
                        "{\"inputs\":{\"" + name + "\":" + value + "}}")) {
                    String told = web.perform(post("/api/v1" + path)
                                    .with(user("pia").roles("PLANNER"))
                                    .contentType(MediaType.APPLICATION_JSON)
                                    .content(body.getBytes(StandardCharsets.UTF_8)))
                            .andReturn()
                            .getResponse()
                            .getContentAsString();
                    assertThat(told).as(path + " " + body).contains(name).doesNotContain("\"figures\"");
                }
            }
        }
    }

    @Test
    @DisplayName("Places of bolts anywhere, many or none: an answer or a reason, never an error of ours")
    void places() throws Exception {
        for (int i = 0; i < 200; i++) {
            StringBuilder places = new StringBuilder();
            int count = nasty.below(20);
            for (int n = 0; n < count; n++) {
                places.append(n == 0 ? "" : nasty.one(List.of("; ", ";", "\n", " ")))
                        .append(nasty.below(400) - 200)
                        .append(nasty.one(List.of(" ", ", ", "/")))
                        .append(nasty.below(nasty.chance(50) ? 3 : 400));
            }
            for (String instrument : List.of("bolt-up", "diaphragm-map")) {
                called(
                        "/lab/" + instrument,
                        JSON.writeValueAsString(Map.of(
                                "inputs",
                                Map.of(
                                        "pattern",
                                        "places",
                                        "places",
                                        nasty.chance(85) ? places.toString() : nasty.text()))));
            }
        }
    }

    @Test
    @DisplayName("Procedures, derived and simulated")
    void procedures() throws Exception {
        for (String path : List.of("/procedures/works", "/procedures/derive", "/procedures/simulate")) {
            for (int i = 0; i < EACH; i++) {
                called(
                        path,
                        nasty.chance(50)
                                ? body(List.of("type", "drive", "options", "work", "part", "steps"))
                                : nasty.damaged(
                                        "{\"type\":\"kolm-50\",\"drive\":\"NC\",\"work\":\"renew-product-seals\",\"options\":{\"elastomer\":\"EPDM\"},\"steps\":[\"close-line\"]}"));
            }
        }
        for (String bomb : List.of(
                "[".repeat(100_000),
                "{\"a\":".repeat(100_000),
                "\"" + "x".repeat(2_000_000) + "\"",
                "{\"type\":\"" + "9".repeat(1_000_000) + "\"}",
                "",
                "null",
                "[]",
                "1e99999999")) {
            assertThat(called("/procedures/derive", bomb)).isNotEqualTo(200);
        }
    }

    @Test
    @DisplayName("Cycle counts: one that is wrong among many, and none is kept")
    void cycles() throws Exception {
        long kept = 0;
        for (int i = 0; i < 150; i++) {
            StringBuilder counts = new StringBuilder("[");
            for (int n = 0; n < 4; n++) {
                counts.append(n == 0 ? "" : ",")
                        .append("{\"tag\":")
                        .append(JSON.writeValueAsString(nasty.chance(85) ? "TS-00" + (1 + n) : nasty.text()))
                        .append(",\"total\":")
                        .append(
                                nasty.chance(85)
                                        ? 100 + i
                                        : nasty.one(List.of(
                                                "-1",
                                                "1e400",
                                                "\"x\"",
                                                "null",
                                                "9223372036854775807",
                                                "9223372036854775808",
                                                "1.5")))
                        .append(
                                nasty.chance(50)
                                        ? ""
                                        : ",\"day\":"
                                                + JSON.writeValueAsString(
                                                        nasty.chance(70) ? "2026-03-01" : nasty.text()))
                        .append("}");
            }
            int answer = called("/cycles", counts + "]");
            Long now = jdbc.queryForObject(
                    "select count(*) + coalesce(sum(total % 1000), 0) from cycle_count", Long.class);
            if (answer != 200) {
                assertThat(now).as("refused, so none: " + counts).isEqualTo(kept);
            }
            kept = now == null ? 0 : now;
        }
        assertThat(kept).isPositive();
    }
}

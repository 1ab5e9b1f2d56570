package dev.wartung.web.api;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.core.lab.Lab;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The JSON interface over real HTTP. */
@ExtendWith(RunningApplication.class)
class ApiTest {

    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final JsonMapper JSON = new JsonMapper();
    private static String token = "";
    private static final String VALVE = "{\"type\":\"kolm-50\",\"drive\":\"NC\",\"work\":\"renew-product-seals\"";

    /** Logged in by a token, as who asks often does. */
    private static HttpResponse<String> call(Address address, String path, String body)
            throws IOException, InterruptedException {
        if (!token.startsWith(address.base())) {
            JsonNode handed = JSON.readTree(
                    call(address, "/token", "{}", TestSite.PASSWORD).body());
            token = address.base() + " " + handed.get("token").asString();
        }
        return send(address, path, body, "Bearer " + token.split(" ")[1]);
    }

    private static HttpResponse<String> call(Address address, String path, String body, String password)
            throws IOException, InterruptedException {
        return send(
                address,
                path,
                body,
                "Basic " + Base64.getEncoder().encodeToString(("tessa:" + password).getBytes(StandardCharsets.UTF_8)));
    }

    private static HttpResponse<String> send(Address address, String path, String body, String authorization)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address.base() + "/api/v1" + path))
                .header("Content-Type", "application/json");
        if (!authorization.isEmpty()) {
            request.header("Authorization", authorization);
        }
        return HTTP.send(
                (body.isEmpty() ? request.GET() : request.POST(BodyPublishers.ofString(body))).build(),
                BodyHandlers.ofString());
    }

    private static String bearer(Address address) throws IOException, InterruptedException {
        return "Bearer "
                + JSON.readTree(call(address, "/token", "{}", TestSite.PASSWORD).body())
                        .get("token")
                        .asString();
    }

    private static JsonNode ok(Address address, String path, String body) throws IOException, InterruptedException {
        HttpResponse<String> response = call(address, path, body);
        assertThat(response.statusCode()).as(response.body()).isEqualTo(200);
        return JSON.readTree(response.body());
    }

    @Test
    @DisplayName("A token is handed for a name and a password, not for another token: it ends with its hours")
    void tokenForAToken(Address address) throws Exception {
        HttpResponse<String> first = call(address, "/token", "{}", TestSite.PASSWORD);
        assertThat(first.statusCode()).isEqualTo(200);
        String bearer = "Bearer " + JSON.readTree(first.body()).get("token").asString();
        assertThat(send(address, "/lab", "", bearer).statusCode()).isEqualTo(200);
        assertThat(send(address, "/token", "{}", bearer).statusCode()).isEqualTo(403);
    }

    @Test
    @DisplayName("Whoever a token stands for sees it among theirs and ends it; nobody else does")
    void revoked(Address address, MockMvc web) throws Exception {
        String bearer = bearer(address);
        Matcher latest = Pattern.compile("/me/tokens/([0-9a-f]{12})/revoked")
                .matcher(web.perform(get("/me").with(user("tessa").roles("TECHNICIAN")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString());
        assertThat(latest.find()).isTrue();
        String end = "/me/tokens/" + latest.group(1) + "/revoked";
        web.perform(post(end).with(user("rita").roles("REVIEWER")).with(csrf()));
        assertThat(send(address, "/lab", "", bearer).statusCode())
                .as("somebody else's")
                .isEqualTo(200);
        web.perform(post(end).with(user("tessa").roles("TECHNICIAN")).with(csrf()));
        assertThat(send(address, "/lab", "", bearer).statusCode()).isEqualTo(401);
    }

    @Test
    @DisplayName("A token holds for eight hours, and not a moment longer")
    void runsOut(Address address, JdbcTemplate jdbc) throws Exception {
        String bearer = bearer(address);
        assertThat(jdbc.queryForObject(
                        "select max(expires_at) between now() + interval '7:59' and now() + interval '8:00' from api_token",
                        Boolean.class))
                .isTrue();
        assertThat(send(address, "/lab", "", bearer).statusCode()).isEqualTo(200);
        jdbc.update("update api_token set expires_at = now() - interval '1 second'");
        assertThat(send(address, "/lab", "", bearer).statusCode()).isEqualTo(401);
    }

    @Test
    @DisplayName(
            "Every instrument answers over the wire what it answers here, and is described in the OpenAPI document")
    void lab(Address address) throws Exception {
        JsonNode document = ok(address, "/openapi", "");
        for (JsonNode instrument : ok(address, "/lab", "")) {
            String id = instrument.get("id").asString();
            JsonNode answer = ok(address, "/lab/" + id, "{\"inputs\":{}}");
            var here = Lab.work(Lab.instrument(id).orElseThrow(), Map.of(), UnitSystem.METRIC)
                    .result()
                    .orElseThrow();
            assertThat(answer.get("figures").get(0).get("text").asString())
                    .isEqualTo(here.figures().get(0).text().toString());
            assertThat(answer.get("findings").size()).isEqualTo(here.findings().size());
            JsonNode described = document.at("/paths/~1api~1v1~1lab~1" + id
                    + "/post/requestBody/content/application~1json/schema/properties/inputs/properties");
            assertThat(described.size())
                    .as(id)
                    .isEqualTo(instrument.get("fields").size());
        }
        assertThat(document.at("/paths/~1api~1v1~1procedures~1simulate/post/summary")
                        .asString())
                .isNotEmpty();
    }

    @Test
    @DisplayName("Numbers are typed in either unit, bare or with it")
    void units(Address address) throws Exception {
        double metric = ok(address, "/lab/bolt-up", "{\"inputs\":{\"torque\":9.603710,\"attachment\":\"2 in\"}}")
                .at("/figures/0/value")
                .asDouble();
        double us = ok(
                        address,
                        "/lab/bolt-up",
                        "{\"units\":\"us\",\"inputs\":{\"torque\":85,\"attachment\":2,\"wrench\":\"300 mm\"}}")
                .at("/figures/0/value")
                .asDouble();
        assertThat(us).isCloseTo(metric, org.assertj.core.api.Assertions.within(1e-4));
    }

    @Test
    @DisplayName("A derived procedure has no incident; in another order the simulated bench says what happens")
    void procedures(Address address) throws Exception {
        JsonNode derived = ok(address, "/procedures/derive", VALVE + "}");
        List<String> steps =
                new ArrayList<>(StreamSupport.stream(derived.get("steps").spliterator(), false)
                        .map(s -> s.get("id").asString())
                        .toList());
        assertThat(steps).hasSizeGreaterThan(15);
        assertThat(ok(address, "/procedures/simulate", VALVE + "}")
                        .get("incidents")
                        .size())
                .isZero();
        String both = VALVE.replace("renew-product-seals", "renew-product-seals+renew-actuator-seals");
        assertThat(ok(address, "/procedures/derive", both + "}").get("renews").toString())
                .contains("plug-seal", "piston-seal");
        Collections.reverse(steps);
        JsonNode reversed =
                ok(address, "/procedures/simulate", VALVE + ",\"steps\":" + JSON.writeValueAsString(steps) + "}");
        assertThat(reversed.get("incidents").size()).isPositive();
        assertThat(reversed.at("/incidents/0/text").asString()).isNotEmpty();
        assertThat(ok(address, "/procedures/works", VALVE + "}").size()).isGreaterThan(2);
    }

    @ParameterizedTest
    @DisplayName("What cannot be answered is a problem detail that names the field")
    @CsvSource(
            delimiter = '|',
            value = {
                "/lab/bolt-up | {\"inputs\":{\"torque\":\"NaN\"}} | 422 | torque",
                "/lab/bolt-up | {\"inputs\":{\"torque\":[1]}} | 422 | torque",
                "/lab/bolt-up | {\"inputs\":{\"colour\":1}} | 422 | colour",
                "/lab/bolt-up | {\"units\":\"cubits\"} | 422 | units",
                "/lab/diaphragm-map | {\"inputs\":{\"gap.2\":9}} | 422 | gap.2",
                "/lab/nothing | {} | 404 | nothing",
                "/lab/bolt-up | {torque | 400 | JSON",
                "/procedures/derive | {\"type\":\"gold-50\"} | 422 | gold-50",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drive\":\"XX\"} | 422 | drive",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drive\":\"NC\",\"work\":\"paint\"} | 422 | work",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drive\":\"NC\"} | 422 | work",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drive\":\"NC\",\"work\":\"+\"} | 422 | work",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drive\":\"NC\",\"work\":\"inspect+paint\"} | 422 | work",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drive\":\"NC\",\"work\":\"renew-one-seal\",\"part\":\"+\"} | 422 | part",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drive\":\"NC\",\"options\":{\"elastomer\":\"oak\"}} | 422 | elastomer",
                "/procedures/simulate | {\"type\":\"kolm-50\",\"drive\":\"NC\",\"work\":\"renew-product-seals\",\"steps\":[\"jump\"]} | 422 | jump",
                "/lab/bolt-up | {\"torque\":\"40 N·m\"} | 422 | \"field\":\"torque\"",
                "/lab/bolt-up | {\"inputs\":{},\"colour\":1} | 422 | \"field\":\"colour\"",
                "/lab/bolt-up | {\"inputs\":[1]} | 400 | \"field\":\"inputs\"",
                "/lab/bolt-up | {\"inputs\":{\"pattern\":\"places\",\"places\":\"0 40; 0 40.0004\"}} | 422 | places",
                "/procedures/derive | {\"type\":\"kolm-50\",\"drives\":\"NC\"} | 422 | \"field\":\"drives\"",
                "/procedures/derive | {\"type\":{\"a\":1}} | 400 | \"field\":\"type\"",
                "/cycles | [{\"tag\":\"TS-001\",\"total\":5,\"colour\":1}] | 422 | \"field\":\"colour\"",
                "/cycles | [{\"tag\":\"TS-001\",\"total\":\"many\"}] | 400 | \"field\":\"0.total\"",
                "/cycles | [{\"tag\":\"TS-001\",\"total\":5,\"day\":\"2026-02-30\"}] | 400 | \"field\":\"0.day\"",
                "/cycles | [{\"tag\":\"TS-001\",\"total\":5,\"day\":\"1999-12-31\"}] | 422 | \"field\":\"day\"",
                "/cycles | [{\"tag\":\"TS-001\",\"total\":5,\"day\":\"9999-01-01\"}] | 422 | \"field\":\"day\"",
                "/nowhere | {} | 404 | 404"
            })
    void problems(String path, String body, int status, String names, Address address) throws Exception {
        HttpResponse<String> response = call(address, path, body);
        assertThat(response.statusCode()).as(response.body()).isEqualTo(status);
        assertThat(response.headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
        assertThat(response.body()).contains(names).doesNotContain("dev.wartung", "Exception");
    }

    @Test
    @DisplayName("Without a name and password, or with a wrong one, nothing is answered")
    void notLoggedIn(Address address) throws Exception {
        assertThat(send(address, "/lab", "", "").statusCode()).isEqualTo(401);
        assertThat(send(address, "/lab", "", "Bearer made-up").statusCode()).isEqualTo(401);
        assertThat(call(address, "/lab", "", TestSite.PASSWORD).statusCode()).isEqualTo(200);
        HttpResponse<String> wrong = call(address, "/lab", "", "wrong");
        assertThat(wrong.statusCode()).isEqualTo(401);
        assertThat(wrong.headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
    }
}

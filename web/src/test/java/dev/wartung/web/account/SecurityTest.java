package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrlPattern;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpSession;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.test.web.servlet.MockMvc;

/** Who comes in, and what the browser is told. */
@ExtendWith(RunningApplication.class)
class SecurityTest {

    @Test
    @DisplayName("Nothing is shown without logging in; what is fetched in the background is told with 401")
    void nothingWithoutLogin(MockMvc web) throws Exception {
        web.perform(get("/valves")).andExpect(redirectedUrl("/login"));
        web.perform(get("/jobs/1001/board").header("HX-Request", "true")).andExpect(status().isUnauthorized());
        web.perform(get("/actuator/env")).andExpect(redirectedUrl("/login"));
    }

    @Test
    @DisplayName("The policy allows no inline script or style and no foreign source")
    void strictPolicy(MockMvc web) throws Exception {
        web.perform(get("/login"))
                .andExpect(header().string("Content-Security-Policy", containsString("default-src 'self'")))
                .andExpect(header().string("Content-Security-Policy", not(containsString("unsafe"))))
                .andExpect(header().string("Content-Security-Policy", containsString("frame-ancestors 'none'")))
                .andExpect(header().string("Content-Security-Policy", containsString("object-src 'none'")))
                .andExpect(header().string("X-Content-Type-Options", "nosniff"))
                .andExpect(header().string("Referrer-Policy", "same-origin"))
                .andExpect(header().string("Cache-Control", containsString("no-store")))
                .andExpect(header().string("Content-Type", "text/html;charset=UTF-8"));
    }

    @Test
    @DisplayName("A form without its token is refused")
    void forgedForm(MockMvc web) throws Exception {
        web.perform(post("/jobs/1001/start")
                        .with(user("tessa").roles("TECHNICIAN"))
                        .session(new MockHttpSession())
                        .param("entryId", UUID.randomUUID().toString()))
                .andExpect(status().isForbidden());
    }

    @Test
    @DisplayName("A planner plans but does not work at the bench")
    void rolesHold(MockMvc web) throws Exception {
        web.perform(post("/jobs/1001/start")
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf())
                        .param("entryId", UUID.randomUUID().toString()))
                .andExpect(status().isForbidden());
        web.perform(post("/valves/TS-001/plan")
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf())
                        .param("work", "inspect")
                        .param("due", "2199-01-01"))
                .andExpect(redirectedUrlPattern("/jobs/*"));
    }

    @Test
    @DisplayName("After five wrong passwords even the right one waits; another name is not held up")
    void guessingIsSlowedDown(MockMvc web) throws Exception {
        for (int i = 0; i < Tries.SAME; i++) {
            web.perform(post("/login").with(csrf()).param("username", "theo").param("password", "wrong"))
                    .andExpect(redirectedUrl("/login?wrong&name=theo"));
        }
        web.perform(post("/login").with(csrf()).param("username", "Theo ").param("password", TestSite.PASSWORD))
                .andExpect(redirectedUrl("/login?wait=5&name=Theo"));
        web.perform(post("/login").with(csrf()).param("username", "tessa").param("password", TestSite.PASSWORD))
                .andExpect(redirectedUrl("/"));
    }

    @Test
    @DisplayName("Passwords are kept as salted Argon2id hashes: the same one looks different for everybody")
    void hashes(JdbcTemplate jdbc) {
        List<String> kept = jdbc.queryForList(
                "select password_hash from account where username in ('tessa', 'rita')", String.class);
        assertThat(kept).allSatisfy(h -> assertThat(h).startsWith("$argon2id$"));
        PasswordEncoder encoder = SecurityConfiguration.encoder();
        assertThat(encoder.encode(TestSite.PASSWORD)).isNotEqualTo(encoder.encode(TestSite.PASSWORD));
    }

    private static HttpResponse<String> sent(Address at, String path, String cookie, String form, String... headers)
            throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(at.base() + path))
                .header("Cookie", cookie)
                .header("Content-Type", "application/x-www-form-urlencoded");
        for (int i = 0; i < headers.length; i += 2) {
            request.header(headers[i], headers[i + 1]);
        }
        return HttpClient.newHttpClient()
                .send(
                        form.isEmpty()
                                ? request.build()
                                : request.POST(HttpRequest.BodyPublishers.ofString(form))
                                        .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    private static String cookie(HttpResponse<String> answer) {
        return answer.headers().firstValue("Set-Cookie").orElse("");
    }

    private static String token(HttpResponse<String> page) {
        Matcher token = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(page.body());
        assertThat(token.find()).isTrue();
        return "&_csrf=" + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8);
    }

    @Test
    @DisplayName(
            "A session: another one after the login, in a cookie no script reads and no other site sends, over TLS only where there is TLS; over when one logs out")
    void sessions(Address at) throws Exception {
        HttpResponse<String> form = sent(at, "/login", "", "", "X-Forwarded-Proto", "https");
        assertThat(cookie(form)).contains("HttpOnly", "SameSite=Lax", "Secure", "Path=/");
        String before = cookie(form).split(";")[0];
        HttpResponse<String> in =
                sent(at, "/login", before, "username=rita&password=" + TestSite.PASSWORD + token(form));
        String after = cookie(in).split(";")[0];
        assertThat(after).startsWith("WARTUNG=").isNotEqualTo(before);
        assertThat(sent(at, "/valves", before, "").statusCode())
                .as("the session from before the login")
                .isEqualTo(302);
        HttpResponse<String> page = sent(at, "/valves", after, "");
        assertThat(page.statusCode()).isEqualTo(200);
        assertThat(page.body()).doesNotContain("jsessionid", after.substring(after.indexOf('=') + 1));
        sent(at, "/logout", after, token(page).substring(1));
        assertThat(sent(at, "/valves", after, "").statusCode())
                .as("after logging out")
                .isEqualTo(302);
    }

    @ParameterizedTest
    @ValueSource(strings = {"TRACE", "PUT", "DELETE", "PATCH", "OPTIONS", "NONSENSE"})
    @DisplayName(
            "Methods that nothing answers to do nothing; who claims to be somebody else's proxy is not led elsewhere")
    void otherMethods(String method, Address at) throws Exception {
        HttpResponse<String> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(at.base() + "/valves"))
                                .method(method, HttpRequest.BodyPublishers.noBody())
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        assertThat(answer.statusCode()).isIn(302, 400, 403, 404, 405, 501);
        HttpResponse<String> led = sent(
                at,
                "/valves",
                "",
                "",
                "X-Original-URL",
                "/people",
                "X-Rewrite-URL",
                "/people",
                "X-HTTP-Method-Override",
                method);
        assertThat(led.headers().firstValue("Location").orElse("")).endsWith("/login");
    }
}

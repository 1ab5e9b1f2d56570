package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.hamcrest.Matchers.startsWith;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrlPattern;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.outage.Technician;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpSession;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.test.web.support.WebTestUtils;
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
                .andExpect(header().string("Permissions-Policy", containsString("geolocation=(), ")))
                .andExpect(content().string(startsWith("<!doctype html>")))
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
        assertThat(encoder.encode(TestSite.PASSWORD))
                .startsWith("$argon2id$v=19$m=16384,t=2,p=1$")
                .isNotEqualTo(encoder.encode(TestSite.PASSWORD));
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

    /** Forms' tokens as the application keeps them: a test that makes one puts another place for them into its chain. */
    private static void asItIs(MockMvc web) {
        WebTestUtils.setCsrfTokenRepository(
                new MockHttpServletRequest(web.getDispatcherServlet().getServletContext()), new FormTokens());
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
    void sessions(Address at, MockMvc web) throws Exception {
        asItIs(web);
        HttpResponse<String> form = sent(at, "/login", "", "");
        assertThat(cookie(form)).startsWith("WARTUNG_FORM=").contains("HttpOnly", "SameSite=Lax", "Path=/");
        String planted = "WARTUNG=" + UUID.randomUUID();
        HttpResponse<String> in = sent(
                at,
                "/login",
                planted + "; " + cookie(form).split(";")[0],
                "username=rita&password=" + TestSite.PASSWORD + token(form));
        String session = in.headers().allValues("Set-Cookie").stream()
                .filter(c -> c.startsWith("WARTUNG="))
                .findFirst()
                .orElseThrow();
        assertThat(session).contains("HttpOnly", "SameSite=Lax", "Path=/");
        String after = session.split(";")[0];
        assertThat(after).as("never one that was there before").isNotEqualTo(planted);
        assertThat(sent(at, "/valves", planted, "").statusCode()).isEqualTo(302);
        HttpResponse<String> page = sent(at, "/valves", after, "");
        assertThat(page.statusCode()).isEqualTo(200);
        assertThat(page.body()).doesNotContain("jsessionid", after.substring(after.indexOf('=') + 1));
        String other = sent(at, "/login", after, "username=rita&password=" + TestSite.PASSWORD + token(page))
                .headers()
                .allValues("Set-Cookie")
                .stream()
                .filter(c -> c.startsWith("WARTUNG="))
                .findFirst()
                .orElseThrow()
                .split(";")[0];
        assertThat(other).as("another with every login").isNotEqualTo(after);
        assertThat(sent(at, "/valves", after, "").statusCode()).isEqualTo(302);
        after = other;
        page = sent(at, "/valves", after, "");
        sent(at, "/logout", after, token(page).substring(1));
        assertThat(sent(at, "/valves", after, "").statusCode())
                .as("after logging out")
                .isEqualTo(302);
    }

    @Test
    @DisplayName("Over TLS, cookies go over TLS only")
    void overTls(MockMvc web) throws Exception {
        asItIs(web);
        for (boolean tls : new boolean[] {true, false}) {
            assertThat(web.perform(get("/login").secure(tls))
                            .andReturn()
                            .getResponse()
                            .getCookie("WARTUNG_FORM")
                            .getSecure())
                    .isEqualTo(tls);
            assertThat(web.perform(post("/login")
                                    .secure(tls)
                                    .with(csrf())
                                    .param("username", "rita")
                                    .param("password", TestSite.PASSWORD))
                            .andReturn()
                            .getResponse()
                            .getHeaders("Set-Cookie"))
                    .filteredOn(c -> c.startsWith("WARTUNG="))
                    .allSatisfy(c -> assertThat(c.contains("Secure")).isEqualTo(tls));
            asItIs(web);
        }
    }

    @Test
    @DisplayName(
            "Whoever only asks is kept no session: it begins with the login, which leads to the page that was asked for")
    void noneBefore(Address at, MockMvc web, JdbcTemplate jdbc) throws Exception {
        asItIs(web);
        int before = count(jdbc);
        for (String path : List.of("/login", "/valves", "/records?q=TS", "/no-such-page", "/api/v1/valves")) {
            assertThat(sent(at, path, "", "").headers().allValues("Set-Cookie"))
                    .as(path)
                    .noneMatch(c -> c.startsWith("WARTUNG="));
        }
        assertThat(count(jdbc)).isEqualTo(before);
        HttpResponse<String> away = sent(at, "/records?q=TS", "", "", "Accept", "text/html");
        String wanted = cookie(away).split(";")[0];
        HttpResponse<String> form = sent(at, "/login", "", "");
        HttpResponse<String> in = sent(
                at,
                "/login",
                wanted + "; " + cookie(form).split(";")[0],
                "username=rita&password=" + TestSite.PASSWORD + token(form));
        assertThat(in.headers().firstValue("Location").orElse(""))
                .as("whatever name it was asked for by")
                .isEqualTo("/records?q=TS");
        assertThat(LastLogin.within("https://elsewhere.example/x?y=1")).isEqualTo("/x?y=1");
        assertThat(LastLogin.within("https://elsewhere.example//there.example/x"))
                .isEqualTo("/there.example/x");
        assertThat(count(jdbc)).isEqualTo(before + 1);
    }

    private static int count(JdbcTemplate jdbc) {
        return jdbc.queryForObject("select count(*) from spring_session", Integer.class);
    }

    @Test
    @DisplayName(
            "What a stranger says of a proxy is not believed: not the address, not that it was TLS, not the name of the site")
    void strangers(Address at, MockMvc web, JdbcTemplate jdbc) throws Exception {
        asItIs(web);
        HttpResponse<String> form = sent(
                at,
                "/login",
                "",
                "",
                "X-Forwarded-Proto",
                "https",
                "X-Forwarded-For",
                "203.0.113.9",
                "X-Forwarded-Host",
                "elsewhere.example",
                "Forwarded",
                "for=203.0.113.9;host=elsewhere.example;proto=https");
        assertThat(cookie(form)).doesNotContain("Secure");
        HttpResponse<String> in = sent(
                at,
                "/login",
                cookie(form).split(";")[0],
                "username=oskar&password=" + TestSite.PASSWORD + token(form),
                "X-Forwarded-For",
                "203.0.113.9",
                "X-Forwarded-Host",
                "elsewhere.example");
        assertThat(in.headers().firstValue("Location").orElse("")).doesNotContain("elsewhere");
        assertThat(jdbc.queryForList(
                        "select new_values ->> 'from' from audit_entry where table_name = 'log-in' and row_key = 'oskar'",
                        String.class))
                .isNotEmpty()
                .doesNotContain("203.0.113.9");
        String session = in.headers().allValues("Set-Cookie").stream()
                .filter(c -> c.startsWith("WARTUNG="))
                .findFirst()
                .orElseThrow()
                .split(";")[0];
        HttpResponse<String> link = sent(
                at,
                "/me/calendar",
                session,
                token(sent(at, "/me", session, "")).substring(1),
                "X-Forwarded-Host",
                "elsewhere.example");
        assertThat(link.body()).contains("shown only once").doesNotContain("elsewhere.example");
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

    @Test
    @DisplayName(
            "No password, token or hash is logged or on the audit trail: neither a right nor a wrong one, at no login, signature or change of it")
    void secrets(Address at, JdbcTemplate jdbc) throws Exception {
        Logger root = (Logger) LoggerFactory.getLogger(Logger.ROOT_LOGGER_NAME);
        ListAppender<ILoggingEvent> heard = new ListAppender<>();
        heard.start();
        root.addAppender(heard);
        String wrong = "a wrong password, typed once";
        String chosen = "eleven lanterns under the quay";
        String token;
        try {
            assertThatThrownBy(new Technician(at.base(), "pia", wrong)::login).hasMessageContaining("wrong");
            Technician pia = new Technician(at.base(), "pia", TestSite.PASSWORD);
            pia.login();
            pia.post("/me/password", Map.of("before", wrong, "wanted", chosen, "again", chosen));
            token = token(at);
            assertThat(token).hasSizeGreaterThan(30);
            assertThat(jdbc.queryForList("select hash from api_token", String.class))
                    .as("kept as its hash")
                    .isNotEmpty()
                    .doesNotContain(token);
            pia.post("/me/password", Map.of("before", TestSite.PASSWORD, "wanted", chosen, "again", chosen));
            new Technician(at.base(), "pia", chosen).login();
        } finally {
            root.detachAppender(heard);
            jdbc.update("update account set password_hash = ? where username = 'pia'", TestSite.HASH);
        }
        List<String> secrets = List.of(wrong, chosen, TestSite.PASSWORD, token, "argon2id");
        assertThat(heard.list)
                .extracting(e -> e.getFormattedMessage() + e.getThrowableProxy())
                .noneMatch(said -> secrets.stream().anyMatch(said::contains));
        assertThat(jdbc.queryForList("select audit_entry::text from audit_entry", String.class))
                .isNotEmpty()
                .noneMatch(said -> secrets.stream().anyMatch(said::contains));
    }

    private static String token(Address at) throws Exception {
        String basic =
                Base64.getEncoder().encodeToString(("pia:" + TestSite.PASSWORD).getBytes(StandardCharsets.UTF_8));
        String answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(at.base() + "/api/v1/token"))
                                .header("Authorization", "Basic " + basic)
                                .POST(HttpRequest.BodyPublishers.noBody())
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
        return answer.replaceAll("(?s).*\"token\":\"([^\"]+)\".*", "$1");
    }
}

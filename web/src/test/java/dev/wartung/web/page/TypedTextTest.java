package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import dev.wartung.core.text.PlainText;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.record.RecordDesk;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/**
 * What no text may hold is refused wherever it could come in; and where an earlier version has let it in, whatever is
 * made of it can still be read.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class TypedTextTest {

    private final MockMvc web;
    private final JdbcTemplate jdbc;

    TypedTextTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
    }

    private static MockHttpServletRequestBuilder as(String name, String role, MockHttpServletRequestBuilder request) {
        return request.with(user(name).roles(role)).with(csrf());
    }

    private String text(MockHttpServletRequestBuilder request) throws Exception {
        return web.perform(request).andReturn().getResponse().getContentAsString(StandardCharsets.UTF_8);
    }

    @ParameterizedTest
    @ValueSource(strings = {"\u0000", "\u0001", "\u001d", "\u0085", "\uffff", "\ud800", "\u202e"})
    @DisplayName("A form, a part of a page and a call that hold it are refused, the field named; nothing is done")
    void refused(String character) throws Exception {
        int changes = jdbc.queryForObject("select count(*) from audit_entry", Integer.class);
        MockHttpServletRequestBuilder form =
                post("/valves/TS-020/plan").param("work", "inspect").param("note", "over" + character + "tight");
        assertThat(web.perform(as("pia", "PLANNER", form))
                        .andExpect(status().isBadRequest())
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("“note” holds a character that cannot be kept", "after “over”");
        assertThat(web.perform(as(
                                "pia",
                                "PLANNER",
                                post("/site/air").param("nominal", character).header("HX-Request", "true")))
                        .andExpect(status().isBadRequest())
                        .andReturn()
                        .getResponse())
                .satisfies(r -> assertThat(r.getContentType()).startsWith("text/plain"))
                .satisfies(r -> assertThat(r.getContentAsString()).contains("“nominal”"));
        String body = "{\"inputs\": {\"free\": \"180"
                + (character.equals("\ud800") ? "\\ud800" : String.format("\\u%04x", (int) character.charAt(0)))
                + "\"}}";
        assertThat(web.perform(as("tessa", "TECHNICIAN", post("/api/v1/lab/spring-press"))
                                .contentType("application/json")
                                .content(body))
                        .andExpect(status().isUnprocessableContent())
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("inputs.free", "It holds a character that cannot be kept");
        assertThat(jdbc.queryForObject("select count(*) from audit_entry", Integer.class))
                .isEqualTo(changes);
    }

    @Test
    @DisplayName("In files the row and the column are named: tables, a site with escapes in it, a sheet")
    void files() throws Exception {
        assertThat(imported("lots", "number,lot,pieces,supplier,cured,received\nK50-PE,L\u0001 1,2,,,\n"))
                .contains("holds a character that cannot be kept (U+0001, after “L”)");
        assertThat(
                        imported(
                                "site",
                                "{\"format\": \"wartung-site-1\", \"lots\": [{\"number\": \"K50-PE\", \"lot\": \"L\\u0001\"}]}"))
                .contains("lots.lot", "U+0001, after “L”");
        assertThat(imported("type", "id: mine\nname: \"My\\x01 valve\"\n")).contains("U+0001, after “My”");
    }

    private String imported(String kind, String content) throws Exception {
        return web.perform(multipart("/exchange")
                        .file("file", content.getBytes(StandardCharsets.UTF_8))
                        .param("kind", kind)
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf()))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    @DisplayName(
            "A record and a valve that hold it from before: pages, drawings, documents, tables and feeds can be read, with � in its place")
    void oldData(Jobs jobs, RecordDesk records) throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int number = bench.begin("TS-020", "oil-actuator", "tessa");
        while (bench.current(number).isPresent()) {
            bench.confirm(number, "tessa");
        }
        bench.close(number, "tessa");
        // as a version that asked nothing wrote it
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated("tessa", "", List.of()));
        assertThat(records.correct(
                        number,
                        Map.of(
                                "what",
                                "lot\u0001",
                                "was",
                                "\uffff",
                                "is",
                                "AO\u001b-3",
                                "reason",
                                "it\u0085 stands so",
                                "password",
                                TestSite.PASSWORD)))
                .isEmpty();
        SecurityContextHolder.clearContext();
        jdbc.update(
                "update valve set service = E'Oat\\u0001 base\\uFFFF', line = E'Line\\u0002', next_due = current_date where tag = 'TS-020'");
        for (String pdf :
                List.of("/records/" + number + ".pdf", "/labels.pdf?tag=TS-020", "/handover/bench-list.pdf")) {
            assertThat(web.perform(as("tessa", "TECHNICIAN", get(pdf)))
                            .andExpect(status().isOk())
                            .andReturn()
                            .getResponse()
                            .getContentAsByteArray())
                    .as(pdf)
                    .startsWith("%PDF-".getBytes(StandardCharsets.US_ASCII));
        }
        String table = text(as("pia", "PLANNER", get("/exchange/valves.csv")));
        assertThat(table).contains("Oat\ufffd base");
        assertThat(PlainText.trouble(table)).isEmpty();
        assertThat(text(as("tessa", "TECHNICIAN", get("/valves/TS-020")))).contains("Oat");
        Matcher link = Pattern.compile("/calendar/[\\w-]+\\.ics")
                .matcher(text(as("tessa", "TECHNICIAN", post("/me/calendar"))));
        String feed = link.find() ? text(get(link.group())) : "";
        assertThat(feed).contains("BEGIN:VEVENT");
        assertThat(PlainText.trouble(feed)).isEmpty();
        Matcher drawing = Pattern.compile("(?s)<svg class=\"section\".*?</svg>")
                .matcher(text(as("tessa", "TECHNICIAN", get("/valves/TS-020"))));
        assertThat(drawing.find()).isTrue();
        DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(drawing.group().getBytes(StandardCharsets.UTF_8)));
        text(as("tessa", "TECHNICIAN", get("/records/" + number + ".json")));
    }

    @Test
    @DisplayName(
            "In the browser it is said beside the field as it comes in, and the form is not sent until it is taken out")
    void besideTheField(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/site");
        page.fill("[name=nominal]", "6\u0001 bar");
        PlaywrightAssertions.assertThat(page.locator("[name=nominal] ~ .not-text, .typed-in + .not-text")
                        .first())
                .containsText("U+0001, after “6”");
        assertThat((boolean) page.evaluate("() => document.querySelector('[name=nominal]').checkValidity()"))
                .isFalse();
        Browser.usableByAll(page);
        page.fill("[name=nominal]", "6 bar");
        PlaywrightAssertions.assertThat(page.locator(".not-text")).isHidden();
        assertThat((boolean) page.evaluate("() => document.querySelector('[name=nominal]').checkValidity()"))
                .isTrue();
    }
}

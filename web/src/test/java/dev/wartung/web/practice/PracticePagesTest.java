package dev.wartung.web.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import dev.wartung.core.message.Message;
import dev.wartung.core.practice.Attempt;
import dev.wartung.core.practice.Move;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Exercises through the pages: begun, worked, ended, read; and nothing real is touched by them. */
@ExtendWith({RunningApplication.class, Browser.class})
class PracticePagesTest {

    private static final List<String> REAL =
            List.of("job", "job_entry", "valve", "service_record", "fitted_part", "lot", "stock_move", "recheck");

    private final MockMvc web;
    private final PracticeRuns runs;
    private final PracticeDesk desk;
    private final JdbcTemplate jdbc;

    PracticePagesTest(MockMvc web, PracticeRuns runs, PracticeDesk desk, JdbcTemplate jdbc) {
        this.web = web;
        this.runs = runs;
        this.desk = desk;
        this.jdbc = jdbc;
    }

    private String sent(String name, String to, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request = post(to).with(
                        user(name).roles(name.equals("pia") ? "PLANNER" : "TECHNICIAN"))
                .with(csrf());
        typed.forEach(request::param);
        var response = web.perform(request).andReturn().getResponse();
        return response.getRedirectedUrl() != null ? response.getRedirectedUrl() : response.getContentAsString();
    }

    private int status(String name, String from) throws Exception {
        return web.perform(get(from).with(user(name).roles(name.equals("pia") ? "PLANNER" : "TECHNICIAN")))
                .andReturn()
                .getResponse()
                .getStatus();
    }

    private String page(String name, String from) throws Exception {
        return web.perform(get(from).with(user(name).roles(name.equals("pia") ? "PLANNER" : "TECHNICIAN")))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private long begun(String type, String drive, String work, String trap) throws Exception {
        String to = sent("tessa", "/practice", Map.of("type", type, "drive", drive, "work", work, "trap", trap));
        assertThat(to).startsWith("/practice/");
        return Long.parseLong(to.substring(to.lastIndexOf('/') + 1));
    }

    private Attempt attempt(long id) {
        return desk.attempt(runs.findById(id).orElseThrow());
    }

    private Map<String, String> right(Step step) {
        return Map.of(
                "key",
                attemptKey(step),
                "tool",
                Attempt.rightTool(step).map(Message::toString).orElse(""),
                "grease",
                Attempt.rightGrease(step));
    }

    private static String attemptKey(Step step) {
        return new Move(step.operation() + step.undoes().map(u -> "<" + u).orElse("") + "|" + step.say(), step, 1)
                .key();
    }

    private Map<String, Long> real() {
        return REAL.stream()
                .collect(Collectors.toMap(t -> t, t -> jdbc.queryForObject("select count(*) from " + t, Long.class)));
    }

    @Test
    @DisplayName(
            "A renewal done in the derived order ends with 100 points, is on one's list and on the trainer's, and no real table has a row more")
    void perfect() throws Exception {
        Map<String, Long> before = real();
        long id = begun("kolm-50", "NC", "renew-product-seals", "NONE");
        while (attempt(id).next().isPresent()) {
            Step next = attempt(id).next().orElseThrow();
            assertThat(sent("tessa", "/practice/" + id + "/move", right(next))).isEqualTo("/practice/" + id);
            assertThat(attempt(id).next()).isNotEqualTo(Optional.of(next));
        }
        sent("tessa", "/practice/" + id + "/end", Map.of());
        assertThat(runs.findById(id).orElseThrow().score()).contains(100);
        assertThat(page("tessa", "/practice/" + id))
                .contains("100 of 100 points")
                .contains("Nothing. That is the order the work has.");
        assertThat(page("tessa", "/practice")).contains("100 points").doesNotContain("Everybody");
        assertThat(page("pia", "/practice")).contains("Everybody").contains("Tessa Technician");
        assertThat(real()).isEqualTo(before);
        sent("tessa", "/practice/" + id + "/hint", Map.of());
        assertThat(runs.findById(id).orElseThrow().score())
                .as("an ended exercise stays ended")
                .contains(100);
    }

    @Test
    @DisplayName(
            "What goes wrong is said and marked; a tool must be chosen; hints are counted; what is not offered does nothing; nobody works in somebody else's exercise")
    void wrong() throws Exception {
        long id = begun("kolm-50", "NO", "renew-product-seals", "NONE");
        Move clamp = attempt(id).moves().stream()
                .filter(m -> m.step().say().toString().contains("body clamp") && m.sort() == Move.Sort.OFF)
                .findFirst()
                .orElseThrow();
        assertThat(sent("tessa", "/practice/" + id + "/move", Map.of("key", clamp.key())))
                .contains("Choose what you take for it");
        sent(
                "tessa",
                "/practice/" + id + "/move",
                Map.of(
                        "key",
                        clamp.key(),
                        "tool",
                        Attempt.rightTool(clamp.step()).map(Message::toString).orElseThrow()));
        assertThat(page("tessa", "/practice/" + id))
                .contains("That went wrong.")
                .contains("came wrong");
        sent("tessa", "/practice/" + id + "/hint", Map.of());
        assertThat(page("tessa", "/practice/" + id)).contains("Next would be:");
        int done = attempt(id).came().size();
        sent("tessa", "/practice/" + id + "/move", Map.of("key", "no such move"));
        sent("tessa", "/practice/" + id + "/look", Map.of("part", "no-such-part"));
        sent("tessa", "/practice/" + id + "/name", Map.of("what", "drive=NONSENSE"));
        assertThat(attempt(id).came()).hasSize(done);
        assertThat(status("theo", "/practice/" + id)).isEqualTo(404);
        assertThat(status("pia", "/practice/" + id)).isEqualTo(200);
        sent("pia", "/practice/" + id + "/end", Map.of());
        assertThat(runs.findById(id).orElseThrow().running())
                .as("looking on ends nothing")
                .isTrue();
        assertThat(sent(
                        "tessa",
                        "/practice",
                        Map.of("type", "kolm-50", "drive", "NC", "work", "dance", "trap", "NONE")))
                .contains("Choose a work that this valve has");
        sent("tessa", "/practice/" + id + "/end", Map.of());
        assertThat(page("tessa", "/practice/" + id))
                .contains("What cost points")
                .contains("missing here")
                .contains("1 hint");
    }

    @Test
    @DisplayName(
            "In the browser: a wrong record is named, a move chosen with its tool, and everybody can use every page of it")
    void browser(Address at, Browser browser) throws Exception {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/practice");
        page.click("text=Choose another exercise");
        page.selectOption("select[name=type]", "terskel-25");
        PlaywrightAssertions.assertThat(page.locator("select[name=work]")).containsText("Renew the diaphragm");
        Browser.usableByAll(page);
        page.click("label.pick:has-text('The record may be wrong')");
        page.click(".chooser button:has-text('Begin')");
        PlaywrightAssertions.assertThat(page.locator(".right h2")).containsText("What do you do next?");
        Browser.usableByAll(page);
        long id = Long.parseLong(page.url().replaceAll(".*/", ""));
        page.click(".moves[open] .tile >> nth=0");
        PlaywrightAssertions.assertThat(page.locator("button:has-text('Do it')"))
                .isVisible();
        Browser.usableByAll(page);
        page.click("a:has-text('Something else')");
        page.click("button:has-text('I am done')");
        PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("of 100 points");
        PlaywrightAssertions.assertThat(page.locator(".lost-points")).containsText("nobody said so");
        Browser.usableByAll(page);
        assertThat(runs.findById(id).orElseThrow().running()).isFalse();
    }
}

package dev.wartung.web.device;

import static dev.wartung.web.device.StandIns.tessa;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.SelectOption;
import dev.wartung.core.proving.Registers;
import dev.wartung.core.proving.SeatTest.Chamber;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.job.bench.BenchHands;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Benches and proving as they are seen and typed: the list, hand tools, a run that draws itself, gauge and watch. */
@ExtendWith({RunningApplication.class, Browser.class})
class ProvingPagesTest {

    private static final long PATIENCE_MS = 60_000;

    private final MockMvc web;
    private final TestBenches benches;
    private final StandIns standIns;

    ProvingPagesTest(MockMvc web, TestBenches benches) {
        this.web = web;
        this.benches = benches;
        this.standIns = new StandIns(benches);
    }

    @AfterEach
    void pullThePlugs() {
        standIns.close();
    }

    @Test
    @DisplayName(
            "An administrator adds a bench and sees whether it answers; what makes no sense is told beside its field, and technicians only look")
    void list(Address at, Browser browser) throws Exception {
        int port = StandIns.freePort();
        standIns.start(port, 1, 5);
        Page page = browser.loggedIn(at.base(), "ada");
        Browser.go(page, "/site");
        page.click("a:has-text('Test benches')");
        Browser.ready(page);
        page.fill("[name=name]", "Real bench");
        page.fill("[name=host]", "not an address");
        page.fill("[name=port]", "70000");
        page.click("button:has-text('Add the bench')");
        PlaywrightAssertions.assertThat(page.locator(".trouble:has-text('for instance 10.0.4.20')"))
                .hasCount(1);
        PlaywrightAssertions.assertThat(page.locator(".trouble:has-text('from 1 to 65535')"))
                .hasCount(1);
        page.fill("[name=host]", "127.0.0.1");
        page.fill("[name=port]", String.valueOf(port));
        page.click("button:has-text('Add the bench')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') .so-good"))
                .hasText("✓ answers");
        Browser.usableByAll(page);
        page.click("tr:has-text('Real bench') summary:has-text('say what it encloses')");
        page.fill("tr:has-text('Real bench') [name=volume]", "150 ml");
        page.fill("tr:has-text('Real bench') [name=within]", "none");
        page.fill("tr:has-text('Real bench') [name=gauge]", "1 mbar");
        page.click("tr:has-text('Real bench') button:has-text('Keep it')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') .trouble:has-text('for instance 5')"))
                .hasCount(1);
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') [name=volume]"))
                .hasValue("150 ml");
        page.fill("tr:has-text('Real bench') [name=within]", "4 %");
        page.click("tr:has-text('Real bench') button:has-text('Keep it')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') summary"))
                .hasText("encloses 150 ml");
        assertThat(benches.findFirstByName("Real bench").orElseThrow().chamber())
                .contains(new Chamber(150e-6, 0.04, 100));
        assertThat(web.perform(tessa(post("/benches")).param("name", "Mine"))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(403);
        page.click("button:has-text('Take Real bench off the list')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench')"))
                .hasCount(0);
    }

    @Test
    @DisplayName(
            "What wrench and caliper sent is typed at a press, in the reader's unit; nothing sent, or what no tool can show, is told and not typed")
    void handTools(Address at, Browser browser) throws Exception {
        int port = StandIns.freePort();
        standIns.start(port, 1, 5);
        standIns.known("Tools", port, 1);
        assertThat(web.perform(tessa(get("/device/sent/TORQUE"))).andReturn().getResponse())
                .satisfies(r -> assertThat(r.getStatus()).isEqualTo(503))
                .satisfies(r -> assertThat(r.getContentAsString()).contains("nothing yet"));
        StandIns.breaks(port, 1, Registers.CALIPER_SENDS, 170);
        StandIns.breaks(port, 1, Registers.WRENCH_SENDS, 65_000);
        Thread.sleep(200);
        assertThat(web.perform(tessa(get("/device/sent/LENGTH")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .isEqualTo("1.7 mm");
        assertThat(web.perform(tessa(get("/device/sent/TORQUE")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("no such tool can show");
        StandIns.breaks(port, 1, Registers.WRENCH_SENDS, 1302);
        Page page = browser.loggedIn(at.base(), "tessa");
        browser.expectsErrors("503");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-010", "inspect");
        hands.workUntil("Close the body clamp");
        page.click("[data-reads]");
        PlaywrightAssertions.assertThat(
                        page.locator(".measure input.reading-field").first())
                .hasValue("13.02 N·m");
        page.click("#done");
        PlaywrightAssertions.assertThat(page.locator(".step .say")).not().containsText("Close the body clamp");
    }

    @Test
    @DisplayName(
            "Without a bench the same is judged from gauge and watch; what was not read is said, and nothing typed is lost")
    void byHand() throws Exception {
        MockHttpServletRequestBuilder wrong = tessa(post("/valves/TS-007/prove/by-hand"))
                .param("first", "3.3")
                .param("full", "much")
                .param("away", "1,200 s");
        assertThat(web.perform(wrong).andReturn().getResponse().getContentAsString())
                .contains("value=\"3.3\"", "value=\"much\"", "Choose where it went", "1.200 or 1200?");
        MockHttpServletRequestBuilder unknown = tessa(post("/valves/TS-007/prove/by-hand"))
                .param("went", "closed")
                .param("decay-start", "3")
                .param("decay-end", "2.5")
                .param("decay-time", "10");
        assertThat(web.perform(unknown).andReturn().getResponse().getContentAsString())
                .contains("Without it a loss tells no leakage", "No gauge reads without error");
        MockHttpServletRequestBuilder right = tessa(post("/valves/TS-007/prove/by-hand"))
                .param("decay-volume", "200 ml")
                .param("decay-gauge", "1 mbar");
        Map.of(
                        "first",
                        "3.3",
                        "full",
                        "4,1 bar",
                        "away",
                        "1,2 s",
                        "went",
                        "closed",
                        "switches",
                        "yes",
                        "decay-start",
                        "3",
                        "decay-end",
                        "2.5",
                        "decay-time",
                        "10")
                .forEach(right::param);
        String to = String.valueOf(web.perform(right).andReturn().getResponse().getRedirectedUrl());
        assertThat(web.perform(tessa(get(to))).andReturn().getResponse().getContentAsString())
                .contains("Not proven: seat, by pressure decay", "by hand", "Not timed");
    }

    @Test
    @DisplayName(
            "The run draws itself while it goes on, is held against the valve's own earlier run, and everybody can use its pages")
    void watched(Address at, Browser browser) throws Exception {
        int port = StandIns.freePort();
        standIns.start(port, 1, 6);
        standIns.known("Fast bench", port, 1);
        Page page = browser.loggedIn(at.base(), "tessa");
        for (String fault : List.of("none", "dry")) {
            begun(page, "Fast bench", fault);
            PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("Running");
            PlaywrightAssertions.assertThat(page.locator(".trace.travel").first())
                    .isAttached();
            page.waitForSelector("#live[data-ended='true']", new Page.WaitForSelectorOptions().setTimeout(PATIENCE_MS));
        }
        PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("first movement");
        PlaywrightAssertions.assertThat(page.locator(".trace.own")).hasCount(1);
        PlaywrightAssertions.assertThat(page.locator("td:has-text('First movement against its own')"))
                .hasCount(1);
        Browser.usableByAll(page);
        Browser.go(page, "/valves/TS-008/prove");
        Browser.usableByAll(page);
    }

    @Test
    @DisplayName(
            "Stop and vent is pressed by a finger as slow as it likes, and keeps the keyboard, while the run draws itself")
    void pressed(Address at, Browser browser) throws Exception {
        int port = StandIns.freePort();
        standIns.start(port, 1, 0.2);
        standIns.known("Slow bench", port, 1);
        Page page = browser.loggedIn(at.base(), "tessa");
        begun(page, "Slow bench", "none");
        page.evaluate("() => { window.renewed = 0;"
                + " document.addEventListener('htmx:afterRequest', () => window.renewed++); }");
        String stop = "button:has-text('Stop and vent')";
        page.focus(stop);
        renewedTwice(page);
        PlaywrightAssertions.assertThat(page.locator(stop)).isFocused();
        page.hover(stop);
        page.mouse().down();
        renewedTwice(page);
        page.mouse().up();
        page.waitForSelector("#live[data-ended='true']");
        PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("stopped by hand");
    }

    private static void begun(Page page, String bench, String fault) {
        Browser.go(page, "/valves/TS-008/prove");
        page.selectOption("#bench", new SelectOption().setLabel(bench + " (stand-in, no real valve)"));
        page.selectOption("#fault", fault);
        page.check("[name=at-bench]");
        page.click("button:has-text('Start the run')");
    }

    private static void renewedTwice(Page page) {
        Object before = page.evaluate("() => renewed");
        page.waitForFunction("before => renewed > before + 2", before);
    }
}

package dev.wartung.web.job.bench;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonObject;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;

/** What helps where the hands are full, the light is poor or the sun is on the display. */
@ExtendWith({RunningApplication.class, Browser.class})
class FullHandsTest {

    @ParameterizedTest
    @ValueSource(strings = {"dark", "sun"})
    @DisplayName("In the dark and in the sun every main view can be read by everybody, as it can indoors")
    void lights(String light, Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/me");
        page.check("input[name=light][value=" + light + "]");
        assertThat(page.locator("html")).hasAttribute("data-light", light);
        Browser.usableByAll(page);
        new BenchHands(page).begin(light.equals("dark") ? "TS-008" : "TS-009", "renew-product-seals");
        assertThat(page.locator("html")).hasAttribute("data-light", light);
        Browser.usableByAll(page);
        for (String path : List.of(
                "/",
                "/valves",
                "/valves/TS-001",
                "/valves/TS-001/fault?symptom=seat",
                "/techniques",
                "/lab/diaphragm-map",
                "/lab/old-seal",
                "/calendar",
                "/stores/greases")) {
            Browser.go(page, path);
            Browser.usableByAll(page);
        }
    }

    @Test
    @DisplayName("What opens the rest of a full day in the calendar is large enough for a finger")
    void fullDay(Address at, Browser browser, JdbcTemplate jdbc) {
        LocalDate day = LocalDate.now().plusYears(1).withDayOfMonth(10);
        jdbc.update("update valve set next_due = ? where tag between 'TS-020' and 'TS-025'", day);
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/calendar?month=" + YearMonth.from(day));
        assertThat(page.locator(".month summary")).hasText("2 more");
        assertThat(page.locator(".month summary").boundingBox().height).isGreaterThanOrEqualTo(32);
        Browser.usableByAll(page);
    }

    @Test
    @DisplayName(
            "On paper, which is narrow, nothing of it is printed: no phone's layout, no colours, no larger letters")
    void paper(Address at, Browser browser) {
        Page page = browser.window(at.base(), 700, 1000);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        Browser.go(page, "/me");
        page.check("input[name=light][value=dark]");
        page.check("input[name=letters][value=largest]");
        Browser.go(page, "/valves");
        String table = "() => getComputedStyle(document.querySelector('table.list')).display";
        assertThat(page.evaluate(table)).isEqualTo("block");
        // Playwright's own call writes "print" in the letters of the JVM's language
        JsonObject paper = new JsonObject();
        paper.addProperty("media", "print");
        page.context().newCDPSession(page).send("Emulation.setEmulatedMedia", paper);
        assertThat(page.evaluate(table)).isEqualTo("table");
        assertThat(page.evaluate("() => getComputedStyle(document.documentElement).fontSize"))
                .isEqualTo("16px");
        assertThat(page.evaluate("() => getComputedStyle(document.body).backgroundColor"))
                .isEqualTo("rgb(244, 241, 234)");
        assertThat(
                        (List<?>)
                                page.evaluate(
                                        "() => [...document.querySelectorAll('.in-hand, .by-camera, .aids')].filter(e => e.checkVisibility()).map(e => e.outerHTML)"))
                .isEmpty();
    }

    @Test
    @DisplayName("One tap makes letters larger, and they are on the next page")
    void letters(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        double before = page.locator("h1").boundingBox().height;
        page.click(".aids [data-letters-by]");
        assertThat(page.locator("h1").boundingBox().height).isGreaterThan(1.15 * before);
        Browser.go(page, "/valves");
        assertThat(page.locator("html")).hasAttribute("data-letters", "larger");
        assertThat(Browser.leaves(page)).isEmpty();
        page.click(".aids [data-letters-by]");
        assertThat(page.locator("html")).hasAttribute("data-letters", "largest");
        page.click(".aids [data-letters-by]");
        assertThat(page.locator("html")).not().hasAttribute("data-letters", "largest");
    }

    @Test
    @DisplayName(
            "A foot switch confirms and goes back by the keys that were chosen; what a scanner or caliper types can be neither")
    void footSwitch(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/me");
        page.locator("[data-key=next-key]").press("PageDown");
        page.locator("[data-key=back-key]").press("PageDown");
        assertThat(page.locator(".keys-of")).containsText("That is the other one’s key.");
        for (String typed : List.of("q", "7", "Enter", "-")) {
            page.locator("[data-key=back-key]").press(typed);
            assertThat(page.locator(".keys-of")).containsText("A scanner or a caliper types that, too.");
            assertThat(page.locator("[data-key=back-key]")).hasValue("");
        }
        page.locator("[data-key=back-key]").press("ArrowLeft");
        assertThat(page.locator("[data-key=back-key]")).hasValue("ArrowLeft");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-010", "inspect");
        page.locator("#main").press("PageDown");
        Browser.settled(page);
        assertThat(page.locator("#confirm .trouble").first()).isVisible();
        hands.workUntil("Take off the body clamp");
        String step = hands.step();
        page.locator("#main").press("PageDown");
        assertThat(page.locator(".step .say")).not().hasText(step);
        page.locator("#main").press("ArrowLeft");
        assertThat(page.locator(".step .say")).hasText(step);
        page.locator("#main").press("PageDown");
        assertThat(page.locator(".step .say")).not().hasText(step);
        String later = hands.step();
        page.locator("#scan").press("ArrowLeft");
        page.locator("#main").press("q");
        assertThat(page.locator(".step .say")).hasText(later);
    }

    @Test
    @DisplayName(
            "Read aloud only where it is asked for, then each step as it comes up; the display stays awake on the bench alone")
    void aloudAndAwake(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        page.addInitScript(
                """
                window.said = []; window.woken = 0;
                Object.defineProperty(window, 'speechSynthesis', { value: { speak: u => window.said.push(u.text), cancel() {} } });
                Object.defineProperty(navigator, 'wakeLock', { value: { request: async () => { window.woken++; } } });
                """);
        Browser.go(page, "/");
        assertThat(page.evaluate("() => woken")).isEqualTo(0);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-011", "inspect");
        hands.workUntil("Vent, drain and rinse");
        assertThat((List<?>) page.evaluate("() => said")).isEmpty();
        assertThat(page.evaluate("() => woken")).isEqualTo(1);
        page.click(".aids [data-aloud]");
        assertThat(page.locator(".aids [data-aloud]")).hasAttribute("aria-pressed", "true");
        assertThat((String) page.evaluate("() => said.at(-1)"))
                .startsWith(hands.step())
                .contains(page.locator(".step .caution").first().innerText());
        hands.answer();
        hands.confirm();
        page.waitForFunction("() => said.length === 2");
        assertThat((String) page.evaluate("() => said.at(-1)")).startsWith(hands.step());
        page.click(".aids [data-aloud]");
        hands.answer();
        hands.confirm();
        assertThat(page.evaluate("() => said.length")).isEqualTo(2);
        Browser.go(page, "/me");
        page.uncheck("[data-here=sleeps]");
        page.goBack();
        Browser.ready(page);
        assertThat(page.evaluate("() => woken")).isEqualTo(0);
    }

    private static byte[] noise() throws IOException {
        Random random = new Random(7);
        BufferedImage picture = new BufferedImage(2600, 1300, BufferedImage.TYPE_INT_RGB);
        for (int x = 0; x < picture.getWidth(); x++) {
            for (int y = 0; y < picture.getHeight(); y++) {
                picture.setRGB(x, y, random.nextInt());
            }
        }
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", file);
        return file.toByteArray();
    }

    @Test
    @DisplayName(
            "A photo is made smaller before it is sent, and arrives; what is no picture is sent as it is and refused")
    void photo(Address at, Browser browser) throws IOException {
        Page page = browser.loggedIn(at.base(), "tessa");
        new BenchHands(page).begin("TS-012", "inspect");
        byte[] photo = noise();
        String field = "input[name='note.photo']";
        page.setInputFiles(field, new FilePayload("valve.png", "image/png", photo));
        page.waitForFunction("s => document.querySelector(s).files[0].name === 'valve.jpg'", field);
        assertThat((int) page.evaluate("s => document.querySelector(s).files[0].size", field))
                .isLessThan(photo.length / 3);
        page.click(".more");
        page.click("button:has-text('Leave a note')");
        page.fill("#note-words", "Seen from the gallery");
        page.click("#leave-note button[type=submit]");
        Browser.settled(page);
        assertThat(page.locator("#leave-note .trouble")).hasCount(0);
        page.setInputFiles(field, new FilePayload("valve.png", "image/png", new byte[700_000]));
        page.click(".more");
        page.click("button:has-text('Leave a note')");
        page.fill("#note-words", "Not a picture");
        page.click("#leave-note button[type=submit]");
        Browser.settled(page);
        assertThat(page.locator("#leave-note .trouble").first()).isVisible();
    }
}

package dev.wartung.web.job.bench;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A scanner and a caliper are keyboards: what they type, wherever one is, lands where it belongs and confirms nothing. */
@ExtendWith({RunningApplication.class, Browser.class})
class ScannerTest {

    /** As fast as a scanner, however busy the machine of the test is. */
    private static void scan(Page page, String code) {
        page.evaluate("() => { scanner.NEXT_WITHIN = 10000; }");
        page.keyboard().type(code);
        page.keyboard().press("Enter");
    }

    private static void stillAt(Page page, int job, String step) {
        Browser.go(page, "/jobs/" + job);
        assertThat(page.locator(".step .say")).hasText(step);
    }

    @ParameterizedTest
    @CsvSource({"1280,800,TS-001", "390,844,TS-002"})
    @DisplayName(
            "A tag that is scanned at a step leads to its valve: no letter of it is a key, its Enter confirms nothing")
    void tag(int width, int height, String tag, Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", width, height);
        BenchHands hands = new BenchHands(page);
        int job = hands.begin(tag, "inspect");
        hands.workUntil("Take off the body clamp");
        String step = hands.step();
        // F would go to the findings
        scan(page, "TF-003");
        page.waitForURL(Pattern.compile(".*/valves/TF-003"));
        stillAt(page, job, step);
        scan(page, "https://wartung.example/valves/TS-004");
        page.waitForURL(Pattern.compile(".*/valves/TS-004"));
        stillAt(page, job, step);
        // looks like a label of ours, and is none
        scan(page, "https://wartung.example/valves/10%");
        page.waitForURL(Pattern.compile(".*10%25.*"));
        stillAt(page, job, step);
    }

    @ParameterizedTest
    @CsvSource({"1280,800,TS-005", "390,844,TS-006"})
    @DisplayName("A reading that is sent with nothing in focus is the step's, and the hand still confirms it")
    void reading(int width, int height, String tag, Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", width, height);
        BenchHands hands = new BenchHands(page);
        hands.begin(tag, "inspect");
        hands.workUntil("Vent, drain and rinse");
        String step = hands.step();
        page.evaluate("() => document.activeElement.blur()");
        Locator reading = page.locator(".measure input.reading-field");
        scan(page, "21,5");
        assertThat(reading).hasValue("21,5");
        page.evaluate("() => document.activeElement.blur()");
        // read again
        scan(page, "22");
        assertThat(reading).hasValue("22");
        assertThat(page.locator(".step .say")).hasText(step);
        hands.confirm();
        assertThat(page.locator(".step .say")).not().hasText(step);
    }

    @Test
    @DisplayName(
            "Codes that are scanned one after the other fill what the step asks for, from anywhere and from field to field")
    void lots(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", 1280, 800);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-013", "renew-product-seals");
        hands.workUntil("Count the kit in");
        page.evaluate("() => document.activeElement.blur()");
        scan(page, "LB-2611");
        assertThat(page.locator("[name='lot.kit']")).hasValue("LB-2611");
        assertThat(page.locator("[name='kit.number']")).isFocused();
        scan(page, "KB-9");
        assertThat(page.locator("[name='kit.number']")).hasValue("KB-9");
        assertThat(page.locator(".step .trouble:visible")).hasCount(0);
        assertThat(page.locator(".step .say")).containsText("Count the kit in");
    }

    @Test
    @DisplayName("A hand's key is still a key, alone or with something typed after it at once")
    void keys(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", 1280, 800);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-014", "inspect");
        hands.workUntil("Vent, drain and rinse");
        Locator reading = page.locator(".measure input.reading-field").first();
        page.evaluate("() => document.activeElement.blur()");
        page.keyboard().type("m2");
        assertThat(reading).isFocused();
        assertThat(reading).hasValue("2");
        page.evaluate("() => document.activeElement.blur()");
        page.keyboard().press("?");
        assertThat(page.locator("#keys")).isVisible();
        page.keyboard().press("Escape");
        page.keyboard().press("p");
        assertThat(page.locator("dialog[open]")).isVisible();
    }

    @Test
    @DisplayName(
            "What a wrench shows is the turn of the bolt in hand, one after the other, and never leads away from the job")
    void wrench(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", 1280, 800);
        int job = new BenchHands(page).beginUntilTurns("TF-003", "renew-diaphragm");
        for (String shown : List.of("7", "7.1 Nm")) {
            String turn = page.locator(".run .stage").innerText();
            page.evaluate("() => document.activeElement.blur()");
            scan(page, shown);
            assertThat(page.locator(".run .stage")).not().hasText(turn);
            assertThat(page.locator("[data-turn]")).hasValue("");
        }
        assertThat(page).hasURL(Pattern.compile(".*/jobs/" + job));
    }

    @Test
    @DisplayName(
            "Where every reading of several is there, one that is sent once more is not taken for any of them, nor looked for")
    void tooMany(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", 1280, 800);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-015", "inspect");
        hands.workUntil("Vent, drain and rinse");
        page.evaluate("() => { const field = document.querySelector('.measure input.reading-field');"
                + " field.value = '20'; field.after(field.cloneNode()); document.activeElement.blur(); }");
        scan(page, "21");
        assertThat(page.locator("#lost")).containsText("Tap the one that is read again");
        assertThat(page.locator(".measure input.reading-field").first()).hasValue("20");
    }
}

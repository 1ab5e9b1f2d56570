package dev.wartung.web.job.bench;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * What must hold for the bench view at every step, whatever it shows: it is read at arm's length and worked with
 * gloves.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class BenchLayoutTest {

    private static final int MOMENTS = 20;
    private static final double MOMENT_MS = 100;

    /** What scrolls, is too small for a glove or lies outside; asked in one go, since it is asked at every step. */
    private static final String TROUBLES =
            """
            ([width, height]) => {
              const found = [], root = document.documentElement;
              if (Math.max(root.scrollHeight, document.body.scrollHeight) > height) found.push('the page scrolls down');
              if (root.scrollWidth > width) found.push('the page scrolls sideways');
              for (const area of ['.step', '.cloth']) {
                const e = document.querySelector(area), down = e.scrollHeight - e.clientHeight, across = e.scrollWidth - e.clientWidth;
                if (down > 1 || across > 1) found.push(`${area} scrolls by ${down} down, ${across} across`);
              }
              for (const e of document.querySelectorAll('.do .btn, .pick, .second input, .failed input, .reading-field:not([type=radio])')) {
                const box = e.getBoundingClientRect();
                if (!e.checkVisibility() || box.width === 0) continue;
                if (box.height < 48 || box.right > width || box.bottom > height) found.push(`${e.innerText}${e.name} is too small or outside: ${box.height} high, to ${box.right}, ${box.bottom}`);
              }
              return found;
            }""";

    @SuppressWarnings("unchecked")
    private static List<String> troubles(Page page, int width, int height) {
        List<String> found = (List<String>) page.evaluate(TROUBLES, List.of(width, height));
        // what is there for a moment only, while a busy machine still draws the step, is nobody's trouble
        for (int i = 0; i < MOMENTS && !found.isEmpty(); i++) {
            page.waitForTimeout(MOMENT_MS);
            found = (List<String>) page.evaluate(TROUBLES, List.of(width, height));
        }
        return found;
    }

    /** Tools of every kind, so that each reading asks what it was taken with. */
    @BeforeAll
    static void tools(JdbcTemplate jdbc) {
        for (String tool :
                List.of("W-1,TORQUE_WRENCH", "W-2,TORQUE_WRENCH", "C-1,CALIPER", "G-1,GAUGE", "T-1,THERMOMETER")) {
            String[] parts = tool.split(",");
            jdbc.update(
                    "insert into measuring_tool (number, kind, name, months, good_until, version) values (?, ?, 'with a name of some length', 12, current_date + 30, 0)",
                    parts[0],
                    parts[1]);
        }
    }

    @Test
    @DisplayName(
            "At 1280 by 800 nothing on the bench scrolls, at any step, and everything to press is at least 48 pixels high")
    void nothingScrolls(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-001", "renew-product-seals");
        for (int i = 0; i < 80 && !hands.step().startsWith("Count, then close"); i++) {
            assertThat(troubles(page, 1280, 800)).as(hands.step()).isEmpty();
            hands.answer();
            hands.confirm();
        }
        assertThat(hands.step()).startsWith("Count, then close");
        assertThat(troubles(page, 1280, 800)).as("closing").isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"TF-001,renew-product-seals", "TF-002,renew-product-seals", "TF-003,renew-diaphragm"})
    @DisplayName(
            "Nor does it on the other families, each worked through to its closing count; axe finds nothing on the way")
    void otherFamilies(String tag, String work, Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin(tag, work);
        for (int i = 0; i < 90 && !hands.step().startsWith("Count, then close"); i++) {
            assertThat(troubles(page, 1280, 800)).as(hands.step()).isEmpty();
            if (i % 16 == 0) {
                Browser.usableByAll(page);
            }
            hands.answer();
            hands.confirm();
        }
        assertThat(hands.step()).startsWith("Count, then close");
        assertThat(page.locator(".hindrances")).hasCount(0);
    }

    @Test
    @DisplayName(
            "Nor does it when answers are missing or wrong: every complaint, the second person's fields and the button stay in view")
    void nothingScrollsWhenWrong(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-029", "renew-bush");
        for (int i = 0; i < 80 && !hands.step().startsWith("Count, then close"); i++) {
            if (page.locator("#confirm .reading, #confirm .kit").count() > 0) {
                page.click("#done");
                Browser.settled(page);
                assertThat(page.locator("#confirm .trouble").first()).isVisible();
                assertThat(troubles(page, 1280, 800))
                        .as("nothing answered: " + hands.step())
                        .isEmpty();
                hands.answerWrongly();
                page.click("#done");
                Browser.settled(page);
                for (Locator reason : page.locator(".failed input").all()) {
                    reason.fill("because");
                }
                if (page.locator(".failed").count() > 0) {
                    page.click("#done");
                    Browser.settled(page);
                    assertThat(troubles(page, 1280, 800))
                            .as("answered wrongly: " + hands.step())
                            .isEmpty();
                }
            }
            hands.answer();
            page.locator(".failed input").all().forEach(reason -> reason.fill(""));
            hands.confirm();
        }
        assertThat(hands.step()).startsWith("Count, then close");
        page.click("#done");
        Browser.settled(page);
        assertThat(troubles(page, 1280, 800)).as("closing").isEmpty();
    }

    @Test
    @DisplayName("At 900 pixels wide nothing leaves the screen sideways on any main view")
    void narrow(Address at, Browser browser) {
        Page page = browser.window(at.base(), 900, 800);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        for (String path : List.of(
                "/",
                "/valves",
                "/valves/TS-002",
                "/valves/TS-002/plan?work=renew-bush",
                "/lines",
                "/site",
                "/valves/TS-002/fault?symptom=leak-seat",
                "/valves/TF-003/settling",
                "/stores/greases",
                "/records/old-seals",
                "/lab",
                "/lab/diaphragm-map")) {
            Browser.go(page, path);
            assertThat((int) page.evaluate("() => document.documentElement.scrollWidth"))
                    .as(path)
                    .isLessThanOrEqualTo(900);
        }
        new BenchHands(page).begin("TS-002", "inspect");
        assertThat((int) page.evaluate("() => document.documentElement.scrollWidth"))
                .as("bench")
                .isLessThanOrEqualTo(900);
        page.click("#findings");
        Browser.ready(page);
        assertThat((int) page.evaluate("() => document.documentElement.scrollWidth"))
                .as("findings")
                .isLessThanOrEqualTo(900);
    }

    @Test
    @DisplayName(
            "Looking back shows a step as it was, with what was read, and offers nothing to confirm; B and the buttons lead there and back")
    void lookingBack(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-003", "inspect");
        hands.workByHandUntil("Turn the handwheel until the stem is up");
        page.keyboard().press("b");
        Browser.ready(page);
        assertThat(page.locator(".back-note")).isVisible();
        assertThat(page.locator(".answers")).containsText("22 °C");
        assertThat(page.locator("#done")).hasCount(0);
        page.click("text=To the step that is due");
        assertThat(page.locator(".step .say")).hasText("Turn the handwheel until the stem is up");
        assertThat(page.locator(".plate:has-text('Spring')")).containsText("none here");
    }

    @Test
    @DisplayName("The keys: ? lists them, M goes to the reading, / to the search; in a field they are letters")
    void keys(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-004", "inspect");
        hands.workUntil("Vent, drain and rinse");
        assertThat(page.locator("[name='reading.line-temperature']")).isFocused();
        page.locator("#done").focus();
        page.keyboard().press("?");
        assertThat(page.locator("#keys")).isVisible();
        page.keyboard().press("Escape");
        page.keyboard().press("m");
        // no hand is as fast as a scanner
        assertThat(page.locator("[name='reading.line-temperature']")).isFocused();
        page.keyboard().type("19");
        assertThat(page.locator(".verdict.ok")).hasText("Within limits.");
        page.keyboard().type("pm/");
        assertThat(page.locator("[name='reading.line-temperature']")).hasValue("19pm/");
        assertThat(page.locator("#problem")).isHidden();
        assertThat(page.locator(".judged .trouble")).containsText("not a unit");
    }

    @Test
    @DisplayName("The register answers as one types, and a page later keeps the question")
    void register(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/valves");
        assertThat(page.locator("caption")).hasText("33 valves");
        page.click(".pages >> text=Next");
        Browser.ready(page);
        assertThat(page.locator(".pages")).containsText("Page 2 of 4");
        page.locator("#q").pressSequentially("of ts-01");
        assertThat(page.locator("caption")).hasText("10 valves");
        page.selectOption("[name=drive]", "NO");
        assertThat(page.locator("#results .empty")).containsText("Nothing fits");
        Browser.usableByAll(page);
        page.reload();
        assertThat(page.locator("#q")).hasValue("of ts-01");
    }
}

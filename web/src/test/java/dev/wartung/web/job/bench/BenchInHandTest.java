package dev.wartung.web.job.bench;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The bench on a phone: one hand, a glove, and what matters in view wherever the page is pushed to. */
@ExtendWith({RunningApplication.class, Browser.class})
class BenchInHandTest {

    /** What is wrong where the page stands: asked at its beginning and at its end. */
    private static final String TROUBLES =
            """
            () => {
              const found = [], width = document.documentElement.clientWidth, height = innerHeight, last = scrollY > 0;
              const box = e => e.getBoundingClientRect();
              const name = e => `${e.tagName} ${e.id || e.className} “${(e.innerText || e.name || '').trim().slice(0, 30)}”`;
              const seen = e => e && e.checkVisibility() && box(e).width > 0;
              if (document.documentElement.scrollWidth > width) found.push('the page scrolls sideways');
              for (const what of ['.energy', '#done', '.count', '.judgements'].concat(height > 500 ? ['.top .here', '#scan'] : [])) {
                const e = document.querySelector(what);
                if (!seen(e)) { found.push(`${what} is not there`); continue; }
                const b = box(e), onTop = document.elementFromPoint(b.left + b.width / 2, b.top + b.height / 2);
                if (b.top < 0 || b.bottom > height + 1 || b.left < 0 || b.right > width + 1) found.push(`${what} is out of view`);
                else if (!e.contains(onTop) && !onTop?.contains(e)) found.push(`${what} is covered by ${name(onTop)}`);
              }
              const step = box(document.querySelector('.step .say'));
              if (!last && (step.top < 0 || step.bottom > box(document.querySelector('.below')).top)) found.push('what is to be done is not in view');
              const targets = [...document.querySelectorAll('.board :is(.btn, .pick, select, summary, .tick, input:not([type=radio], [type=checkbox], [type=hidden])), .top :is(a, button, input)')].filter(e => seen(e) && !e.closest('dialog, [popover]'));
              for (const e of targets) if (Math.round(box(e).height) < 48 || Math.round(box(e).width) < 48) found.push(`${name(e)} is too small for a glove: ${Math.round(box(e).width)} by ${Math.round(box(e).height)}`);
              const apart = (a, b) => Math.max(b.left - a.right, a.left - b.right, b.top - a.bottom, a.top - b.bottom);
              const free = targets.filter(e => e.matches('.btn, .pick, select'));
              free.forEach((e, i) => free.slice(i + 1).forEach(o => {
                if ((!e.closest('.thumb') === !o.closest('.thumb')) && Math.round(apart(box(e), box(o))) < 8) found.push(`${name(e)} is too near to ${name(o)}`);
              }));
              for (const e of document.querySelectorAll('.board :is(p, h2, label, legend, .btn, .plate b, .count b, figcaption, .caption)')) {
                if (seen(e) && !e.closest('dialog, .hands-row, .hands-corner, .cloth') && box(e).right > width + 1) found.push(`${name(e)} is cut off`);
              }
              return found;
            }""";

    @SuppressWarnings("unchecked")
    private static List<String> troubles(Page page) {
        List<String> found = (List<String>) page.evaluate(TROUBLES);
        // what is there for a moment only, while a busy machine still draws the step, is nobody's trouble
        for (int i = 0; i < 20 && !found.isEmpty(); i++) {
            page.waitForTimeout(100);
            found = (List<String>) page.evaluate(TROUBLES);
        }
        return found;
    }

    private static void fitsTheHand(Page page, String step) {
        assertThat(troubles(page)).as(step).isEmpty();
        page.evaluate("() => scrollTo(0, document.documentElement.scrollHeight)");
        assertThat(troubles(page)).as("at the end of: " + step).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "TF-001,renew-product-seals,390,844",
        "TF-002,renew-product-seals,844,390",
        "TF-003,renew-diaphragm,390,844",
        "TS-029,renew-product-seals,360,640"
    })
    @DisplayName(
            "A whole job in one hand, bolts and gap map among it: what is to be done, the energies, the figures and the one big button are always in view")
    void wholeJob(String tag, String work, int width, int height, Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", width, height);
        BenchHands hands = new BenchHands(page);
        hands.begin(tag, work);
        for (int i = 0; i < 150 && !hands.step().startsWith("Count, then close"); i++) {
            fitsTheHand(page, hands.step());
            hands.answer();
            hands.confirm();
        }
        assertThat(hands.step()).startsWith("Count, then close");
        fitsTheHand(page, "Count, then close");
        page.fill("#bin", page.locator(".count b").first().innerText().replaceAll(" /.*", ""));
        page.fill("#bag", "0");
        page.fill("#password", TestSite.PASSWORD);
        page.click("#done");
        assertThat(page.locator(".step .say")).hasText("The job is closed");
    }

    @Test
    @DisplayName("The figures stay in view however slowly the row arrives: it does not snap to the cloth by itself")
    void arrivingInParts(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", 390, 844);
        new BenchHands(page).begin("TS-009", "inspect");
        Object pushed = page.evaluate(
                """
                        async () => {
                          const row = document.querySelector('.below'), parts = [...row.children];
                          const drawn = () => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done)));
                          row.replaceChildren();
                          for (const part of parts) { row.append(part); await drawn(); }
                          return row.scrollLeft;
                        }""");
        assertThat(pushed).isEqualTo(0);
    }

    @Test
    @DisplayName("The cloth is one swipe away, with the figures still in view; the whole valve is one tap away")
    void oneSwipe(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", 390, 844);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-005", "inspect");
        hands.workUntil("Lift the insert straight out of the body");
        assertThat(page.locator(".cloth .part").first()).not().isInViewport();
        page.evaluate("() => document.querySelector('.below').scrollBy(390, 0)");
        assertThat(page.locator(".cloth .part:has-text('Body clamp')")).isInViewport();
        assertThat(page.locator(".count-again")).isInViewport();
        assertThat(page.locator(".count-again"))
                .hasText(page.locator(".count b").first().innerText().replace(" ", "") + " old"
                        + page.locator(".count b").nth(1).innerText().replace(" ", "") + " new");
        double before = page.locator(".work .draw").boundingBox().height;
        page.click("#whole, .grow");
        assertThat(page.locator(".work .draw").boundingBox().height).isGreaterThan(2 * before);
        page.click("#whole, .grow");
        assertThat(page.locator(".work .draw").boundingBox().height).isEqualTo(before);
    }

    @Test
    @DisplayName("What is missing is brought into view, and the big button is still there")
    void missing(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "theo", 360, 640);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-006", "inspect");
        page.click("#done");
        Browser.settled(page);
        assertThat(page.locator("#confirm .trouble").first()).isInViewport();
        assertThat(page.locator("#done")).isInViewport();
        Browser.usableByAll(page);
    }

    @Test
    @DisplayName("The bench is a tap away from everywhere; on it, every other place is")
    void places(Address at, Browser browser) {
        Page page = browser.window(at.base(), 360, 640);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-007", "inspect");
        page.click(".more-places");
        Browser.usableByAll(page);
        page.click("#places a:has-text('Lab')");
        Browser.ready(page);
        assertThat(page.locator("h1")).containsText("Lab");
        page.click("nav[aria-label=Main] > a:has-text('Bench')");
        Browser.ready(page);
        assertThat(page.url()).endsWith("/jobs/" + number);
        page.click(".more-places");
        page.click("#places a:has-text('Today')");
        Browser.ready(page);
        assertThat(page.locator("#my-bench")).isVisible();
        hands.begin("TS-016", "inspect");
        Browser.go(page, "/bench");
        // of two, neither is meant more than the other
        assertThat(page.url()).endsWith("/#my-bench");
    }
}

package dev.wartung.web.job.bench;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertEquals;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.valve.Valves;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A hand that is faster than the network. */
@ExtendWith({RunningApplication.class, Browser.class})
class SlowNetworkTest {

    @Test
    @DisplayName(
            "Gaps typed fast on a slow network, then Done: the confirmation is not pushed aside by the answers still under way")
    void fastOnASlowNetwork(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TF-001", "renew-product-seals");
        hands.workUntil("Bring the halves together");
        slowJudging(page);
        for (Locator place : page.locator("input.place").all()) {
            place.fill("2.5");
            page.waitForTimeout(120);
        }
        hands.confirm();
        assertThat(page.locator(".step .say")).not().containsText("Bring the halves together");
    }

    @Test
    @DisplayName(
            "A reading typed and Enter pressed while it is still being judged: the button is not locked by the judging")
    void enterWhileJudging(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-028", "renew-product-seals");
        for (int i = 0; i < 80 && page.locator(".measure input.reading-field").count() == 0; i++) {
            hands.answer();
            hands.confirm();
        }
        String asked = hands.step();
        hands.answer();
        Browser.settled(page);
        slowJudging(page);
        Locator field = page.locator(".measure input.reading-field").first();
        field.press("End");
        field.press("Space");
        page.waitForCondition(() -> page.locator(".reading-field.htmx-request").count() > 0);
        field.press("Enter");
        assertThat(page.locator(".step .say")).not().containsText(asked);
    }

    @Test
    @DisplayName(
            "What has just been put up takes a tap at once: no bolt's turn is lost between two, and none is the one before")
    void tappedAtOnce(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        new BenchHands(page).beginUntilTurns("TF-003", "renew-diaphragm");
        assertThat(page.locator(".run .stage")).containsText("turn 1 of");
        page.evaluate(
                """
                () => {
                  const tap = () => document.querySelector('[data-turns]').click();
                  document.addEventListener('htmx:afterSwap', () => setTimeout(tap, 0), { once: true });
                  tap();
                }""");
        assertThat(page.locator(".run .stage")).containsText("turn 3 of");
        // what one bolt showed is not typed for the next; what was refused is, and what was typed meanwhile
        Locator stage = page.locator(".run .stage");
        Locator shown = page.locator("[data-turn]");
        String before = stage.innerText();
        shown.fill("7");
        shown.press("Enter");
        assertThat(stage).not().hasText(before);
        assertThat(shown).hasValue("");
        shown.fill("seven");
        shown.press("Enter");
        assertThat(page.locator(".run .trouble").first()).not().isEmpty();
        assertThat(shown).hasValue("seven");
        before = stage.innerText();
        shown.fill("7");
        page.evaluate("() => { document.querySelector('[data-turns]').click();"
                + " const field = document.querySelector('[data-turn]'); field.value = '8';"
                + " field.dispatchEvent(new Event('input', { bubbles: true })); }");
        assertThat(stage).not().hasText(before);
        assertThat(shown).hasValue("8");
    }

    @Test
    @DisplayName("A turn that was taken back is none: not the draft nor a page that is loaded anew brings it again")
    void takenBack(Address at, Browser browser, Valves valves) {
        valves.save(TestSite.of("BT-001", "terskel-25", Map.of("drive", "NC", "face", "backed", "limiter", "fitted")));
        Page page = browser.loggedIn(at.base(), "tessa");
        int number = new BenchHands(page).beginUntilTurns("BT-001", "renew-diaphragm");
        Locator stage = page.locator(".run .stage");
        Locator turns = page.locator(".run input[type=hidden]");
        String first = stage.innerText();
        for (String of : List.of("turn 2 of", "turn 3 of")) {
            page.locator("[data-turn]").fill("1");
            page.locator("[data-turn]").press("Enter");
            assertThat(stage).containsText(of);
        }
        page.click("text=One back");
        assertThat(stage).containsText("turn 2 of");
        page.click("text=One back");
        assertThat(stage).hasText(first);
        assertThat(turns).hasValue("");
        // what the wrench showed cannot be sent where the answer is lost: it is still there
        page.locator("[data-turn]").fill("2");
        browser.expectsErrors("Failed to load resource", "Response Status Error");
        page.route(url -> url.contains("/turn?"), route -> route.fulfill(new Route.FulfillOptions().setStatus(500)));
        page.locator("[data-turn]").press("Enter");
        assertThat(page.locator("#lost")).containsText("That did not work");
        assertThat(page.locator("[data-turn]")).hasValue("2");
        Browser.go(page, "/jobs/" + number);
        assertThat(turns).hasValue("");
        assertThat(page.locator("[data-turn]")).hasValue("2");
    }

    @Test
    @DisplayName(
            "A size typed while the answer to an earlier choice is still on its way: the page ends with what was typed last, and says what is wrong with it")
    void typedBeforeTheAnswer(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-026", "renew-product-seals");
        hands.workUntil("Lift the old plug seal out");
        Browser.go(page, "/jobs/" + number + "/findings?part=stem&point=sealing-path&kind=scratch");
        page.locator("#size").fill("0.03 mm");
        AtomicReference<Route> held = new AtomicReference<>();
        page.route(url -> url.contains("direction=ALONG"), route -> {
            if (!held.compareAndSet(null, route)) {
                route.resume();
            }
        });
        page.locator(".pick:has-text('along')").click();
        page.waitForCondition(() -> held.get() != null);
        page.locator("#where").fill("upper edge");
        page.locator("#size").fill("abc");
        // longer than it waits before it asks: were it not made to wait for the first answer, it would be answered now
        // and overwritten afterwards
        page.waitForTimeout(700);
        held.get().resume();
        assertThat(page.locator("#decided .trouble")).containsText("abc");
        Browser.settled(page);
        assertThat(page.locator("#decided .trouble")).containsText("abc");
        assertThat(page.locator("#where")).hasValue("upper edge");
        assertThat(page.locator("#runs-ALONG")).isChecked();
    }

    @Test
    @DisplayName("A second tap before the answer is there plans no second job")
    void tappedTwice(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/valves/TS-027/plan?work=renew-product-seals");
        List<String> sent = new ArrayList<>();
        page.onRequest(request -> {
            if (request.method().equals("POST")) {
                sent.add(request.url());
            }
        });
        page.evaluate(
                "() => { const plan = [...document.querySelectorAll('button')].find(b => b.textContent.includes('Plan this job')); plan.click(); setTimeout(() => plan.click(), 10); }");
        page.waitForURL("**/jobs/*");
        assertEquals(1, sent.size());
    }

    /** Every answer to a reading takes 0.9 s on its way. */
    private static void slowJudging(Page page) {
        page.evaluate(
                "() => { const open = XMLHttpRequest.prototype.open, send = XMLHttpRequest.prototype.send;"
                        + " XMLHttpRequest.prototype.open = function(m, url, ...rest) { this.slow = String(url).includes('/judge'); return open.call(this, m, url, ...rest); };"
                        + " XMLHttpRequest.prototype.send = function(body) { this.slow ? setTimeout(() => send.call(this, body), 900) : send.call(this, body); }; }");
    }
}

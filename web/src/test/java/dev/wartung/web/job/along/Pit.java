package dev.wartung.web.job.along;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.Cable;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/** Where phones are that reach the application through a cable, and what one waits for there. */
final class Pit implements AutoCloseable {

    private final Cable cable;

    Pit(Address at, Browser browser) throws IOException {
        cable = new Cable(at.base());
        browser.expectsErrors("ERR_", "Failed to load resource", "htmx:");
    }

    /** To be cut and mended. */
    Cable cable() {
        return cable;
    }

    /** Where a browser asks. */
    String base() {
        return cable.base();
    }

    /** A phone in somebody's hand. */
    Page phone(Browser browser, String name) {
        Page page = browser.windowThatGoesOn(cable.base());
        Browser.login(page, name, TestSite.PASSWORD);
        return page;
    }

    /** Waits until the job is on the device, as far as the page shows it. */
    void takenAlong(Page page, int number) {
        until(
                page,
                "n => stored.job(n).then(j => j?.due === (along.board().dataset.step ?? '') && along.packs.get(n)?.at === j.at && navigator.serviceWorker.ready.then(() => true))",
                String.valueOf(number));
    }

    /** Waits for what is only known after a while, itself. */
    void until(Page page, String asked, @Nullable Object with) {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
        while (System.nanoTime() < until) {
            try {
                if (Boolean.TRUE.equals(page.evaluate(asked, with))) {
                    return;
                }
            } catch (PlaywrightException e) {
                // the page was left meanwhile
            }
            page.waitForTimeout(200);
        }
        throw new AssertionError("not yet: " + asked + "; the page says: "
                + page.locator("#lost").innerText() + " "
                + page.locator("#unsent").innerText());
    }

    /** The network is gone, and the page has noticed. */
    void cut(Page page) {
        cable.is(Cable.State.CUT);
        page.evaluate("() => along.isDown()");
    }

    /** The network is back, and everything is sent. */
    void mended(Page page) {
        cable.is(Cable.State.WHOLE);
        until(page, "() => along.contact().then(() => stored.unsent()).then(u => u.length === 0)", null);
        assertThat(page.locator("#unsent")).isHidden();
        Browser.settled(page);
    }

    /** How many entries are on the device. */
    int unsent(Page page) {
        return ((Number) page.evaluate("() => stored.unsent().then(u => u.length)")).intValue();
    }

    @Override
    public void close() throws IOException {
        cable.close();
    }
}

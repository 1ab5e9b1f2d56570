package dev.wartung.web.load;

import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.bench.BenchHands;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * What a phone fetches, and how soon the next step is there without network on a processor four times slower than this
 * one. Not a test: {@code ./wartung benchmark phone} runs it.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class InHand {

    private static final int SLOWER = 4;
    private static final int STEPS = 25;

    private long fetched;

    @Test
    void measure(Address at, Browser browser) {
        browser.expectsErrors("ERR_", "Failed to load resource");
        Page page = browser.windowThatGoesOn(at.base());
        page.setViewportSize(390, 844);
        CDPSession devtools = page.context().newCDPSession(page);
        devtools.on(
                "Network.loadingFinished",
                finished -> fetched += finished.get("encodedDataLength").getAsLong());
        devtools.send("Network.enable");
        Browser.go(page, "/login");
        page.waitForTimeout(3000);
        System.out.printf(
                "%n| What | Fetched or taken |%n|---|---|%n| first load, the log-in page with all it is made of | %d kB |%n",
                kilobytes());
        Browser.login(page, "theo", TestSite.PASSWORD);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-009", "renew-product-seals");
        page.waitForTimeout(1000);
        fetched = 0;
        page.evaluate("() => fetch(location.pathname + '/along').then(a => a.text())");
        page.waitForTimeout(2000);
        System.out.printf("| a job taken along: all its boards to the end | %d kB |%n", kilobytes());
        page.waitForTimeout(4000);
        hands.answer();
        hands.confirm();
        page.waitForTimeout(6000);
        JsonObject slower = new JsonObject();
        slower.addProperty("rate", SLOWER);
        page.context().setOffline(true);
        page.evaluate("() => along.isDown()");
        devtools.send("Emulation.setCPUThrottlingRate", slower);
        List<Double> ms = new ArrayList<>();
        for (int i = 0; i < STEPS && page.locator(".waits").count() == 0; i++) {
            hands.answer();
            // nobody confirms a step faster than they can read it
            page.waitForTimeout(500);
            ms.add(((Number)
                            page.evaluate(
                                    """
                            // from the tap to the frame that shows the next board, painted
                            () => new Promise(there => {
                              const from = performance.now(), board = document.getElementById('board'), painted = new MessageChannel();
                              painted.port1.onmessage = () => there(performance.now() - from);
                              new MutationObserver((_, seen) => {
                                if (document.getElementById('board') === board && !document.querySelector('.waits')) return;
                                seen.disconnect();
                                requestAnimationFrame(() => painted.port2.postMessage(''));
                              }).observe(document.getElementById('main'), { childList: true, subtree: true });
                              document.getElementById('done').click();
                            })"""))
                    .doubleValue());
        }
        ms.sort(null);
        System.out.printf(
                "| the next step without network, processor %d times slower, %d steps | median %.0f ms, slowest %.0f ms |%n",
                SLOWER, ms.size(), ms.get(ms.size() / 2), ms.get(ms.size() - 1));
    }

    private long kilobytes() {
        return Math.round(fetched / 1000.0);
    }
}

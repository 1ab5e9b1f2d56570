package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.job.bench.BenchHands;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Whoever works with the keyboard sees where it is (WCAG 2.4.7): axe does not ask. */
@ExtendWith({RunningApplication.class, Browser.class})
class FocusTest {

    private static final int MOST = 70;

    /** What has the focus, where no ring is seen round it, or round what stands for it. */
    private static final String UNSEEN =
            """
            () => {
              const e = document.activeElement;
              if (!e || e === document.body) return 'nothing';
              const ring = x => { const s = getComputedStyle(x); return s.outlineStyle !== 'none' && parseFloat(s.outlineWidth) >= 2; };
              const standsFor = [e, e.closest('label'), e.nextElementSibling].filter(Boolean);
              return standsFor.some(ring) ? '' : `${e.tagName} ${e.id || e.className} “${(e.innerText || e.name || '').trim().slice(0, 40)}”`;
            }""";

    @Test
    @DisplayName("Whatever the tab key leads to is seen to have the keyboard")
    void ring(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        int job = new BenchHands(page).begin("TS-001", "inspect");
        for (String path : List.of("/", "/valves", "/valves/TS-002", "/valves/TS-002/plan", "/jobs/" + job, "/me")) {
            Browser.go(page, path);
            page.evaluate("() => document.activeElement.blur()");
            for (int i = 0; i < MOST; i++) {
                page.keyboard().press("Tab");
                Object unseen = page.evaluate(UNSEEN);
                if (unseen.equals("nothing")) {
                    break;
                }
                assertThat(unseen).as(path).isEqualTo("");
            }
        }
    }

    @Test
    @DisplayName("A button under the mouse keeps its edge")
    void edge(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/valves/TS-002");
        for (var button : page.locator("main .btn:visible").all()) {
            Object before = button.evaluate("b => getComputedStyle(b).borderColor");
            button.hover();
            assertThat(button.evaluate("b => getComputedStyle(b).borderColor"))
                    .as(button.innerText())
                    .isEqualTo(before);
        }
    }
}

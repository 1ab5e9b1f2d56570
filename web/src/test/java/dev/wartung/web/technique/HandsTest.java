package dev.wartung.web.technique;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ReducedMotion;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.job.bench.BenchHands;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith({RunningApplication.class, Browser.class})
class HandsTest {

    private static Locator large(Page page) {
        return page.locator("#hands figure:visible figcaption");
    }

    @Test
    @DisplayName("At the bench the hands are in the step's card; V and a tap make them large, arrows go on and round")
    void atTheBench(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-011", "renew-product-seals");
        hands.workUntil("Push the old lip seal out of the bonnet");
        assertThat(page.locator(".hands-row .frame")).hasCount(3);
        assertThat(page.locator(".hands-row .frame.wrong .caption")).hasText("Tool along the bore: scratched");
        assertThat(page.locator(".hands-row .frame svg").first()).isVisible();
        page.keyboard().press("v");
        assertThat(large(page)).hasText("Note which way the lip looks");
        page.keyboard().press("ArrowRight");
        assertThat(large(page)).hasText("Push it out from behind");
        page.keyboard().press("ArrowLeft");
        page.keyboard().press("ArrowLeft");
        assertThat(large(page)).hasText("Tool along the bore: scratched");
        assertThat(page.locator(".pick-frame[aria-current]")).containsText("Tool along the bore");
        Browser.usableByAll(page);
        page.keyboard().press("v");
        assertThat(page.locator("#hands")).isHidden();
        page.click(".hands-row .frame >> nth=1");
        assertThat(large(page)).hasText("Push it out from behind");
        page.keyboard().press("Escape");
        // what goes with a film shows that, too
        hands.workUntil("Fit the new lip seal");
        assertThat(page.locator("#hands .captions h2"))
                .hasText(new String[] {"Lip seal, its lip towards the pressure", "A film of grease: just shining"});
    }

    @Test
    @DisplayName(
            "Where something is read the hands play in the section's corner, and stand still where motion is not wanted")
    void inTheCorner(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        page.emulateMedia(new Page.EmulateMediaOptions().setReducedMotion(ReducedMotion.REDUCE));
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-012", "renew-product-seals");
        hands.workUntil("Screw the stem to the rod and tighten while counter-holding");
        Locator corner = page.locator(".hands-corner");
        assertThat(page.locator(".hands-row")).hasCount(0);
        assertThat(corner).isVisible();
        String playing = "f => [...f.querySelectorAll('.frame')].map(e => getComputedStyle(e).opacity).join(', ')";
        assertThat(corner.evaluate(playing)).isEqualTo("1, 0, 0, 0");
        page.emulateMedia(new Page.EmulateMediaOptions().setReducedMotion(ReducedMotion.NO_PREFERENCE));
        page.waitForFunction("() => document.querySelector('.hands-corner .frame:nth-child(2)').matches('.now')");
        // between two pictures there is nothing to draw
        page.waitForFunction("() => !document.querySelector('.hands-corner').getAnimations({ subtree: true }).length");
        assertThat(corner.evaluate(playing)).isEqualTo("0, 1, 0, 0");
        corner.click();
        assertThat(large(page)).hasText("One on the rod’s flats, held");
        page.click("#hands [data-closes]");
        // V types a letter where something is typed
        page.locator("input.reading-field").first().focus();
        page.keyboard().press("v");
        assertThat(page.locator("#hands")).isHidden();
        assertThat(page.locator("input.reading-field").first()).hasValue("v");
    }

    @Test
    @DisplayName("The section is where the work is, with the whole beside it; Z makes that large and it stays so")
    void nearAndWhole(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-013", "renew-product-seals");
        hands.workUntil("Take off the body clamp");
        Locator near = page.locator(".at-work .section.near");
        assertThat(near).isVisible();
        assertThat(near.locator(".leaving.opens[data-part=body-clamp]")).hasCount(1);
        assertThat(page.locator(".whole .seen")).isVisible();
        page.keyboard().press("z");
        assertThat(near).isHidden();
        assertThat(page.locator(".whole .call-out").first()).isVisible();
        hands.answer();
        hands.confirm();
        hands.workUntil("Take the body seal off the flange");
        assertThat(near).isHidden();
        page.click("#whole");
        assertThat(near).isVisible();
        hands.workUntil("Fit the new body seal");
        assertThat(near.locator(".coming.new[data-part=body-seal]")).hasCount(1);
        assertThat(near).containsText("new, goes here");
    }

    @Test
    @DisplayName(
            "The catalogue has every technique with its pictures, and finds them by what they work on and where they are used")
    void catalogue(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/practice");
        page.click("text=What the hands do");
        Browser.ready(page);
        assertThat(page.locator(".listed")).hasCount(SheetLibrary.techniques().size());
        assertThat(
                        page.evaluate(
                                "() => [...document.querySelectorAll('.listed .frame')].filter(f => f.querySelector('svg').getBoundingClientRect().width < f.clientWidth - 1).length"))
                .as("pictures that do not fill their frame")
                .isEqualTo(0);
        Browser.usableByAll(page);
        page.fill("#technique-search", "Kidney DEEP");
        page.click("button:has-text('Find')");
        Browser.ready(page);
        assertThat(page.locator(".listed h2")).hasText(new String[] {"O-ring into a groove deep in a bore"});
        // what the step says where it shows this, and not what it says on other builds
        assertThat(page.locator(".listed .used")).not().containsText("V-packing");
        Browser.go(page, "/techniques?q=deep+in+the+bonnet");
        assertThat(page.locator("#o-ring-bore")).isVisible();
        Browser.go(page, "/techniques?q=weir+butterfly+gearbox+cheese");
        assertThat(page.locator(".empty")).containsText("Try one word less");
        assertThat(page.locator("#technique-search")).hasValue("weir butterfly gearbox cheese");
    }
}

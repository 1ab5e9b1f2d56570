package dev.wartung.web.job.bench;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** One job from the scanned tag to the printed report, and what can go wrong on the way, through the real interface. */
@ExtendWith({RunningApplication.class, Browser.class})
class WholeJobTest {

    private static final String CLOSE = "Count, then close";

    @Test
    @DisplayName("Found by its tag, stripped, resealed, closed, proven and recorded")
    void fromTagToReport(Address at, Browser browser) {
        Page page = browser.window(at.base());
        Browser.go(page, "/login");
        Browser.usableByAll(page);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        Browser.usableByAll(page);
        browser.expectsErrors("404");
        Browser.go(page, "/valves/NO-SUCH");
        Browser.usableByAll(page);
        page.keyboard().press("/");
        page.keyboard().type("ts-001");
        page.keyboard().press("Enter");
        assertThat(page.locator("h1")).hasText("TS-001");
        Browser.usableByAll(page);
        page.click("text=Plan a job");
        Browser.ready(page);
        Browser.usableByAll(page);
        BenchHands hands = new BenchHands(page);
        page.check("input[name=work][value=renew-product-seals]");
        Browser.settled(page);
        assertThat(page.locator(".derived .steps")).isVisible();
        page.click("button:has-text('Plan this job')");
        Browser.ready(page);
        assertThat(page.locator("h1")).hasText("TS-001");
        Browser.usableByAll(page);
        page.click("button:has-text('Take it to the bench')");
        Browser.ready(page);
        Browser.usableByAll(page);

        assertThat(page.locator(".plate:has-text('Spring')")).containsText("2.3 kN pushing");
        hands.workByHandUntil("Take off the body clamp while the air holds");
        assertThat(page.locator(".plate:has-text('Air')")).hasClass(Pattern.compile("live"));
        assertThat(page.locator(".plate:has-text('Spring')")).containsText("2.9 kN · 57 J");
        assertThat(page.locator(".part.ghost")).containsText("Body clamp");
        assertThat(page.locator(".at-work [data-part='body-clamp']")).hasCount(1);
        // with the keyboard alone
        page.keyboard().press("Enter");
        assertThat(page.locator(".step .say")).hasText("Lift the insert straight out of the body");
        assertThat(page.locator("[data-part='body-clamp']")).hasCount(0);
        Browser.usableByAll(page);

        hands.workByHandUntil("Close the body clamp while the air holds");
        assertThat(page.locator(".count").first()).containsText("4 / 4");
        hands.workByHandUntil(CLOSE);
        assertThat(page.locator(".cloth .part")).hasCount(0);
        page.fill("#password", TestSite.PASSWORD);
        page.fill("#bin", "3");
        page.fill("#bag", "0");
        page.fill("#remark", "Old plug seal was hard.");
        page.click("#done");
        assertThat(page.locator("#board .trouble")).containsText("The job took out 4");
        assertThat(page.locator("#remark")).hasValue("Old plug seal was hard.");
        page.fill("#bin", "4");
        page.fill("#password", TestSite.PASSWORD);
        page.click("#done");
        assertThat(page.locator(".step .say")).hasText("The job is closed");

        page.click("text=Service report");
        Browser.ready(page);
        Browser.usableByAll(page);
        assertThat(page.locator(".report")).containsText("L-2611-07");
        assertThat(page.locator(".report")).containsText("13 N·m");
        assertThat(page.locator(".report")).containsText("Old plug seal was hard.");
        APIResponse pdf = page.request().get(page.locator("a:has-text('PDF')").getAttribute("href"));
        assertThat(new String(pdf.body(), 0, 5, StandardCharsets.ISO_8859_1)).isEqualTo("%PDF-");
        Browser.go(page, "/valves/TS-001");
        assertThat(page.locator(".facts").last()).containsText("L-2611-07");
        assertThat(page.locator("main")).containsText("in service");
    }

    @Test
    @DisplayName("Letters, a negative torque and a failed reading are told beside the field, and nothing typed is lost")
    void badReadings(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-004", "inspect");
        page.keyboard().press("p");
        page.click("text=Put it on the record");
        assertThat(page.locator("#problem .trouble")).containsText("Say in a few words");
        page.fill("#note", "Drain cock drips");
        page.click("text=Put it on the record");
        assertThat(page.locator("#board .notice")).containsText("stays on the record");
        hands.workUntil("Close the body clamp while the air holds");
        var field = page.locator("[name='reading.body-clamp-torque']");
        field.fill("twelve");
        page.click("#done");
        assertThat(page.locator("#trouble-body-clamp-torque")).containsText("not a number");
        assertThat(field).hasValue("twelve");
        field.fill("-13");
        page.click("#done");
        assertThat(page.locator("#trouble-body-clamp-torque")).containsText("Less than zero");

        field.fill("18,5");
        assertThat(page.locator(".verdict.off")).containsText("Too high. Over-tight. Slacken");
        page.click("#done");
        assertThat(page.locator(".failed")).containsText("18.5 N·m, limits 12 to 14 N·m");
        page.fill("[name='reason.body-clamp-torque']", "Wrench slipped, seal looked at, no damage");
        page.click("#done");
        assertThat(page.locator(".second .trouble")).containsText("second person");
        assertThat(page.locator("[name='reason.body-clamp-torque']"))
                .hasValue("Wrench slipped, seal looked at, no damage");
        // one's own name is not a second person
        page.fill("[name='second.name']", "tessa");
        page.fill("[name='second.password']", TestSite.PASSWORD);
        page.click("#done");
        Browser.settled(page);
        assertThat(page.locator(".second .trouble")).containsText("second person");
        page.fill("[name='second.name']", "theo");
        page.fill("[name='second.password']", TestSite.PASSWORD);
        page.click("#done");
        assertThat(page.locator(".step .say")).hasText("Take the air away, hands clear");
        hands.workUntil(CLOSE);
        page.fill("#bin", "1");
        page.fill("#password", TestSite.PASSWORD);
        page.fill("#bag", "3");
        page.check("input[value=scrapped]");
        // a reading that matters stands outside its limits: two people sign
        page.fill("#close-second", "theo");
        page.fill("#close-second-password", TestSite.PASSWORD);
        page.click("#done");
        page.click("text=Service report");
        assertThat(page.locator(".report"))
                .containsText("Wrench slipped, seal looked at, no damage (agreed: Theo Technician)");
        assertThat(page.locator(".report .notable").first()).containsText("Drain cock drips");
        assertThat(page.locator(".report .notable").nth(1)).containsText("Reading failed");
    }

    @Test
    @DisplayName(
            "A second person is told who holds the bench, watches it move, and may take over; the first then loses nothing typed")
    void twoPeople(Address at, Browser browser) {
        Page first = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(first);
        int number = hands.begin("TS-005", "inspect");
        Page second = browser.loggedIn(at.base(), "theo");
        Browser.go(second, "/jobs/" + number);
        assertThat(second.locator(".held")).containsText("Tessa Technician holds this bench");
        assertThat(second.locator("#done")).hasCount(0);
        hands.answer();
        hands.confirm();
        assertThat(second.locator(".no")).containsText("Step 2");
        second.click("text=Take over");
        second.fill("#over-reason", "End of shift");
        // whoever watches may type while the other goes on
        second.waitForResponse(r -> r.url().contains("/board?") && r.status() == 200, () -> {
            hands.answer();
            hands.confirm();
        });
        second.waitForResponse(r -> r.url().contains("/board?"), () -> {});
        assertThat(second.locator("#over-reason")).hasValue("End of shift");
        second.click("text=I asked, take over");
        assertThat(second.locator("#done")).hasCount(1);
        hands.answer();
        first.click("#done");
        assertThat(first.locator("#board .trouble").first()).containsText("held by Theo Technician");
    }

    @Test
    @DisplayName(
            "Logged out in the middle: it is said, what was typed is kept, and after logging in the job goes on where it was")
    void expiredSession(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-006", "inspect");
        hands.workUntil("Count the kit in");
        page.fill("[name='lot.kit']", "LOT-TYPED-LONG");
        browser.expectsErrors("401");
        jdbc.update("delete from spring_session");
        page.click("#done");
        assertThat(page.locator("#lost")).containsText("You have been logged out");
        assertThat(page.locator("[name='lot.kit']")).hasValue("LOT-TYPED-LONG");
        page.click("text=Log in again");
        Browser.ready(page);
        page.fill("#username", "tessa");
        page.fill("#password", TestSite.PASSWORD);
        page.click("button:has-text('Log in')");
        assertThat(page.locator(".step .say")).hasText("Count the kit in before the line is opened");
        assertThat(page.locator("[name='lot.kit']")).hasValue("LOT-TYPED-LONG");
    }

    @Test
    @DisplayName(
            "The number of another kit is refused beside it, a piece that is missing too, and the hand goes where it is said")
    void anotherKit(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-010", "renew-product-seals");
        hands.workUntil("Count the kit in");
        hands.answer();
        page.fill("[name='kit.number']", "K-1");
        page.click("#done");
        assertThat(page.locator(".kit .trouble")).containsText("No kit of this type has the number “K-1”");
        assertThat(page.locator("[name='kit.number']")).isFocused();
        assertThat(page.locator("[name='kit.number']")).hasValue("K-1");
        page.fill("[name='kit.number']", "");
        page.locator(".piece input[type=checkbox]").nth(1).uncheck();
        page.click("#done");
        assertThat(page.locator(".piece .trouble")).hasCount(1);
        assertThat(page.locator(".piece input[type=checkbox]").nth(1)).isFocused();
    }

    @Test
    @DisplayName(
            "Without a network it is said, nothing typed is lost, and pressing again when it is back confirms once")
    void connectionLost(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-009", "inspect");
        hands.workUntil("Vent, drain and rinse");
        browser.expectsErrors("ERR_INTERNET_DISCONNECTED", "htmx:sendError", "htmx:afterRequest");
        page.fill("[name='reading.line-temperature']", "22,5");
        page.context().setOffline(true);
        page.click("#done");
        assertThat(page.locator("#lost")).containsText("No connection");
        assertThat(page.locator("[name='reading.line-temperature']")).hasValue("22,5");
        page.context().setOffline(false);
        page.click("#done");
        assertThat(page.locator(".step .say")).hasText("Take the plant air hose off the actuator");
        assertThat(page.locator("#lost")).isHidden();
    }

    @Test
    @DisplayName(
            "Another device continues exactly; stopped with parts on the cloth the valve is out of service; the next job begins from there")
    void stopAndTakeUp(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-007", "renew-product-seals");
        hands.workUntil("Lift the insert straight out");
        page.click(".more");
        page.fill("#more #reason", "Kit is wrong");
        page.click("text=Sign and stop, out of service");
        assertThat(page.locator("#board .trouble").first()).containsText("Air is holding the stem");
        Page tablet = browser.loggedIn(at.base(), "tessa");
        Browser.go(tablet, "/jobs/" + number);
        assertThat(tablet.locator(".step .say")).hasText("Lift the insert straight out of the body");
        BenchHands onTablet = new BenchHands(tablet);
        onTablet.workUntil("Lift the old plug seal");
        tablet.click(".more");
        tablet.fill("#more #reason", "Kit is wrong");
        tablet.click("text=Sign and stop, out of service");
        assertThat(tablet.locator("#more .trouble:visible")).containsText("Sign with your password");
        assertThat(tablet.locator("#more #reason")).hasValue("Kit is wrong");
        tablet.fill("#stop-password", TestSite.PASSWORD);
        tablet.click("text=Sign and stop, out of service");
        assertThat(tablet.locator(".step .say")).hasText("The job is stopped");
        Browser.go(tablet, "/valves/TS-007");
        assertThat(tablet.locator(".head .state")).hasText("out of service");

        int next = onTablet.begin("TS-007", "renew-product-seals");
        assertThat(next).isNotEqualTo(number);
        assertThat(tablet.locator(".cloth .part")).hasCount(6);
        onTablet.workUntil(CLOSE);
        assertThat(tablet.locator(".count").first()).containsText("4 / 4");
    }

    @Test
    @DisplayName(
            "Closing up from the middle leads back to a closed valve; the last step can be taken back with a reason")
    void closeUpAndTakeBack(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-008", "renew-product-seals");
        hands.workUntil("Part the stem");
        page.click(".more");
        page.click("text=Take the last step back");
        assertThat(page.locator("#more .trouble")).containsText("Say in a few words why");
        page.fill("#more #reason", "Pressed too early");
        page.click("text=Take the last step back");
        assertThat(page.locator(".step .say")).hasText("Take the body seal off the flange");
        hands.confirm();
        page.click(".more");
        page.click("#more >> text=Close up from here >> nth=1");
        assertThat(page.locator("#board .notice")).containsText("way back");
        hands.workUntil(CLOSE);
        page.fill("#bin", "1");
        page.fill("#password", TestSite.PASSWORD);
        page.fill("#bag", "3");
        page.check("input[value=scrapped]");
        page.click("#done");
        assertThat(page.locator(".step .say")).hasText("The job is closed");
    }
}

package dev.wartung.web.register;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** Valves move, are retired, come back and are taken out for good. */
@ExtendWith({RunningApplication.class, Browser.class})
class ComingAndGoingTest {

    private static Valve named(Valves valves, String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow();
    }

    private static void say(Page page, String form, String reason) {
        page.fill("form[action$='" + form + "'] input[name=reason]", reason);
        page.locator("form[action$='" + form + "'] button[type=submit]").first().click();
    }

    @Test
    @DisplayName(
            "A valve that moves keeps its history and says why; the drawing it stands in has to be walked along again")
    void moved(Address at, Browser browser, Valves valves, JdbcTemplate hands, LineDrawings drawings) throws Exception {
        Page page = browser.loggedIn(at.base(), "pia");
        Valve valve = named(valves, "TS-010");
        hands.update(
                "insert into line_drawing (area, line, content, changed_by_id, changed_at, walked_by_id, walked_at) select ?, ?, jsonb_build_object('fittings', jsonb_build_array(jsonb_build_object('id', 'a', 'kind', 'valve', 'valve', ?::bigint)), 'pipes', jsonb_build_array()), id, now(), id, now() from account where username = 'pia'",
                valve.area(),
                valve.line(),
                valve.id());
        Browser.go(page, valve.path());
        page.click("text=Move or retire it");
        page.fill("input[name=line]", "Another line");
        page.click("text=Put it there");
        assertThat(page.locator("label:has(input[name=reason]) .trouble").first())
                .containsText("why");
        assertThat(page.locator("input[name=line]")).hasValue("Another line");
        Browser.usableByAll(page);
        say(page, "/move", "the hall was rebuilt");
        assertThat(page.locator(".history").first()).containsText("valve moved");
        assertThat(page.locator(".what")).containsText("Another line");
        assertThat(hands.queryForObject("select count(*) from line_drawing where walked_at is not null", Integer.class))
                .isZero();
    }

    @Test
    @DisplayName(
            "A retired valve is due no more and nothing is planned on it; what it was stays; it comes back out of service")
    void retired(Address at, Browser browser, Valves valves) throws Exception {
        Page page = browser.loggedIn(at.base(), "pia");
        Valve due = named(valves, "TS-011");
        due.isNextDue(LocalDate.now().plusDays(3));
        valves.save(due);
        Browser.go(page, "/register/" + due.id() + "/stand");
        say(page, "/retire", "the tank is gone until spring");
        assertThat(page.locator(".state").first()).hasText("retired");
        assertThat(page.locator("text=Plan a job")).hasCount(0);
        Browser.go(page, due.path() + "/plan");
        assertThat(page.locator(".plan")).containsText("nothing is planned on it");
        assertThat(page.locator(".plan-form")).hasCount(0);
        Browser.go(page, "/");
        assertThat(page.locator("main")).not().containsText("TS-011");
        Browser.go(page, "/valves");
        assertThat(page.locator("#results")).not().containsText("TS-011");
        Browser.go(page, "/valves?due=retired");
        assertThat(page.locator("#results")).containsText("TS-011");
        assertThat(page.locator("#results")).not().containsText("in service");
        Browser.go(page, "/valves?q=TS-011");
        assertThat(page.locator("#results")).containsText("retired");
        assertThat(valves.dueBetween(LocalDate.now(), LocalDate.now().plusDays(9)))
                .noneMatch(v -> v.tag().equals("TS-011"));
        Browser.go(page, "/register/" + due.id() + "/stand");
        say(page, "/back", "spring");
        assertThat(page.locator(".state").first()).hasText("out of service");
        assertThat(named(valves, "TS-011").state()).isEqualTo(ValveState.OUT_OF_SERVICE);
    }

    @Test
    @DisplayName("A valve with a job planned is not retired; what lies in stores for it alone is named when it is")
    void held(Address at, Browser browser, Valves valves, JdbcTemplate hands) throws Exception {
        Page page = browser.loggedIn(at.base(), "pia");
        Valve valve = named(valves, "TS-012");
        Browser.go(page, valve.path() + "/plan?work=inspect");
        page.click("button:has-text('Plan this job')");
        Browser.ready(page);
        Browser.go(page, "/register/" + valve.id() + "/stand");
        assertThat(page.locator(".stand .warning")).containsText("cancel it first");
        say(page, "/retire", "no use");
        assertThat(page.locator("form[action$='/retire'] .trouble")).containsText("planned on it");
        assertThat(named(valves, "TS-012").state()).isEqualTo(ValveState.IN_SERVICE);
        // the only one of its type
        hands.update("update valve set type_id = 'kolm-65', type_name = 'Ostrevik Kolm 65' where tag = 'TS-013'");
        hands.update(
                "insert into lot (item, name, materials, lot, supplier, received_on, pieces, version) values ('K65-PE', 'Product seal kit', 'EPDM', 'L1', 's', current_date, 2, 0)");
        Valve only = named(valves, "TS-013");
        Browser.go(page, "/register/" + only.id() + "/stand");
        assertThat(page.locator(".stand")).containsText("K65-PE");
        page.fill("form[action$='/retire'] input[name=reason]", "scrapped");
        page.click("text=Decommission it");
        assertThat(page.locator(".state").first()).hasText("decommissioned");
        assertThat(page.locator(".history").first()).containsText("in service → decommissioned");
    }
}

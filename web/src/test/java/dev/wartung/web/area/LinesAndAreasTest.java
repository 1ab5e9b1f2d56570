package dev.wartung.web.area;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dev.wartung.core.exposure.LineUse;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** Areas and lines: what is said of them, and what follows for seals and greases. */
@ExtendWith({RunningApplication.class, Browser.class})
class LinesAndAreasTest {

    private static Locator row(Page page, String line) {
        return page.locator(".line-row:has(.who b:text-is('" + line + "'))");
    }

    @Test
    @DisplayName(
            "What runs in a line and how hot it gets is judged against its seals, at the valve and before a job is planned, and is the heat its greases stand")
    void use(Address at, Browser browser, Lines lines, Valves valves, GreaseStore greases) throws Exception {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/areas");
        Locator row = row(page, "Test line");
        row.locator("select[name=medium]").selectOption("fat");
        row.locator("input[name=cleaning]").fill("300");
        row.locator("button:has-text('Keep')").click();
        Browser.ready(page);
        assertThat(row(page, "Test line").locator(".trouble")).containsText("200 °C");
        assertThat(row(page, "Test line").locator("select[name=medium]")).hasValue("fat");
        row(page, "Test line").locator("input[name=cleaning]").fill("85");
        row(page, "Test line").locator("button:has-text('Keep')").click();
        Browser.ready(page);
        Browser.usableByAll(page);
        assertThat(row(page, "Test line").locator(".is-harms")).containsText("EPDM does not stand it");
        assertThat(row(page, "Test line").locator("input[name=cleaning]")).hasValue("85 °C");
        Valve valve = valves.findByTagIgnoreCase("TS-001").orElseThrow();
        assertThat(lines.use("Test area", "Test line"))
                .isEqualTo(new LineUse(Optional.of("fat"), Optional.of(85 + 273.15), Optional.empty()));
        assertThat(greases.shelf(valve).hottestK()).isEqualTo(85 + 273.15);
        Browser.go(page, valve.path());
        assertThat(page.locator(".judged .is-harms")).containsText("Plug seal");
        Browser.go(page, valve.path() + "/plan?work=inspect");
        assertThat(page.locator(".plan .warning:has-text('Ask before the same goes in again')"))
                .containsText("EPDM");
    }

    @Test
    @DisplayName("A line and an area that are called otherwise keep all that goes by their name; two do not become one")
    void called(Address at, Browser browser, Lines lines, JdbcTemplate hands) throws Exception {
        hands.update(
                "insert into line_event (area, line, kind, on_day, by_id, at) select 'Old hall', 'Line 7', 'STERILISATION', current_date, id, now() from account where username = 'pia'");
        hands.update("insert into area_rule (area, claims, hottest_k) values ('Old hall', '', 400)");
        lines.keep("Old hall", "Line 7", 2, LineUse.UNSAID);
        lines.keep("Old hall", "Line 8", 1, LineUse.UNSAID);
        assertThat(lines.all().stream().filter(l -> l.area().equals("Old hall")).map(Line::name))
                .containsExactly("Line 8", "Line 7");
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/areas");
        Locator seven = row(page, "Line 7");
        seven.locator("summary").click();
        seven.locator("input[name=newLine]").fill("Line 8");
        seven.locator("button:has-text('Call it so')").click();
        Browser.ready(page);
        assertThat(row(page, "Line 7").locator(".trouble")).containsText("There is a line “Line 8”");
        row(page, "Line 7").locator("input[name=newLine]").fill("Syrup");
        row(page, "Line 7").locator("button:has-text('Call it so')").click();
        Browser.ready(page);
        assertThat(row(page, "Syrup")).hasCount(1);
        page.locator("h2:has-text('Old hall') + details summary").click();
        page.locator("h2:has-text('Old hall') + details input[name=newArea]").fill("New hall");
        page.locator("h2:has-text('Old hall') + details button").click();
        Browser.ready(page);
        assertThat(hands.queryForList("select area || '/' || line from line_event", String.class))
                .isEqualTo(List.of("New hall/Syrup"));
        assertThat(hands.queryForList("select area from area_rule where hottest_k = 400", String.class))
                .isEqualTo(List.of("New hall"));
        assertThat(lines.isThere("New hall", "Line 8")).isTrue();
        page.fill(".add-line input[name=newArea]", "New hall");
        page.fill(".add-line input[name=newLine]", "Syrup");
        page.click(".add-line button");
        Browser.ready(page);
        assertThat(page.locator(".add-line .trouble")).containsText("there already");
        page.fill(".add-line input[name=newLine]", "Water");
        page.click(".add-line button");
        Browser.ready(page);
        assertThat(row(page, "Water")).hasCount(1);
    }
}

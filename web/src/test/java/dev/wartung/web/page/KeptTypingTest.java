package dev.wartung.web.page;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** What is typed into a form of its own page is kept until it was answered, and no longer. */
@ExtendWith({RunningApplication.class, Browser.class})
class KeptTypingTest {

    private static final String MAKER = "input[name=maker]";

    private static void begin(Page page, String name) {
        page.fill(MAKER, "Own");
        page.fill("input[name=name]", name);
        page.fill("input[name=size]", "DN 50");
        page.check("input[value='family:check']");
        page.click("button:has-text('Begin it')");
        Browser.ready(page);
    }

    @Test
    @DisplayName("A form that was accepted is empty the next time; one that was refused has what was typed")
    void answered(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/types/new");
        begin(page, "Kept 50");
        Browser.go(page, "/types/new");
        assertThat(page.locator(MAKER)).hasValue("");
        begin(page, "Kept 50");
        assertThat(page.locator("main")).containsText("There is");
        assertThat(page.locator(MAKER)).hasValue("Own");
        Browser.go(page, "/types");
        Browser.go(page, "/types/new");
        assertThat(page.locator(MAKER)).hasValue("Own");
    }

    @Test
    @DisplayName(
            "One that was sent after the login had expired is there again once somebody is logged in; so after an error")
    void expired(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/types/new");
        jdbc.update("delete from spring_session");
        page.fill(MAKER, "Typed before");
        page.click("button:has-text('Begin it')");
        assertThat(page.locator("input[name=password]")).isVisible();
        page.fill("input[name=username]", "pia");
        page.fill("input[name=password]", TestSite.PASSWORD);
        page.click("button[type=submit]");
        Browser.ready(page);
        Browser.go(page, "/types/new");
        assertThat(page.locator(MAKER)).hasValue("Typed before");
        // a token of nobody's: the form is refused as a whole, by an error page
        page.evaluate("() => { document.querySelector('input[name=_csrf]').value = 'nobody'; }");
        page.fill("input[name=name]", "Typed, too");
        page.click("button:has-text('Begin it')");
        Browser.go(page, "/types/new");
        assertThat(page.locator("input[name=name]")).hasValue("Typed, too");
    }
}

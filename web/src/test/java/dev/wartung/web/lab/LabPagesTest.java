package dev.wartung.web.lab;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static dev.wartung.web.app.Browser.go;
import static dev.wartung.web.app.Browser.usableByAll;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import dev.wartung.core.lab.Lab;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * The Lab through the browser: it answers as one types, refuses nonsense beside its field, and its address says
 * everything.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class LabPagesTest {

    /** Fields alone, fields on the picture, choices by picture, a table of cells: the forms instruments come in. */
    private static final Set<String> OF_EACH_SORT = Set.of("leak-decay", "diaphragm-map", "old-seal", "grease-matrix");

    @Test
    @DisplayName("Every instrument opens with a worked example and a picture, and can be used by everybody")
    void everyInstrument(Address address, Browser browser) {
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/lab");
        usableByAll(page);
        Lab.instruments().forEach(instrument -> {
            go(page, "/lab/" + instrument.plate().id());
            assertThat(page.locator(".figures .first dd")).not().isEmpty();
            assertThat(page.locator("#drawn svg").first()).isVisible();
            assertThat(page.locator(".unknown"))
                    .containsText(instrument.plate().unknown().toString());
            page.locator("summary").click();
            assertThat(page.getByText(instrument.plate().formula().toString())).isVisible();
            if (OF_EACH_SORT.contains(instrument.plate().id())) {
                usableByAll(page);
            }
        });
    }

    @Test
    @DisplayName(
            "Gaps typed on the picture are answered at once; a gap that cannot be is refused there and nothing is lost")
    void mapping(Address address, Browser browser) {
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/lab/diaphragm-map");
        for (int bolt = 1; bolt <= 4; bolt++) {
            page.getByLabel("Gap at bolt " + bolt).fill("3,72");
        }
        assertThat(page.locator(".figures .first dd")).hasText("within its limits");
        page.getByLabel("Gap at bolt 3").fill("3.9");
        assertThat(page.locator(".finding .next").first()).containsText("Turn in this order: bolt");
        page.getByLabel("Gap at bolt 3").fill("5.1");
        assertThat(page.locator("#t-gap-3")).containsText("More than the free thickness");
        assertThat(page.locator("#answer")).containsText("No answer while something does not make sense");
        assertThat(page.getByLabel("Gap at bolt 1")).hasValue("3,72");
        page.getByLabel("Gap at bolt 3").fill("3.72");
        assertThat(page.locator("#t-gap-3")).isHidden();
        page.getByLabel("Number of bolts").fill("6");
        page.getByLabel("Number of bolts").press("Tab");
        assertThat(page.getByLabel("Gap at bolt 6")).isVisible();
        assertThat(page.getByLabel("Gap at bolt 1")).hasValue("3,72");
    }

    @Test
    @DisplayName("The address reproduces what was typed, for a reader of other units too")
    void link(Address address, Browser browser) {
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/lab/bolt-up");
        page.getByLabel("Attachment, drive to bolt").fill("50");
        page.getByLabel("Thread in use").selectOption("anti-seize");
        page.getByLabel("The sheet states it for").selectOption("dry");
        assertThat(page.locator(".figures .first dd")).hasText("5.5 N·m");
        assertThat(page).hasURL(Pattern.compile("attachment=50.*done=0$"));
        Page other = browser.loggedIn(address.base(), "theo");
        go(other, "/me");
        other.getByText("US: in, lbf·in, psi").click();
        other.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep"))
                .click();
        assertThat(other.getByRole(AriaRole.STATUS)).containsText("Kept");
        usableByAll(other);
        go(other, "/lab/bolt-up");
        assertThat(other.getByLabel("Torque of the sheet")).hasValue("106");
        other.getByLabel("Torque of the sheet").fill("12 Nm");
        assertThat(other.locator(".figures .first dd")).hasText("106 lbf·in");
        other.navigate(page.url());
        assertThat(other.locator(".figures .first dd")).hasText("5.5 N·m");
    }

    @Test
    @DisplayName("An old seal is chosen by its picture, a pair of the grease matrix by its cell")
    void byPicture(Address address, Browser browser) {
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/lab/old-seal");
        page.locator(".look:has-text('Popped out')").click();
        assertThat(page.locator(".figures .first dd")).hasText("Too much grease");
        go(page, "/lab/grease-matrix");
        page.locator("a[aria-label='petrolatum on EPDM: does harm']").click();
        assertThat(page.locator(".figures .first")).hasText(Pattern.compile("petrolatum on EPDM\\s*does harm"));
    }
}

package dev.wartung.web.valve;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Valves that are put into the register by hand. */
@ExtendWith({RunningApplication.class, Browser.class})
class NewValveTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    @Test
    @DisplayName(
            "Every build of every type is reached by answering what is asked, and what has one answer is not asked")
    void everyBuild() {
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            List<ValveConfiguration> builds = anatomy.configurations(type);
            // every 50th, and the last: there are thousands
            for (int i = 0;
                    i < builds.size();
                    i += i + 50 < builds.size() || i == builds.size() - 1 ? 50 : builds.size() - 1 - i) {
                ValveConfiguration build = builds.get(i);
                Map<String, String> said =
                        new HashMap<>(Map.of(Narrowed.DRIVE, build.drive().code()));
                build.options().forEach((id, value) -> said.put(Narrowed.OPTION + id, value));
                Narrowed narrowed = Narrowed.of(anatomy, type, said);
                assertThat(narrowed.one()).as(type.id()).contains(build);
                assertThat(narrowed.choices())
                        .allSatisfy(c -> assertThat(c.values()).hasSizeGreaterThan(1));
            }
            Narrowed unsaid = Narrowed.of(anatomy, type, Map.of(Narrowed.DRIVE, "of another type"));
            assertThat(unsaid.left()).isEqualTo(builds.size());
        }
    }

    @Test
    @DisplayName(
            "A planner adds a valve with the keyboard: its section follows each answer, troubles stand beside their fields with what was typed kept; another like it wants only a tag")
    void added(Address at, Browser browser, Valves valves) throws Exception {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/valves");
        page.click("text=Add a valve");
        page.fill("input[name=tag]", "\u0421U-1");
        page.fill("input[name=area]", "Own hall");
        page.fill("input[name=line]", "Own line");
        page.fill("input[name=place]", "3");
        page.selectOption("select[name=type]", "kolm-50");
        assertThat(page.locator("#build svg")).isVisible();
        assertThat(page.locator("figcaption")).containsText("builds are left");
        page.selectOption("select[name=drive]", "NC");
        page.click("text=Add it");
        assertThat(page.locator("label:has(input[name=tag]) .trouble")).containsText("U+0421");
        assertThat(page.locator("label:has(input[name=service]) .trouble")).containsText("What it does");
        assertThat(page.locator("label:has(select[name='option.elastomer']) .trouble"))
                .containsText("Not said yet");
        assertThat(page.locator("input[name=line]")).hasValue("Own line");
        Browser.usableByAll(page);
        page.fill("input[name=tag]", "OWN/1");
        page.fill("input[name=service]", "Own tank outlet");
        for (Locator open = unanswered(page); open.count() > 0; open = unanswered(page)) {
            String field = open.first().getAttribute("name");
            page.waitForResponse(
                    r -> r.url().contains("/register/new"),
                    () -> page.selectOption(
                            "select[name='" + field + "']",
                            new com.microsoft.playwright.options.SelectOption().setIndex(1)));
            assertThat(page.locator("select[name='" + field + "']")).not().hasValue("");
        }
        assertThat(page.locator("figcaption")).hasText("This is how it is built.");
        page.click("text=Add it");
        assertThat(page.locator("h1")).hasText("OWN/1");
        Valve added = valves.findByTagIgnoreCase("own/1").orElseThrow();
        assertThat(LIBRARY.anatomy("single-seat")
                        .orElseThrow()
                        .configurations(LIBRARY.type("kolm-50").orElseThrow()))
                .contains(added.configuration());
        assertThat(added.place()).isEqualTo(3);
        page.click("text=Add one like it");
        assertThat(page.locator("figcaption")).hasText("This is how it is built.");
        page.fill("input[name=tag]", "own/1");
        page.click("text=Add it");
        assertThat(page.locator("label:has(input[name=tag]) .trouble")).containsText("There is, or was");
        page.fill("input[name=tag]", "OWN/2");
        page.click("text=Add it");
        assertThat(page.locator("h1")).hasText("OWN/2");
        assertThat(valves.findByTagIgnoreCase("OWN/2").orElseThrow().configuration())
                .isEqualTo(added.configuration());
        page.click("text=Add one like it");
        page.fill("input[name=tag]", "OWN/1..OWN/5");
        page.fill("input[name=place]", "7");
        page.click("text=Add it");
        assertThat(page.locator("label:has(input[name=tag]) .trouble")).containsText("There is, or was");
        assertThat(valves.findByTagIgnoreCase("OWN/3")).isEmpty();
        page.fill("input[name=tag]", "OWN/3..OWN/5");
        page.click("text=Add it");
        assertThat(page.locator("#results tbody tr")).hasCount(5);
        assertThat(valves.findByTagIgnoreCase("OWN/5").orElseThrow().place()).isEqualTo(9);
        page.click("a.tag:has-text('OWN/2')");
        page.click("text=Plan a job");
        assertThat(page.locator("h1")).containsText("OWN/2");
    }

    @Test
    @DisplayName("An answer given before the drawing has followed the one before it is not lost")
    void quickly(Address at, Browser browser) throws Exception {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/register/new?type=kolm-50");
        AtomicBoolean slow = new AtomicBoolean(true);
        page.route("**/register/new?*", route -> {
            if (slow.getAndSet(false)) {
                page.waitForTimeout(700);
            }
            route.resume();
        });
        page.evaluate(
                "() => { const say = (name, value) => { const s = document.querySelector(`select[name='${name}']`); s.value = value; s.dispatchEvent(new Event('change', {bubbles: true})); }; say('drive', 'NC'); setTimeout(() => say('option.elastomer', 'EPDM'), 100); }");
        page.waitForTimeout(100);
        Browser.settled(page);
        assertThat(page.locator("select[name='option.elastomer']")).hasValue("EPDM");
        assertThat(page.locator("select[name=drive]")).hasValue("NC");
    }

    private static Locator unanswered(Page page) {
        return page.locator("#build select:has(option[value='']:checked)");
    }
}

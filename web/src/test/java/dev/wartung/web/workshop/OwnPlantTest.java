package dev.wartung.web.workshop;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.bench.BenchHands;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** From an empty site and two pages of a manual (docs/example-manual.md) to the first job on one's own valve. */
@ExtendWith({RunningApplication.class, Browser.class})
class OwnPlantTest {

    private static final int MOST_INTERACTIONS = 160;
    /** Clicks, keys that do something, fields filled, choices made; what the browser makes of them is not counted twice. */
    private static final String COUNTS =
            "addEventListener('click', e => { if (e.isTrusted && e.detail > 0) acted('click'); }, true);"
                    + "addEventListener('keydown', e => { if (e.isTrusted && ['Enter', 'Tab', ' ', '/'].includes(e.key)) acted(e.key); }, true);"
                    + "addEventListener('input', e => { if (e.target.matches('input:not([type=checkbox]):not([type=radio]), textarea, select')) acted('field'); }, true);";

    private final AtomicInteger interactions = new AtomicInteger();

    private Page counted(Browser browser, Address at, String name) {
        Page page = browser.window(at.base());
        page.context().exposeBinding("acted", (source, what) -> interactions.incrementAndGet());
        page.context().addInitScript(COUNTS);
        Browser.login(page, name, TestSite.PASSWORD);
        return page;
    }

    @Test
    @DisplayName(
            "An empty site opens on setting it up; a type made from the manual, put in force by another, ten valves pasted, one job closed: within 160 interactions, no YAML and no CSV")
    void fromTheManualToTheFirstJob(Address at, Browser browser, JdbcTemplate jdbc) {
        jdbc.update("delete from valve");
        Page pia = counted(browser, at, "pia");
        assertThat(pia.locator("h1")).hasText("Set up this site");
        Browser.usableByAll(pia);
        pia.click("a:has-text('Types')");
        assertThat(pia.locator("main")).containsText("None yet");
        assertThat(pia.locator("main")).containsText("Examples to copy from");
        Browser.usableByAll(pia);
        pia.click("text=Make a type");
        pia.fill("input[name=maker]", "Brattli");
        pia.fill("input[name=name]", "Gjett 50");
        pia.fill("input[name=size]", "DN 50");
        pia.check("input[value='family:check']");
        Browser.usableByAll(pia);
        pia.click("button:has-text('Begin it')");

        tick(pia, "option-weight-0", "option.weight-0");
        tick(pia, "option-ends-0", "option.ends-0");
        tick(pia, "option-elastomer-0", "option.elastomer-0");
        tick(pia, "drive", "drive-0");
        assertThat(pia.locator("#works")).containsText("works on one build");
        Browser.usableByAll(pia);
        pia.click("text=On to the numbers");
        number(pia, "bands/touch-temperature", "5 to 40");
        number(pia, "bands/clamp-torque", "11");
        assertThat(pia.locator("#n-bands-clamp-torque select[name=from]")).hasValue("assumed");
        assertThat(pia.locator("#n-bands-clamp-torque input[name=value]")).hasValue("9.9 to 12.1, aim 11");
        number(pia, "sizes/clamp.nut", "13");
        number(pia, "sizes/guide.gap", "22");
        pia.click("summary:has-text('Weights')");
        number(pia, "masses/valve", "2,4");
        Browser.usableByAll(pia);
        pia.click("text=On to kits and parts");
        pia.fill(
                "textarea[name=text]",
                "Pos.\tPart no.\tDescription\tMaterial\n3\tGJ50-03\tSeat seal\tEPDM\n5\tGJ50-05\tFlange gasket, inlet\tEPDM\n6\tGJ50-06\tFlange gasket, outlet\tEPDM\n");
        pia.click("button:has-text('Read it')");
        assertThat(pia.locator("select.which-part >> nth=0")).hasValue("seat-seal");
        assertThat(pia.locator("select.which-part >> nth=1")).hasValue("flange-seal-in");
        assertThat(pia.locator("select.which-part >> nth=2")).hasValue("flange-seal-out");
        Browser.usableByAll(pia);
        pia.fill("input[name=kit]", "GJ50-K");
        pia.click("button:has-text('Take it in')");
        assertThat(pia.locator("#works")).containsText("Guide seal");
        pia.click("text=On to the check");
        pia.click("button:has-text('Check it')");
        assertThat(pia.locator(".notice")).containsText("nothing was found");
        assertThat(pia.locator("main")).containsText("You had a hand in it");
        Browser.usableByAll(pia);

        Page rita = counted(browser, at, "rita");
        rita.click("nav >> text=Valves");
        rita.click("text=Types");
        rita.click("text=Brattli Gjett 50");
        rita.fill("input[name=password]", TestSite.PASSWORD);
        rita.click("button:has-text('Put it in force')");
        assertThat(rita.locator("main")).containsText("made by Pia Planner, put in force by Rita Reviewer");
        Browser.usableByAll(rita);

        pia.click("nav >> text=Valves");
        pia.click("text=Paste a list");
        pia.fill("textarea[name=text]", list(10));
        pia.click("button:has-text('Read it')");
        pia.fill("input[name='all.area']", "Dairy");
        Browser.usableByAll(pia);
        pia.click("button:has-text('Try it')");
        assertThat(pia.locator(".verdict.ok")).containsText("10 new, 0 changed");
        pia.click("button:has-text('Take them in')");
        assertThat(pia.locator("#progress")).containsText("10 rows are in");

        Page tessa = counted(browser, at, "tessa");
        tessa.keyboard().press("/");
        tessa.locator("#scan").fill("GV-03");
        tessa.keyboard().press("Enter");
        tessa.click("text=Plan a job");
        tessa.check("input[name=work][value=renew-product-seals]");
        Browser.settled(tessa);
        tessa.click("button:has-text('Plan this job')");
        Browser.ready(tessa);
        tessa.click("button:has-text('Take it to the bench')");
        Browser.ready(tessa);
        BenchHands hands = new BenchHands(tessa);
        hands.workByHandUntil("Count, then close");
        tessa.fill("#bin", "4");
        tessa.fill("#bag", "0");
        tessa.fill("#password", TestSite.PASSWORD);
        tessa.click("#done");
        assertThat(tessa.locator(".step .say")).hasText("The job is closed");
        assertThat(interactions.get()).isBetween(60, MOST_INTERACTIONS);
    }

    private static String list(int valves) {
        return "Tag;Function;Skid;Valve type\n"
                + IntStream.rangeClosed(1, valves)
                        .mapToObj(i -> String.format("GV-%02d;Pump %d outlet;Line 2;check valve 2 inch", i, i))
                        .collect(Collectors.joining("\n"));
    }

    private static void tick(Page page, String question, String box) {
        page.check("[id='" + box + "']");
        assertThat(page.locator("#open-" + question.replaceAll("-\\d+$", ""))).hasText("");
    }

    private static void number(Page page, String place, String typed) {
        String form = "#n-" + place.replaceAll("[^A-Za-z0-9]", "-");
        page.fill(form + " input[name=value]", typed);
        page.keyboard().press("Tab");
        assertThat(page.locator(form)).hasClass(java.util.regex.Pattern.compile("known"));
        Browser.settled(page);
    }
}

package dev.wartung.web.workshop;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/** Types that planners make: what is refused, what two of them do to each other, versions and the day they come. */
@ExtendWith({RunningApplication.class, Browser.class})
class WorkshopTest extends WorkshopForms {

    private final Sheets sheets;
    private final TypeDrafts drafts;

    WorkshopTest(MockMvc web, Sheets sheets, TypeDrafts drafts) {
        super(web);
        this.drafts = drafts;
        this.sheets = sheets;
    }

    @BeforeEach
    void anotherPlanner(Accounts accounts, JdbcTemplate jdbc) {
        if (accounts.findByUsername("paul").isEmpty()) {
            accounts.save(new Account("paul", "Paul Planner", TestSite.HASH, EnumSet.of(Role.PLANNER)));
        }
        jdbc.update("delete from type_draft");
    }

    @Test
    @DisplayName("What is missing at the beginning is said beside each field; a name that is taken is refused")
    void beginning() throws Exception {
        plans("/types", "maker", "", "name", "Kolm 50", "size", "DN 50", "from", "family:none")
                .andExpect(status().isOk())
                .andExpect(content().string(Matchers.containsString("Who makes it")))
                .andExpect(content().string(Matchers.containsString("There is a type of that name")))
                .andExpect(content().string(Matchers.containsString("Choose the family by its drawing")))
                .andExpect(content().string(Matchers.containsString("value=\"Kolm 50\"")));
        assertThat(Beginnings.id("Ventil Å 50 / 2")).isEqualTo("ventil-a-50-2");
        assertThat(Beginnings.id("50")).isEqualTo("type-50");
    }

    @Test
    @DisplayName("A copy in the same size has its numbers and kits, in another size only how it is made")
    void copies() throws Exception {
        copied("kolm-50", "Same 50");
        shown("/types/same-50/draft/numbers")
                .andExpect(content().string(Matchers.containsString("value=\"12 to 14, aim 13\"")));
        plans("/types", "maker", "Own", "name", "Other 65", "size", "DN 65", "from", "type:kolm-50")
                .andExpect(redirectedUrl("/types/other-65/draft/build"));
        shown("/types/other-65/draft/numbers")
                .andExpect(content().string(Matchers.not(Matchers.containsString("value=\"12 to 14, aim 13\""))))
                .andExpect(content().string(Matchers.containsString("value=\"5 to 40\"")));
        shown("/types/other-65/draft/kits")
                .andExpect(content().string(Matchers.not(Matchers.containsString("K50-PE"))))
                .andExpect(content().string(Matchers.containsString("Lumo 2 silicone grease")));
    }

    @Test
    @DisplayName("Two planners on one number: the second is told what stands there now, and what was typed stays typed")
    void twoPlanners() throws Exception {
        copied("kolm-50", "Two 50");
        does("paul", Role.PLANNER, "/types/two-50/draft/number", "place", "sizes/clamp.nut", "value", "14", "was", "13")
                .andExpect(content().string(Matchers.containsString("value=\"14\"")));
        plans("/types/two-50/draft/number", "place", "sizes/clamp.nut", "value", "15", "was", "13")
                .andExpect(content().string(Matchers.containsString("Somebody else made it “14” meanwhile")))
                .andExpect(content().string(Matchers.containsString("value=\"15\"")));
        // another number is nobody's business
        number("two-50", "sizes/head.nut", "11", "10");
        shown("/types/two-50/draft/numbers").andExpect(content().string(Matchers.containsString("value=\"14\"")));
    }

    @Test
    @DisplayName("Put in force by whoever had no hand in it, and only as it was checked; from another day, on that day")
    void inForce(JdbcTemplate jdbc, TypeVersions versions) throws Exception {
        copied("hvile-50", "Force 50");
        checked("force-50");
        String revision = revision(jdbc, "force-50");
        String[] signed = {"revision", revision, "password", TestSite.PASSWORD};
        plans("/types/force-50/draft/approve", signed)
                .andExpect(content().string(Matchers.containsString("You had a hand in it")));
        does("tessa", Role.TECHNICIAN, "/types/force-50/draft/approve", signed).andExpect(status().isForbidden());
        does("rita", Role.REVIEWER, "/types/force-50/draft/approve", "revision", revision, "password", "wrong one")
                .andExpect(content().string(Matchers.containsString("not your password")));
        number("force-50", "sizes/clamp.nut", "11", "10");
        does("rita", Role.REVIEWER, "/types/force-50/draft/approve", signed)
                .andExpect(content().string(Matchers.containsString("changed since it was checked")));
        checked("force-50");
        String tomorrow = LocalDate.now(Clock.systemUTC()).plusDays(2).toString();
        does(
                        "rita",
                        Role.REVIEWER,
                        "/types/force-50/draft/approve",
                        "revision",
                        revision(jdbc, "force-50"),
                        "password",
                        TestSite.PASSWORD,
                        "from",
                        tomorrow)
                .andExpect(redirectedUrl("/types/force-50"));
        assertThat(sheets.typeText("force-50")).isEmpty();
        // its day comes; what was approved is never changed, so the table's owner does it
        jdbc.update("alter table type_version disable trigger type_version_unchanging");
        jdbc.update("update type_version set from_day = from_day - 3");
        jdbc.update("alter table type_version enable trigger type_version_unchanging");
        versions.comeIntoForce();
        assertThat(sheets.of("force-50").type().sizes().get("clamp.nut").shown())
                .isEqualTo("11 mm");
    }

    /** Checks a draft, in the background as it goes, and waits for what is found. */
    private void checked(String id) throws Exception {
        plans("/types/" + id + "/draft/check").andExpect(status().is3xxRedirection());
        for (int i = 0; drafts.find(id).orElseThrow().checking().isPresent(); i++) {
            assertThat(i).as("the check of " + id + " does not end").isLessThan(1200);
            Thread.sleep(50);
        }
    }

    private static String revision(JdbcTemplate jdbc, String id) {
        return String.valueOf(
                jdbc.queryForObject("select revision from type_draft where type_id = ?", Integer.class, id));
    }

    @Test
    @DisplayName(
            "A next version says what differs; the version before stays; a withdrawn type is given to no new valve")
    void versions(JdbcTemplate jdbc) throws Exception {
        copied("hvile-50", "Next 50");
        approved(jdbc, "next-50");
        plans("/types/next-50/again").andExpect(redirectedUrl("/types/next-50/draft/numbers"));
        number("next-50", "bands/clamp-torque", "15 ± 1", "10 to 12, aim 11");
        shown("/types/next-50/draft/check")
                .andExpect(content().string(Matchers.containsString("Against version 1")))
                .andExpect(content().string(Matchers.containsString("bands · clamp-torque · max")))
                .andExpect(content().string(Matchers.containsString("16 N·m")));
        approved(jdbc, "next-50");
        TypeSheet type = sheets.of("next-50").type();
        assertThat(type.version()).isEqualTo(2);
        assertThat(type.bands().get("clamp-torque").shown()).isEqualTo("14 to 16 N·m");
        shown("/types/next-50").andExpect(content().string(Matchers.containsString("Version 1")));
        plans("/types/next-50/withdraw", "reason", "")
                .andExpect(content().string(Matchers.containsString("Say in a few words why")));
        plans("/types/next-50/withdraw", "reason", "Not sold any more").andExpect(status().is3xxRedirection());
        assertThat(sheets.offered()).noneMatch(t -> t.id().equals("next-50"));
        assertThat(sheets.of("next-50").type().version()).isEqualTo(2);
        plans("/types/next-50/bring-back");
        assertThat(sheets.offered()).anyMatch(t -> t.id().equals("next-50"));
    }

    @Test
    @DisplayName(
            "The steps of a draft are read before it is in force; planned jobs it changes are listed with what changes in them")
    void steps(JdbcTemplate jdbc, Valves valves) throws Exception {
        copied("hvile-50", "Steps 50");
        number("steps-50", "sizes/clamp.nut", "17", "10");
        shown("/types/steps-50/draft/steps?work=inspect")
                .andExpect(content().string(Matchers.containsString("Spanner 17 mm")))
                .andExpect(content().string(Matchers.containsString("undo both clamps")));
        // its clamps' seals come in the kit; what is renewed besides has a number, or has none
        shown("/types/steps-50/draft/kits")
                .andExpect(content().string(Matchers.not(Matchers.containsString("What no kit has"))));
        plans("/types/steps-50/draft/list/remove", "list", "kits", "index", "0");
        plans("/types/steps-50/draft/list/remove", "list", "kits", "index", "0");
        plans("/types/steps-50/draft/list/remove", "list", "kits", "index", "0");
        plans("/types/steps-50/draft/list/remove", "list", "articles", "index", "0");
        shown("/types/steps-50/draft/kits")
                .andExpect(content().string(Matchers.containsString("What no kit has, work by work")))
                .andExpect(content().string(Matchers.containsString("Guide seal")));
        approved(jdbc, "steps-50");
        Sheets.Pair pair = sheets.of("steps-50");
        valves.save(new Valve(
                "ST-1",
                "check",
                "Test area",
                "Test line",
                "steps-50",
                "Own Steps 50",
                pair.anatomy().configurations(pair.type()).get(0),
                null,
                0));
        plans("/valves/ST-1/plan", "work", "inspect", "due", "31 Dec 2026").andExpect(status().is3xxRedirection());
        plans("/types/steps-50/again");
        shown("/types/steps-50/draft/check")
                .andExpect(content().string(Matchers.containsString("nothing changes in it")));
        number("steps-50", "sizes/clamp.nut", "19", "17");
        shown("/types/steps-50/draft/check")
                .andExpect(content().string(Matchers.containsString("ST-1")))
                .andExpect(content().string(Matchers.containsString("read otherwise or are new")));
    }

    private void approved(JdbcTemplate jdbc, String id) throws Exception {
        checked(id);
        does(
                        "rita",
                        Role.REVIEWER,
                        "/types/" + id + "/draft/approve",
                        "revision",
                        revision(jdbc, id),
                        "password",
                        TestSite.PASSWORD)
                .andExpect(redirectedUrl("/types/" + id));
    }

    @Test
    @DisplayName("What the check finds is said under the name of the number that causes it")
    void problems() throws Exception {
        plans("/types", "maker", "Own", "name", "Wrong 80", "size", "DN 80", "from", "type:fen-80");
        number("wrong-80", "sizes/housing.bolt", "12", "13");
        checked("wrong-80");
        shown("/types/wrong-80/draft/check")
                .andExpect(content()
                        .string(Matchers.containsString(
                                "Spanner of the housing bolts: M8 bolts take a spanner of 13 mm, not 12 mm")));
    }

    @Test
    @DisplayName("Half a ring, nothing at all and less than nothing: no number makes the draft unreadable")
    void everyNumber() throws Exception {
        plans("/types", "maker", "Own", "name", "Every 50", "size", "DN 50", "from", "family:single-seat");
        String before =
                shown("/types/every-50/draft/numbers").andReturn().getResponse().getContentAsString();
        int fields = before.split("class=\"number", -1).length;
        int asked = 0;
        Matcher places = Pattern.compile("draft/number\\?place=([^\"]+)").matcher(before);
        while (places.find()) {
            String place = URLDecoder.decode(places.group(1), StandardCharsets.UTF_8);
            number("every-50", place, place.endsWith("/inside") ? "7" : asked++ % 2 == 0 ? "-3" : "0", "");
        }
        assertThat(asked).isGreaterThan(40);
        shown("/types/every-50/draft/numbers")
                .andExpect(content().string(Matchers.not(Matchers.containsString("Nothing to draw"))));
        assertThat(shown("/types/every-50/draft/numbers")
                        .andReturn()
                        .getResponse()
                        .getContentAsString()
                        .split("class=\"number", -1))
                .hasSize(fields);
    }

    @Test
    @DisplayName("Numbers that cannot be are told at the check, no page of the draft breaks over them, nobody signs it")
    void impossible(JdbcTemplate jdbc) throws Exception {
        copied("kolm-50", "Never 50");
        number("never-50", "seat/stem-diameter", "90", "18");
        for (String page : List.of("build", "numbers", "kits")) {
            shown("/types/never-50/draft/" + page).andExpect(status().isOk());
        }
        checked("never-50");
        shown("/types/never-50/draft/check")
                .andExpect(status().isOk())
                .andExpect(content().string(Matchers.containsString("Seat, across: the seat has to be wider")));
        does(
                        "rita",
                        Role.REVIEWER,
                        "/types/never-50/draft/approve",
                        "revision",
                        revision(jdbc, "never-50"),
                        "password",
                        TestSite.PASSWORD)
                .andExpect(status().isOk());
        assertThat(sheets.offered()).noneMatch(t -> t.id().equals("never-50"));
    }

    @Test
    @DisplayName("A number that is not understood is told beside its field; quick ticks are all kept")
    void atThePage(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/types/new");
        page.fill("input[name=maker]", "Own");
        page.fill("input[name=name]", "Page 50");
        page.fill("input[name=size]", "DN 50");
        page.check("input[value='family:single-seat']");
        page.click("button:has-text('Begin it')");
        Browser.ready(page);
        page.locator(".questions fieldset")
                .all()
                .forEach(q -> q.locator("input").first().check());
        Browser.settled(page);
        assertThat(page.locator(".open-word:has-text('not said yet')")).hasCount(0);
        Browser.settled(page);
        page.reload();
        Browser.ready(page);
        assertThat(page.locator(".open-word:has-text('not said yet')")).hasCount(0);
        page.click("text=On to the numbers");
        page.fill("#n-sizes-clamp-nut input[name=value]", "thirteen");
        page.keyboard().press("Tab");
        assertThat(page.locator("#n-sizes-clamp-nut .trouble")).containsText("not a number");
        assertThat(page.locator("#n-sizes-clamp-nut input[name=value]")).hasValue("thirteen");
        // the part in question is the one that is marked
        page.focus("#n-bands-body-clamp-torque input[name=value]");
        assertThat(page.locator("#section [data-part=body-clamp].marked").first())
                .isVisible();
        page.fill("#n-bands-body-clamp-torque input[name=value]", "14 to 12");
        page.keyboard().press("Tab");
        assertThat(page.locator("#n-bands-body-clamp-torque .trouble")).containsText("above the upper");
        // a size has its dimension line, with what is typed; kept, the section is drawn with it and shows it still
        page.locator("summary:has-text('Sizes of the section')").click();
        page.fill("#n-drawing-bore input[name=value]", "38");
        assertThat(page.locator("#section .dimension.shown")).hasCount(1);
        assertThat(page.locator("#section .dimension.shown text")).hasText("38 mm");
        assertThat(page.locator("#section .marked")).hasCount(0);
        String before = page.locator("#section .dimension.shown .tip").getAttribute("d");
        page.locator(".measure-it > summary").click();
        page.locator("#way-PRESS summary").click();
        Browser.usableByAll(page);
        page.focus("#n-drawing-bore input[name=value]");
        page.keyboard().press("Enter");
        assertThat(page.locator("#section .dimension.shown .tip")).not().hasAttribute("d", before);
        assertThat(page.locator("#section .dimension.shown text")).hasText("38 mm");
    }

    @Test
    @DisplayName("What is typed before the page's scripts are there is sent once they are")
    void early(Address at, Browser browser) throws Exception {
        copied("hvile-50", "Early 50");
        Page page = browser.loggedIn(at.base(), "pia");
        AtomicReference<Route> held = new AtomicReference<>();
        page.route("**/htmx.min.js", held::set);
        // not waiting: what is typed is typed before the page is complete
        page.evaluate("to => { setTimeout(() => { location.href = to; }); }", "/types/early-50/draft/numbers");
        page.fill("#n-sizes-clamp-nut input[name=value]", "thirteen");
        page.keyboard().press("Tab");
        held.get().resume();
        assertThat(page.locator("#n-sizes-clamp-nut .trouble")).containsText("not a number");
    }

    @Test
    @DisplayName(
            "A number is read as it is written anywhere: a range, a middle with what it may be off, per cent, one alone")
    void stated() {
        Map<String, String> read = Map.of(
                "12 to 14", "12 to 14",
                "12-14 Nm", "12 to 14",
                "12 … 14, aim 13", "12 to 14, aim 13",
                "13 ± 1 N·m", "12 to 14, aim 13",
                "20 ± 10 %", "18 to 22, aim 20",
                "11", "9.9 to 12.1, aim 11",
                "100 to 120 lbf·in", "11.3 to 13.6");
        var field = new NumberField(
                "bands/x",
                "x",
                NumberField.Group.LIMITS,
                NumberField.Kind.LIMITS,
                Optional.of(Dimension.TORQUE),
                Optional.empty(),
                List.of(),
                List.of());
        read.forEach((typed, shown) -> {
            StatedNumber number = StatedNumber.read(field, typed, UnitSystem.METRIC);
            assertThat(number.trouble()).as(typed).isEmpty();
            assertThat(StatedNumber.shown(number.stated().orElseThrow(), UnitSystem.METRIC))
                    .as(typed)
                    .isEqualTo(shown);
            assertThat(number.assumed().isEmpty()).as(typed).isEqualTo(!typed.equals("11"));
        });
    }
}

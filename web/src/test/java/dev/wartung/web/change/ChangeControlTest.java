package dev.wartung.web.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.change.ChangeItem.What;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/**
 * The road of a change: studied, asked for, stated safe, approved by another, worked, proven; and every way it must not
 * be taken.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class ChangeControlTest {

    private static final Map<String, String> WET =
            Map.of("wish", "NO", "line", "3", "nominal", "6", "lowest", "5.2", "spring", "10", "wet", "PRODUCT");
    private static final Map<String, String> STRONG_AIR = Map.of(
            "wish",
            "NO",
            "side",
            "BELOW",
            "line",
            "1 bar",
            "nominal",
            "7 bar",
            "lowest",
            "6.8 bar",
            "spring",
            "10",
            "friction",
            "50");
    private static final Map<String, String> SECOND =
            Map.of("second.name", "theo", "second.password", TestSite.PASSWORD);

    private final MockMvc web;
    private final ChangeRequests requests;
    private final Valves valves;
    private final Accounts accounts;
    private final BenchRun bench;

    ChangeControlTest(MockMvc web, ChangeRequests requests, Valves valves, Accounts accounts, Jobs jobs) {
        this.web = web;
        this.requests = requests;
        this.valves = valves;
        this.accounts = accounts;
        this.bench = new BenchRun(web, jobs);
    }

    private MockHttpServletRequestBuilder as(String name, MockHttpServletRequestBuilder request) {
        return request.with(user(name)
                        .roles(accounts.findByUsername(name).orElseThrow().roles().stream()
                                .map(Role::name)
                                .toArray(String[]::new)))
                .with(csrf());
    }

    /** The page that answers, or where it sends on to. */
    private String sent(String name, String path, Map<String, String> fields) throws Exception {
        MockHttpServletRequestBuilder request = as(name, post(path));
        fields.forEach(request::param);
        var response = web.perform(request).andReturn().getResponse();
        return response.getStatus() == 403
                ? "403"
                : response.getRedirectedUrl() == null
                        ? response.getContentAsString()
                        : String.valueOf(response.getRedirectedUrl());
    }

    private static Map<String, String> with(Map<String, String> fields, String name, String value) {
        Map<String, String> all = new HashMap<>(fields);
        all.put(name, value);
        return all;
    }

    private int asked(String tag, Map<String, String> study) throws Exception {
        String to = sent("tessa", "/valves/" + tag + "/change", with(study, "reason", "must open when the air fails"));
        assertThat(to).matches("/change-requests/\\d+");
        return Integer.parseInt(to.replaceAll("\\D", ""));
    }

    private ChangeRequest change(int number) {
        return requests.findById(number).orElseThrow();
    }

    private Drive drive(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow().drive();
    }

    @Test
    @DisplayName(
            "Nothing is on the record before it is proven: a butterfly reversed from the study to the closed job, and the next job follows the new state")
    void wholeRoad() throws Exception {
        int number = asked("TF-001", WET);
        String page = "/change-requests/" + number;
        assertThat(sent("tessa", page + "/position", Map.of("position", "open", "safe-reason", "drain")))
                .isEqualTo("403");
        assertThat(sent("oskar", page + "/position", Map.of("position", "sideways", "safe-reason", "drain")))
                .contains("Choose where the valve is safe");
        assertThat(sent("oskar", page + "/position", Map.of("position", "open")))
                .contains("Say in a few words why");
        assertThat(sent("rita", page + "/decision", Map.of("decision", "approve")))
                .contains("that cannot be done to it now");
        assertThat(sent(
                        "oskar",
                        page + "/position",
                        Map.of("position", "open", "safe-reason", "a closed drain floods")))
                .as("nothing is lost that was typed, and nothing done unsigned")
                .contains("Sign with your password", "a closed drain floods");
        assertThat(change(number).state()).isEqualTo(ChangeState.ASKED);
        assertThat(sent(
                        "oskar",
                        page + "/position",
                        Map.of(
                                "position",
                                "open",
                                "safe-reason",
                                "a closed drain floods",
                                "password",
                                TestSite.PASSWORD)))
                .isEqualTo(page);
        assertThat(sent("tessa", page + "/decision", Map.of("decision", "approve")))
                .isEqualTo("403");
        assertThat(sent("rita", page + "/decision", Map.of("decision", "approve", "password", "wrong")))
                .contains("That is not your password");
        assertThat(change(number).state()).isEqualTo(ChangeState.STATED);
        assertThat(sent("pia", page + "/plan", Map.of("due", "2199-01-01"))).contains("that cannot be done to it now");
        assertThat(sent(
                        "rita",
                        page + "/decision",
                        Map.of("decision", "approve", "decided-reason", "seen", "password", TestSite.PASSWORD)))
                .isEqualTo(page);
        assertThat(web.perform(as("rita", get(page))).andReturn().getResponse().getContentAsString())
                .contains(
                        "Oskar Owner</b>",
                        "states where the valve is safe without air",
                        "Rita Reviewer</b>",
                        "approves it");
        assertThat(sent("pia", page + "/plan", Map.of("due", "soon"))).contains("is not a date");
        assertThat(sent("pia", page + "/plan", Map.of("due", "2199-01-01"))).isEqualTo(page);
        int job = change(number).jobNumber().orElseThrow();
        bench.start(job, "tessa");
        while (bench.current(job).isPresent()) {
            assertThat(drive("TF-001")).isEqualTo(Drive.NC);
            bench.confirm(job, "tessa", bench.current(job).get().secondPerson() ? SECOND : Map.of());
        }
        assertThat(bench.tryToClose(job, "tessa"))
                .contains("Control logic of change")
                .contains("Interlocks of change");
        assertThat(drive("TF-001")).isEqualTo(Drive.NC);
        for (What what : new What[] {What.CONTROL_LOGIC, What.INTERLOCKS}) {
            assertThat(sent("pia", page + "/items/" + what, Map.of("note", "program 12, line 4")))
                    .isEqualTo(page);
        }
        bench.close(job, "tessa");
        assertThat(drive("TF-001")).isEqualTo(Drive.NO);
        assertThat(change(number).state()).isEqualTo(ChangeState.PROVEN);
        assertThat(change(number).left()).containsExactly(What.DRAWINGS);
        assertThat(web.perform(as("rita", get(page))).andReturn().getResponse().getContentAsString())
                .contains("The record says NO since", "program 12, line 4");
        assertThat(web.perform(as("rita", get("/records/" + job)))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("Changed", "NC, spring closes", "NO, spring opens")
                .as("everybody who signed, in the record")
                .contains(
                        "states where the valve is safe without air (Change " + number,
                        "approves it (Change " + number,
                        "Theo Technician</b>",
                        "looked at it as a second person and agrees (Turn the actuator over for spring opening")
                .as("who signed the closing does not review it")
                .contains("You had a hand in this job");
        assertThat(web.perform(as("tessa", get("/valves/TF-001/plan")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("spring opens")
                .doesNotContain("Reverse to");
        assertThat(sent("tessa", "/valves/TF-001/change", with(WET, "reason", "again")))
                .contains("It is like that already");
    }

    @Test
    @DisplayName("A change is among those something is still to be done on or among the ended, as its state says")
    void everyState(JdbcTemplate sql) throws Exception {
        int number = asked("TS-015", STRONG_AIR);
        for (ChangeState state : ChangeState.values()) {
            sql.update("update change_request set state = ? where number = ?", state.name(), number);
            assertThat(requests.open().stream().anyMatch(c -> c.number() == number))
                    .as(state.name())
                    .isEqualTo(state.open());
            assertThat(requests.ended().stream().anyMatch(c -> c.number() == number))
                    .as(state.name())
                    .isEqualTo(!state.open());
        }
    }

    @Test
    @DisplayName(
            "Not asked for where the numbers say no, twice, or without a reason; refused by another safe position; taken back by its asker alone")
    void notTaken() throws Exception {
        Map<String, String> weak = with(with(STRONG_AIR, "lowest", "5.2 bar"), "nominal", "5.3 bar");
        assertThat(sent("tessa", "/valves/TS-011/change", STRONG_AIR)).contains("Say in a few words why");
        assertThat(sent("tessa", "/valves/TS-011/change", with(weak, "reason", "why not")))
                .contains("The numbers say it would not work");
        assertThat(sent("rita", "/valves/TS-011/change", with(STRONG_AIR, "reason", "mine")))
                .isEqualTo("403");
        int number = asked("TS-011", STRONG_AIR);
        assertThat(sent("tessa", "/valves/TS-011/change", with(STRONG_AIR, "reason", "again")))
                .contains("is open. One at a time");
        assertThat(sent("theo", "/change-requests/" + number + "/withdraw", Map.of()))
                .contains("Only Tessa Technician can take it back");
        assertThat(sent(
                        "oskar",
                        "/change-requests/" + number + "/position",
                        Map.of(
                                "position",
                                "closed",
                                "safe-reason",
                                "it holds the tank",
                                "password",
                                TestSite.PASSWORD)))
                .endsWith("/" + number);
        assertThat(change(number).state()).isEqualTo(ChangeState.REFUSED);
        int second = asked("TS-011", STRONG_AIR);
        assertThat(sent("tessa", "/change-requests/" + second + "/withdraw", Map.of()))
                .endsWith("/" + second);
        assertThat(change(second).state()).isEqualTo(ChangeState.WITHDRAWN);
        assertThat(drive("TS-011")).isEqualTo(Drive.NC);
    }

    @Test
    @DisplayName("Cancelled or stopped half-way, the change can be planned again and goes on from where the valve lies")
    void plannedAgain() throws Exception {
        int number = asked("TS-012", STRONG_AIR);
        String page = "/change-requests/" + number;
        sent(
                "oskar",
                page + "/position",
                Map.of("position", "open", "safe-reason", "cooling must run", "password", TestSite.PASSWORD));
        sent("rita", page + "/decision", Map.of("decision", "approve", "password", TestSite.PASSWORD));
        String day = LocalDate.of(2199, 1, 1).toString();
        sent("pia", page + "/plan", Map.of("due", day));
        int first = change(number).jobNumber().orElseThrow();
        sent(
                "tessa",
                "/jobs/" + first + "/cancel",
                Map.of("entryId", UUID.randomUUID().toString()));
        assertThat(change(number).state()).isEqualTo(ChangeState.APPROVED);
        sent("pia", page + "/plan", Map.of("due", day));
        int job = change(number).jobNumber().orElseThrow();
        bench.start(job, "tessa");
        while (!bench.current(job).orElseThrow().id().equals("close-actuator")) {
            bench.confirm(job, "tessa", bench.current(job).get().secondPerson() ? SECOND : Map.of());
        }
        sent(
                "tessa",
                "/jobs/" + job + "/stop",
                Map.of(
                        "entryId",
                        UUID.randomUUID().toString(),
                        "reason",
                        "the wire is missing",
                        "stop.password",
                        TestSite.PASSWORD));
        assertThat(change(number).state()).isEqualTo(ChangeState.APPROVED);
        assertThat(drive("TS-012")).as("not proven yet").isEqualTo(Drive.NC);
        assertThat(sent("pia", page + "/plan", Map.of("due", day))).isEqualTo(page);
        int again = change(number).jobNumber().orElseThrow();
        sent("pia", page + "/items/CONTROL_LOGIC", Map.of());
        sent("pia", page + "/items/INTERLOCKS", Map.of());
        bench.start(again, "tessa");
        while (bench.current(again).isPresent()) {
            assertThat(bench.current(again).get().id()).isNotEqualTo("record-reversal");
            bench.confirm(again, "tessa", SECOND);
        }
        bench.close(again, "tessa");
        assertThat(drive("TS-012")).isEqualTo(Drive.NO);
        assertThat(change(number).state()).isEqualTo(ChangeState.PROVEN);
    }

    @Test
    @DisplayName("What was studied is evidence: the database refuses to change it or take it away")
    void evidence(JdbcTemplate sql) throws Exception {
        sent("tessa", "/valves/TS-013/study", STRONG_AIR);
        assertThat(sql.queryForObject("select count(*) from fail_study where wish = 'NO'", Integer.class))
                .isPositive();
        for (String change : new String[] {"update fail_study set verdict = 'WORKS'", "delete from fail_study"}) {
            assertThatThrownBy(() -> sql.update(change)).isInstanceOf(DataAccessException.class);
        }
    }

    @Test
    @DisplayName("The study answers as one chooses and types, says what makes no sense, and everybody can use it")
    void studyPage(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/valves/TS-014/study");
        PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("Works in every case");
        page.selectOption("#f-wish", "NO");
        PlaywrightAssertions.assertThat(page.locator(".verdict"))
                .containsText("Does not work. Closing tight takes 5.7 to 6.63 bar of air");
        PlaywrightAssertions.assertThat(page.locator(".ways")).containsText("the 125 mm actuator");
        Browser.usableByAll(page);
        page.fill("#f-line", "three");
        PlaywrightAssertions.assertThat(page.locator("#worked .trouble")).containsText("Highest line pressure");
        page.fill("#f-line", "0");
        page.fill("#f-nominal", "7");
        page.fill("#f-lowest", "6.5");
        PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("Works in every case");
        page.fill("#reason", "it must open");
        page.click("button:has-text('Ask to reverse it to NO')");
        PlaywrightAssertions.assertThat(page.locator("h1")).hasText("TS-014");
        PlaywrightAssertions.assertThat(page.locator(".road")).containsText("it must open");
        Browser.usableByAll(page);
        Page owner = browser.loggedIn(at.base(), "oskar");
        Browser.go(owner, "/");
        owner.click(".job-card:has-text('NC to NO'):has-text('TS-014')");
        owner.click(".pick:has-text('open')");
        owner.click("button:has-text('State it')");
        PlaywrightAssertions.assertThat(
                        owner.locator("#safe-reason ~ .trouble, .trouble").first())
                .containsText("Say in a few words why");
        assertThat(owner.locator(".pick input:checked").inputValue()).isEqualTo("open");
        Browser.usableByAll(owner);
    }
}

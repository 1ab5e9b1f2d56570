package dev.wartung.web.job.along;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.Cable;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.bench.BenchHands;
import dev.wartung.web.valve.Valves;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** Jobs that go on where there is no network. */
@ExtendWith({RunningApplication.class, Browser.class})
class WithoutNetworkTest {

    private Pit pit;

    @BeforeEach
    void lay(Address at, Browser browser) throws IOException {
        pit = new Pit(at, browser);
    }

    @AfterEach
    void takeUp() throws IOException {
        pit.close();
    }

    @Test
    @DisplayName(
            "Steps confirmed without network survive a new page, and are in the job in order, with when they were done")
    void stepByStep(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = pit.phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-008", "renew-product-seals");
        pit.takenAlong(page, number);
        pit.cut(page);
        for (int i = 0; i < 3; i++) {
            hands.answer();
            hands.confirm();
        }
        String due = hands.step();
        assertThat(page.locator("#unsent")).hasText("No network. 3 entries not sent yet");
        page.reload();
        assertThat(page.locator(".say")).hasText(due);
        assertThat(page.locator("#unsent")).hasText("No network. 3 entries not sent yet");
        page.click("#back");
        assertThat(page.locator(".step .notice")).containsText("Looking back. Done here without network");
        assertThat(page.locator("#done")).hasCount(0);
        page.click("#to-due");
        assertThat(page.locator(".say")).hasText(due);
        hands.answer();
        hands.confirm();
        pit.mended(page);
        List<Map<String, Object>> entries = jdbc.queryForList(
                "select e.kind, e.done_at < e.at as earlier from job_entry e join job j on j.id = e.job_id where j.number = ? and e.kind = 'CONFIRMED' order by e.seq",
                number);
        assertThat(entries).hasSize(4).allSatisfy(e -> assertThat(e).containsEntry("earlier", true));
        assertThat(page.locator(".say")).not().hasText(due);
    }

    @Test
    @DisplayName(
            "A reading out of its limits is out of them without network, too: it stands only for a reason, and both are in the job")
    void failed(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = pit.phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-011", "renew-product-seals");
        hands.workUntil("Vent, drain and rinse");
        pit.takenAlong(page, number);
        pit.cut(page);
        hands.answer();
        page.locator(".measure input.reading-field").first().fill("9000");
        assertThat(page.locator(".judged .verdict.off, .judged .trouble").first())
                .isVisible();
        String step = hands.step();
        page.locator(".measure input.reading-field").first().fill("99");
        page.click("#done");
        assertThat(page.locator(".failed").first()).isVisible();
        assertThat(page.locator("#unsent")).hasText("No network. 1 entry not sent yet");
        // critical: it takes a second person, who is told apart by a password
        page.locator(".failed input").first().fill("the probe lay in the sun");
        page.click("#done");
        assertThat(page.locator(".waits")).containsText("A second person has to agree");
        assertThat(hands.step()).isEqualTo(step);
        page.locator(".measure input.reading-field").first().fill("24");
        page.click("#done");
        assertThat(page.locator(".say")).not().hasText(step);
        pit.mended(page);
        assertThat(jdbc.queryForList(
                        "select kind from job_entry e join job j on j.id = e.job_id where j.number = ? order by seq desc limit 2",
                        String.class,
                        number))
                .containsExactly("CONFIRMED", "FAILED_READING");
        number = hands.begin("TF-003", "renew-diaphragm");
        hands.workUntil("Measure the stroke limiter");
        pit.takenAlong(page, number);
        pit.cut(page);
        step = hands.step();
        page.locator(".measure input.reading-field").first().fill("90");
        page.click("#done");
        page.locator(".failed input").first().fill("a longer one is fitted here");
        page.click("#done");
        assertThat(page.locator(".say")).not().hasText(step);
        pit.mended(page);
        assertThat(jdbc.queryForObject(
                        "select event::text from job_entry e join job j on j.id = e.job_id where j.number = ? and kind = 'CONFIRMED' order by seq desc limit 1",
                        String.class,
                        number))
                .contains("a longer one is fitted here");
    }

    @Test
    @DisplayName(
            "Bolts without network: what is no torque stays to be put right, what one showed is not typed for the next, what was taken back is none")
    void bolts(Address at, Browser browser, Valves valves) {
        valves.save(TestSite.of("BT-002", "terskel-25", Map.of("drive", "NC", "face", "backed", "limiter", "fitted")));
        Page page = pit.phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.beginUntilTurns("BT-002", "renew-diaphragm");
        pit.takenAlong(page, number);
        pit.cut(page);
        Locator stage = page.locator(".run .stage");
        Locator shown = page.locator("[data-turn]");
        shown.fill("seven");
        shown.press("Enter");
        assertThat(page.locator(".run .trouble").first()).isVisible();
        assertThat(shown).hasValue("seven");
        shown.fill("1");
        shown.press("Enter");
        assertThat(stage).containsText("turn 2 of");
        assertThat(shown).hasValue("");
        shown.fill("1");
        shown.press("Enter");
        assertThat(stage).containsText("turn 3 of");
        page.click("text=One back");
        assertThat(stage).containsText("turn 2 of");
        String turns = page.locator(".run input[type=hidden]").inputValue();
        assertThat(turns).isNotEmpty().doesNotContain(";");
        // the board is put up anew: what was typed here comes from the browser's own draft
        page.evaluate("() => stored.unsent().then(u => along.showDue(along.packs.get(along.jobHere()), u, ''))");
        assertThat(page.locator(".run input[type=hidden]")).hasValue(turns);
        assertThat(shown).hasValue("");
    }

    @Test
    @DisplayName(
            "A finding that lets the part be used goes on without network; one that changes the job holds it until it is judged")
    void findings(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = pit.phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-017", "renew-product-seals");
        hands.workUntil("Fit the new body seal");
        pit.takenAlong(page, number);
        pit.cut(page);
        page.click("#findings");
        page.selectOption("#finding-here select[name=part]", "stem");
        page.locator("#finding-here .pick:has-text('Bent')").click();
        page.fill("#finding-here input[name=size]", "0,04");
        assertThat(page.locator("#finding-here .decision")).containsText("Within what bush and seal take up");
        Browser.usableByAll(page);
        page.click("#finding-here button[type=submit]");
        assertThat(page.locator(".step .notice").first()).containsText("The job goes on");
        String step = hands.step();
        hands.answer();
        hands.confirm();
        page.click("#findings");
        page.selectOption("#finding-here select[name=part]", "stem");
        page.locator("#finding-here .pick:has-text('Pitting')").click();
        page.locator("#finding-here .tick:has-text('here, lot') input").check();
        page.click("#finding-here button[type=submit]");
        assertThat(page.locator("#finding-here .trouble")).hasText("Type or scan its lot.");
        page.fill("#finding-here input[name=lot]", "L-9");
        page.click("#finding-here button[type=submit]");
        hands.answer();
        page.click("#done");
        assertThat(page.locator(".waits")).containsText("judged where the network is");
        assertThat(page.locator("#unsent")).hasText("No network. 3 entries not sent yet");
        pit.mended(page);
        assertThat(jdbc.queryForList(
                        "select event #>> '{body,finding,decision}' from job_entry e join job j on j.id = e.job_id where j.number = ? and kind = 'FINDING' order by seq",
                        String.class,
                        number))
                .containsExactly("FIT", "REPLACE");
        assertThat(hands.step()).isNotEqualTo(step);
    }

    @Test
    @DisplayName("What leads another way than the job now goes is no longer gone by, however soon the network is lost")
    void otherWay(Address at, Browser browser) {
        Page page = pit.phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-018", "renew-product-seals");
        hands.workUntil("Run a fingertip along the stem");
        pit.takenAlong(page, number);
        Browser.go(page, "/jobs/" + number + "/findings?part=stem&point=sealing-path&kind=pitting");
        page.locator("input[name=at-hand][value=yes]").check();
        page.fill("#new-lot", "L-9");
        page.click("#finding button[type=submit]");
        assertThat(page.locator(".findings .notice").first()).containsText("Kept");
        Browser.go(page, "/jobs/" + number);
        pit.until(
                page,
                "n => stored.job(n).then(j => !along.packs.has(n) || along.packs.get(n).way === along.board().dataset.way && j.way === along.board().dataset.way)",
                String.valueOf(number));
        // an earlier step looked at is not the one that is due
        pit.takenAlong(page, number);
        String due = hands.step();
        page.click("#back");
        Browser.ready(page);
        pit.takenAlong(page, number);
        pit.cut(page);
        page.navigate("/jobs/" + number);
        assertThat(page.locator(".say")).hasText(due);
    }

    @Test
    @DisplayName("What the device cannot keep is not shown as done, and it says so")
    void full(Address at, Browser browser) {
        Page page = pit.phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-019", "inspect");
        pit.takenAlong(page, number);
        pit.cut(page);
        page.evaluate("() => { stored.add = () => Promise.reject(new Error('full')); }");
        String step = hands.step();
        hands.answer();
        page.click("#done");
        assertThat(page.locator(".waits")).containsText("could not keep it");
        assertThat(hands.step()).isEqualTo(step);
        assertThat(pit.unsent(page)).isZero();
    }

    @Test
    @DisplayName("What cannot be sent holds back what was done after it in its job, and nothing of another")
    void heldBack(Address at, Browser browser) {
        Page page = pit.phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-021", "inspect");
        pit.takenAlong(page, number);
        pit.cut(page);
        page.evaluate(
                """
                n => {
                  const entry = (job, words) => stored.add({ job, who: along.who(), tag: '', what: 'problem', at: '', entryId: along.id(), fields: [['note', words]], done: Date.now(), said: words });
                  return entry('987654', 'of a job nobody knows').then(() => entry('987654', 'after it')).then(() => entry(n, 'of mine'));
                }""",
                String.valueOf(number));
        pit.cable().is(Cable.State.WHOLE);
        pit.until(page, "() => along.contact().then(() => stored.unsent()).then(u => u.length === 2)", null);
        assertThat(page.locator("#lost")).containsText("This could not be sent (404): of a job nobody knows.");
        assertThat(page.locator("#unsent")).hasText("2 entries not sent yet");
    }

    @Test
    @DisplayName("What went wrong stays said while a device asks whether there is a network")
    void staysSaid(Address at, Browser browser) {
        Page page = pit.phone(browser, "tessa");
        int number = new BenchHands(page).begin("TS-020", "inspect");
        pit.takenAlong(page, number);
        page.evaluate("() => lost('That did not work.')");
        page.evaluate("() => along.contact()");
        assertThat(page.locator("#lost")).hasText("That did not work.");
        assertThat(page.locator("#lost")).isVisible();
    }

    @Test
    @DisplayName(
            "Today says which jobs on my bench are on this device, and takes one along where that is asked, or anew")
    void fromToday(Address at, Browser browser) {
        Page desk = browser.loggedIn(at.base(), "theo");
        BenchHands there = new BenchHands(desk);
        int number = there.begin("TS-022", "inspect");
        String due = there.step();
        Page page = pit.phone(browser, "theo");
        Browser.go(page, "/");
        assertThat(page.locator("[data-along='" + number + "'] [role=status]")).hasText("Not on this device.");
        page.click("[data-along='" + number + "'] button");
        pit.until(
                page,
                "n => /^On this device since \\d{1,2} [A-Z][a-z]{2} \\d{4} \\d\\d:\\d\\d\\.$/.test(document.querySelector(`[data-along='${n}'] [role=status]`).textContent)",
                String.valueOf(number));
        Browser.usableByAll(page);
        there.answer();
        there.confirm();
        String next = there.step();
        Object before = page.evaluate("n => stored.job(n).then(j => j.due)", String.valueOf(number));
        page.click("[data-along='" + number + "'] button");
        pit.until(
                page,
                "([n, before]) => stored.job(n).then(j => j.due !== before)",
                List.of(String.valueOf(number), before));
        pit.cable().is(Cable.State.CUT);
        page.click("[data-along='" + number + "'] button");
        assertThat(page.locator("[data-along='" + number + "'] [role=status]"))
                .containsText("It was not taken along: no network");
        page.navigate("/jobs/" + number);
        assertThat(page.locator(".say")).hasText(next);
        assertThat(next).isNotEqualTo(due);
    }

    @Test
    @DisplayName("What an earlier version kept on a device is there as before")
    void keptBefore(Address at, Browser browser) {
        Page page = browser.windowThatGoesOn(at.base());
        // nothing of the application runs there
        page.navigate("/favicon.svg");
        page.evaluate(
                """
                () => new Promise(there => {
                  const asked = indexedDB.open('wartung', 1);
                  asked.onupgradeneeded = () => {
                    asked.result.createObjectStore('jobs', { keyPath: 'number' }).add({ number: '7', who: 'tessa', due: 'clean', html: '<p>boards</p>' });
                    asked.result.createObjectStore('unsent', { keyPath: 'place', autoIncrement: true }).add({ job: '7', what: 'step', at: 'open' });
                  };
                  asked.onsuccess = () => { asked.result.close(); there(); };
                })""");
        Browser.go(page, "/login");
        assertThat(page.evaluate("() => stored.withBoards('7').then(j => j.html + ' ' + j.due)"))
                .isEqualTo("<p>boards</p> clean");
        assertThat(page.evaluate("() => stored.job('7').then(j => Object.keys(j).sort().join())"))
                .isEqualTo("due,number,who");
        assertThat(page.evaluate("() => stored.unsent().then(u => u.map(e => e.at).join())"))
                .isEqualTo("open");
    }

    @Test
    @DisplayName("Closing waits for the network, and what was typed with it is not kept")
    void closingWaits(Address at, Browser browser) {
        Page page = pit.phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-012", "inspect");
        hands.workUntil("Count, then close");
        pit.takenAlong(page, number);
        AtomicInteger anew = new AtomicInteger();
        page.onRequest(asked -> {
            if (asked.url().endsWith("/along")) {
                anew.incrementAndGet();
            }
        });
        page.evaluate("() => along.board().dispatchEvent(new CustomEvent('htmx:afterSettle', { bubbles: true }))");
        page.waitForTimeout(2500);
        assertThat(anew.get()).as("what is here is not fetched again").isZero();
        pit.cut(page);
        page.fill("#password", TestSite.PASSWORD);
        page.click("#done");
        assertThat(page.locator(".waits")).containsText("Closing takes your signature");
        assertThat(page.evaluate("() => stored.unsent().then(u => JSON.stringify(u))"))
                .isEqualTo("[]");
    }

    @Test
    @DisplayName("Whoever logs out leaves nothing of the job on the device but what is not sent, for them alone")
    void loggedOut(Address at, Browser browser) {
        Page page = pit.phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-013", "inspect");
        pit.takenAlong(page, number);
        pit.cut(page);
        hands.answer();
        hands.confirm();
        page.click(".more-places");
        page.click("#places button:has-text('Log out')");
        assertThat(page.locator("#lost")).containsText("1 entry not sent yet. Log out again");
        pit.cable().is(Cable.State.WHOLE);
        page.click("#places button:has-text('Log out')");
        page.waitForURL("**/login?left");
        assertThat(page.evaluate("() => stored.jobs().then(j => j.length)")).isEqualTo(0);
        assertThat(pit.unsent(page)).as("sent on the way out").isZero();
    }

    @Test
    @DisplayName("A device that was lost forgets what it holds when it is next heard of, and nobody is logged in on it")
    void lost(Address at, Browser browser) {
        Page page = pit.phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-014", "inspect");
        pit.takenAlong(page, number);
        pit.cut(page);
        hands.answer();
        hands.confirm();
        Page desk = browser.loggedIn(at.base(), "tessa");
        Browser.go(desk, "/me/handhelds");
        Browser.usableByAll(desk);
        desk.locator("button:has-text('It is lost')").first().click();
        desk.waitForURL("**/login?left");
        pit.cable().is(Cable.State.WHOLE);
        page.waitForURL("**/login?left");
        assertThat(page.evaluate("() => stored.jobs().then(j => j.length)")).isEqualTo(0);
        assertThat(pit.unsent(page)).isZero();
        Browser.login(desk, "tessa", TestSite.PASSWORD);
        Browser.go(desk, "/me/handhelds");
        assertThat(desk.locator(".piece").first()).containsText("told to forget");
    }

    @Test
    @DisplayName(
            "What is shown where no page can be fetched can be used by everybody, and names the jobs that are here")
    void withoutPage(Address at, Browser browser) {
        Page page = pit.phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-015", "inspect");
        pit.takenAlong(page, number);
        page.waitForFunction("() => navigator.serviceWorker.controller");
        pit.cut(page);
        page.navigate("/stores");
        assertThat(page.locator("h1")).hasText("No network");
        Browser.usableByAll(page);
        page.click(".on-device a");
        assertThat(page.locator(".say")).isVisible();
        Browser.usableByAll(page);
    }
}

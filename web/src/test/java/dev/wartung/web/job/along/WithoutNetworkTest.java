package dev.wartung.web.job.along;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import com.microsoft.playwright.TimeoutError;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.Cable;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.bench.BenchHands;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;

/** Jobs that go on where there is no network. */
@ExtendWith({RunningApplication.class, Browser.class})
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class WithoutNetworkTest {

    private static final long SEED = Long.getLong("wartung.cable.seed", System.nanoTime());

    private Cable cable;

    @BeforeEach
    void lay(Address at, Browser browser) throws IOException {
        cable = new Cable(at.base());
        browser.expectsErrors("ERR_", "Failed to load resource", "htmx:");
    }

    @AfterEach
    void takeUp() throws IOException {
        cable.close();
    }

    private Page phone(Browser browser, String name) {
        Page page = browser.windowThatGoesOn(cable.base());
        Browser.login(page, name, TestSite.PASSWORD);
        return page;
    }

    /** Waits until the job is on the device, as far as the page shows it. */
    private static void takenAlong(Page page, int number) {
        until(
                page,
                "n => stored.job(n).then(j => j?.due === along.board().dataset.step && along.packs.get(n)?.at === j.at && navigator.serviceWorker.ready.then(() => true))",
                String.valueOf(number));
    }

    /** Waits for what is only known after a while, itself. */
    private static void until(Page page, String asked, @Nullable Object with) {
        for (int i = 0; i < 150; i++) {
            try {
                if (Boolean.TRUE.equals(page.evaluate(asked, with))) {
                    return;
                }
            } catch (PlaywrightException e) {
                // the page was left meanwhile
            }
            page.waitForTimeout(200);
        }
        throw new AssertionError("not yet: " + asked + "; the page says: "
                + page.locator("#lost").innerText() + " "
                + page.locator("#unsent").innerText());
    }

    private void cut(Page page) {
        cable.is(Cable.State.CUT);
        page.evaluate("() => along.isDown()");
    }

    private void mended(Page page) {
        cable.is(Cable.State.WHOLE);
        until(page, "() => along.contact().then(() => stored.unsent()).then(u => u.length === 0)", null);
        assertThat(page.locator("#unsent")).isHidden();
        Browser.settled(page);
    }

    private static int unsent(Page page) {
        return ((Number) page.evaluate("() => stored.unsent().then(u => u.length)")).intValue();
    }

    @Test
    @DisplayName(
            "Steps confirmed without network survive a new page, and are in the job in order, with when they were done")
    void stepByStep(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-008", "renew-product-seals");
        takenAlong(page, number);
        cut(page);
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
        mended(page);
        List<Map<String, Object>> entries = jdbc.queryForList(
                "select e.kind, e.done_at < e.at as earlier from job_entry e join job j on j.id = e.job_id where j.number = ? and e.kind = 'CONFIRMED' order by e.seq",
                number);
        assertThat(entries).hasSize(4).allSatisfy(e -> assertThat(e).containsEntry("earlier", true));
        assertThat(page.locator(".say")).not().hasText(due);
    }

    @Test
    @DisplayName(
            "The browser is closed in the pit, and opened again there: the job goes on where it was, and all of it is sent later")
    void closedBrowser(@TempDir Path folder, Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = browser.windowKept(cable.base(), folder);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-016", "renew-product-seals");
        takenAlong(page, number);
        cut(page);
        hands.answer();
        hands.confirm();
        String due = hands.step();
        page.context().close();
        page = browser.windowKept(cable.base(), folder);
        page.navigate("/jobs/" + number);
        assertThat(page.locator(".say")).hasText(due);
        hands = new BenchHands(page);
        hands.answer();
        hands.confirm();
        assertThat(page.locator("#unsent")).hasText("No network. 2 entries not sent yet");
        page.context().close();
        cable.is(Cable.State.WHOLE);
        page = browser.windowKept(cable.base(), folder);
        // a closed browser is logged out; what is not sent waits for whoever did it
        Browser.go(page, "/");
        assertThat(page.locator("#unsent")).hasText("2 entries not sent yet");
        Browser.login(page, "tessa", TestSite.PASSWORD);
        until(page, "() => stored.unsent().then(u => u.length === 0)", null);
        page.context().close();
        assertThat(jdbc.queryForObject(
                        "select count(*) from job_entry e join job j on j.id = e.job_id where j.number = ? and e.kind = 'CONFIRMED' and e.done_at is not null",
                        Integer.class,
                        number))
                .isEqualTo(2);
    }

    @ParameterizedTest
    @Order(1) // it closes its jobs: their valves are free for another
    @CsvSource({"TS-009,renew-product-seals", "TF-003,renew-diaphragm"})
    @DisplayName(
            "A whole job with the network cut at random, answers lost too: every step is in the job once, in order, and it is signed and closed")
    void cutAtRandom(String tag, String work, Address at, Browser browser, JdbcTemplate jdbc) {
        System.out.println("cable: seed " + SEED);
        Random random = new Random(SEED);
        Page page = phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin(tag, work);
        takenAlong(page, number);
        int without = 0;
        for (int i = 0; i < 150 && !hands.step().startsWith("Count, then close"); i++) {
            boolean whole = random.nextInt(3) == 0;
            if (whole) {
                mended(page);
                takenAlong(page, number);
            } else if (random.nextInt(4) == 0) {
                cable.is(Cable.State.DEAF);
            } else {
                cut(page);
            }
            String step = hands.step();
            try {
                hands.answer();
                page.click("#done");
                page.waitForFunction(
                        "s => document.querySelector('.say')?.innerText !== s || document.querySelector('.waits')",
                        step);
            } catch (TimeoutError e) {
                throw new AssertionError(
                        "seed " + SEED + ", “" + step + "” was not confirmed, cable " + cable.is() + "; the page says: "
                                + page.locator(".step").innerText() + " "
                                + page.locator("#lost").innerText() + " kept apart: "
                                + jdbc.queryForList("select what || ' | ' || why from kept_apart", String.class),
                        e);
            }
            if (page.locator(".waits").count() > 0) {
                mended(page);
                takenAlong(page, number);
                hands.answer();
                hands.confirm();
            } else if (!whole) {
                without++;
            }
        }
        assertThat(without).as("steps without network").isGreaterThan(10);
        mended(page);
        assertThat(hands.step()).startsWith("Count, then close");
        assertThat(jdbc.queryForObject(
                        "select count(*) from (select 1 from job_entry e join job j on j.id = e.job_id where j.number = ? and e.kind = 'CONFIRMED' group by e.step_id having count(*) > 1) twice",
                        Integer.class,
                        number))
                .isZero();
        assertThat(jdbc.queryForList(
                        "select k.what || ' | ' || k.why from kept_apart k join job j on j.id = k.job_id where j.number = ?",
                        String.class,
                        number))
                .isEmpty();
        page.fill("#bin", page.locator(".count b").first().innerText().replaceAll(" /.*", ""));
        page.fill("#bag", "0");
        page.fill("#password", TestSite.PASSWORD);
        page.click("#done");
        assertThat(page.locator(".step .say")).hasText("The job is closed");
    }

    @Test
    @DisplayName(
            "Somebody took the bench over meanwhile: both sides are shown, and what was done is put on the record or left out by a person")
    void twoPeople(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-010", "renew-product-seals");
        takenAlong(page, number);
        cut(page);
        for (int i = 0; i < 2; i++) {
            hands.answer();
            hands.confirm();
        }
        page.click("#problem-button");
        page.fill("#note", "the bag was open");
        page.click("#problem button[type=submit]");
        assertThat(page.locator("#unsent")).hasText("No network. 3 entries not sent yet");
        Page other = browser.loggedIn(at.base(), "theo");
        Browser.go(other, "/jobs/" + number);
        other.click("text=Take over");
        other.fill("#over-reason", "she is in the pit, and it has to go on");
        other.click("#take-over button[type=submit]");
        BenchHands theirs = new BenchHands(other);
        other.waitForSelector("#done");
        theirs.answer();
        theirs.confirm();
        mended(page);
        assertThat(page.locator("#lost")).containsText("what you did is kept beside it");
        page.click("#lost a");
        assertThat(page.locator(".both")).hasCount(3);
        assertThat(page.locator(".both").first()).containsText("Not entered: The bench is held by Theo");
        assertThat(page.locator(".both").first()).containsText("On the record, at this step");
        assertThat(page.locator(".both").first()).containsText("Confirmed");
        Browser.usableByAll(page);
        // who holds the bench puts it on the record; who left it out says why
        Browser.go(other, "/jobs/" + number + "/apart");
        other.locator(".both:has-text('the bag was open') button:has-text('Put it on the record')")
                .click();
        Browser.ready(other);
        other.locator(".both")
                .first()
                .locator("button:has-text('Leave it out')")
                .click();
        assertThat(other.locator(".both").first().locator(".trouble")).hasText("Say in a few words why.");
        other.locator(".both").first().locator("input[name=reason]").fill("I did it myself");
        other.locator(".both")
                .first()
                .locator("button:has-text('Leave it out')")
                .click();
        Browser.ready(other);
        assertThat(other.locator(".both").first()).containsText("left out, because I did it myself");
        assertThat(jdbc.queryForList(
                        "select event #>> '{body,note}' from job_entry e join job j on j.id = e.job_id where j.number = ? and kind = 'PROBLEM'",
                        String.class,
                        number))
                .hasSize(1)
                .first()
                .asString()
                .contains("the bag was open")
                .contains("without network by Tessa");
    }

    @Test
    @DisplayName(
            "A reading out of its limits is out of them without network, too: it stands only for a reason, and both are in the job")
    void failed(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-011", "renew-product-seals");
        hands.workUntil("Vent, drain and rinse");
        takenAlong(page, number);
        cut(page);
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
        mended(page);
        assertThat(jdbc.queryForList(
                        "select kind from job_entry e join job j on j.id = e.job_id where j.number = ? order by seq desc limit 2",
                        String.class,
                        number))
                .containsExactly("CONFIRMED", "FAILED_READING");
        number = hands.begin("TF-003", "renew-diaphragm");
        hands.workUntil("Measure the stroke limiter");
        takenAlong(page, number);
        cut(page);
        step = hands.step();
        page.locator(".measure input.reading-field").first().fill("90");
        page.click("#done");
        page.locator(".failed input").first().fill("a longer one is fitted here");
        page.click("#done");
        assertThat(page.locator(".say")).not().hasText(step);
        mended(page);
        assertThat(jdbc.queryForObject(
                        "select event::text from job_entry e join job j on j.id = e.job_id where j.number = ? and kind = 'CONFIRMED' order by seq desc limit 1",
                        String.class,
                        number))
                .contains("a longer one is fitted here");
    }

    @Test
    @DisplayName(
            "A finding that lets the part be used goes on without network; one that changes the job holds it until it is judged")
    void findings(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-017", "renew-product-seals");
        hands.workUntil("Fit the new body seal");
        takenAlong(page, number);
        cut(page);
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
        mended(page);
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
        Page page = phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-018", "renew-product-seals");
        hands.workUntil("Run a fingertip along the stem");
        takenAlong(page, number);
        Browser.go(page, "/jobs/" + number + "/findings?part=stem&point=sealing-path&kind=pitting");
        page.locator("input[name=at-hand][value=yes]").check();
        page.fill("#new-lot", "L-9");
        page.click("#finding button[type=submit]");
        assertThat(page.locator(".findings .notice").first()).containsText("Kept");
        Browser.go(page, "/jobs/" + number);
        until(
                page,
                "n => stored.job(n).then(j => !along.packs.has(n) || along.packs.get(n).way === along.board().dataset.way && j.way === along.board().dataset.way)",
                String.valueOf(number));
        // an earlier step looked at is not the one that is due
        takenAlong(page, number);
        String due = hands.step();
        page.click("#back");
        Browser.ready(page);
        takenAlong(page, number);
        cut(page);
        page.navigate("/jobs/" + number);
        assertThat(page.locator(".say")).hasText(due);
    }

    @Test
    @DisplayName("Closing waits for the network, and what was typed with it is not kept")
    void closingWaits(Address at, Browser browser) {
        Page page = phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-012", "inspect");
        hands.workUntil("Count, then close");
        takenAlong(page, number);
        cut(page);
        page.fill("#password", TestSite.PASSWORD);
        page.click("#done");
        assertThat(page.locator(".waits")).containsText("Closing takes your signature");
        assertThat(page.evaluate("() => stored.unsent().then(u => JSON.stringify(u))"))
                .isEqualTo("[]");
    }

    @Test
    @DisplayName("Whoever logs out leaves nothing of the job on the device but what is not sent, for them alone")
    void loggedOut(Address at, Browser browser) {
        Page page = phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-013", "inspect");
        takenAlong(page, number);
        cut(page);
        hands.answer();
        hands.confirm();
        page.click(".more-places");
        page.click("#places button:has-text('Log out')");
        assertThat(page.locator("#lost")).containsText("1 entry not sent yet. Log out again");
        cable.is(Cable.State.WHOLE);
        page.click("#places button:has-text('Log out')");
        page.waitForURL("**/login?left");
        assertThat(page.evaluate("() => stored.jobs().then(j => j.length)")).isEqualTo(0);
        assertThat(unsent(page)).as("sent on the way out").isZero();
    }

    @Test
    @DisplayName("A device that was lost forgets what it holds when it is next heard of, and nobody is logged in on it")
    void lost(Address at, Browser browser) {
        Page page = phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-014", "inspect");
        takenAlong(page, number);
        cut(page);
        hands.answer();
        hands.confirm();
        Page desk = browser.loggedIn(at.base(), "tessa");
        Browser.go(desk, "/me/handhelds");
        Browser.usableByAll(desk);
        desk.locator("button:has-text('It is lost')").first().click();
        desk.waitForURL("**/login?left");
        cable.is(Cable.State.WHOLE);
        page.waitForURL("**/login?left");
        assertThat(page.evaluate("() => stored.jobs().then(j => j.length)")).isEqualTo(0);
        assertThat(unsent(page)).isZero();
        Browser.login(desk, "tessa", TestSite.PASSWORD);
        Browser.go(desk, "/me/handhelds");
        assertThat(desk.locator(".piece").first()).containsText("told to forget");
    }

    @Test
    @DisplayName(
            "What is shown where no page can be fetched can be used by everybody, and names the jobs that are here")
    void withoutPage(Address at, Browser browser) {
        Page page = phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-015", "inspect");
        takenAlong(page, number);
        page.waitForFunction("() => navigator.serviceWorker.controller");
        cut(page);
        page.navigate("/stores");
        assertThat(page.locator("h1")).hasText("No network");
        Browser.usableByAll(page);
        page.click(".on-device a");
        assertThat(page.locator(".say")).isVisible();
        Browser.usableByAll(page);
    }
}

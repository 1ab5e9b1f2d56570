package dev.wartung.web.job.along;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.Cable;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.bench.BenchHands;
import dev.wartung.web.record.Verification;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.util.Random;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;

/** The network is lost at any moment, the browser is closed, somebody else goes on: nothing that was done is lost or done twice. */
@ExtendWith({RunningApplication.class, Browser.class})
class CutOffTest {

    private static final long SEED = Long.getLong("wartung.cable.seed", System.nanoTime());

    private Pit pit;

    @BeforeEach
    void lay(Address at, Browser browser) throws IOException {
        pit = new Pit(at, browser);
    }

    @AfterEach
    void takeUp() throws IOException {
        pit.close();
    }

    @ParameterizedTest
    @CsvSource({"TS-009,renew-product-seals", "TF-003,renew-diaphragm"})
    @DisplayName(
            "A whole job with the network cut at random, answers lost too: every step is in the job once, in order, and it is signed and closed")
    void cutAtRandom(String tag, String work, Address at, Browser browser, JdbcTemplate jdbc) throws Exception {
        System.out.println("cable: seed " + SEED);
        Random random = new Random(SEED);
        Page page = pit.phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin(tag, work);
        pit.takenAlong(page, number);
        int without = 0;
        for (int i = 0; i < 150 && !hands.step().startsWith("Count, then close"); i++) {
            boolean whole = random.nextInt(3) == 0;
            if (whole) {
                pit.mended(page);
                pit.takenAlong(page, number);
            } else if (random.nextInt(4) == 0) {
                pit.cable().is(Cable.State.DEAF);
            } else {
                pit.cut(page);
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
                        "seed " + SEED + ", “" + step + "” was not confirmed, cable "
                                + pit.cable().is() + "; the page says: "
                                + page.locator(".step").innerText() + " "
                                + page.locator("#lost").innerText() + " kept apart: "
                                + jdbc.queryForList("select what || ' | ' || why from kept_apart", String.class),
                        e);
            }
            if (page.locator(".waits").count() > 0) {
                pit.mended(page);
                pit.takenAlong(page, number);
                hands.answer();
                hands.confirm();
            } else if (!whole) {
                without++;
            }
        }
        assertThat(without).as("steps without network").isGreaterThan(10);
        pit.mended(page);
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
        Browser.go(page, "/records/" + number);
        assertThat(page.locator("main")).containsText("done without network");
        try (Connection connection = RunningApplication.tables().connect()) {
            assertThat(Verification.of(connection).problems()).isEmpty();
        }
    }

    @Test
    @DisplayName(
            "The browser is closed in the pit, and opened again there: the job goes on where it was, and all of it is sent later")
    void closedBrowser(@TempDir Path folder, Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = browser.windowKept(pit.base(), folder);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-016", "renew-product-seals");
        pit.takenAlong(page, number);
        pit.cut(page);
        hands.answer();
        hands.confirm();
        String due = hands.step();
        page.context().close();
        page = browser.windowKept(pit.base(), folder);
        page.navigate("/jobs/" + number);
        assertThat(page.locator(".say")).hasText(due);
        hands = new BenchHands(page);
        hands.answer();
        hands.confirm();
        assertThat(page.locator("#unsent")).hasText("No network. 2 entries not sent yet");
        page.context().close();
        pit.cable().is(Cable.State.WHOLE);
        page = browser.windowKept(pit.base(), folder);
        // a closed browser is logged out; what is not sent waits for whoever did it
        Browser.go(page, "/");
        assertThat(page.locator("#unsent")).hasText("2 entries not sent yet");
        Browser.login(page, "tessa", TestSite.PASSWORD);
        pit.until(page, "() => stored.unsent().then(u => u.length === 0)", null);
        page.context().close();
        assertThat(jdbc.queryForObject(
                        "select count(*) from job_entry e join job j on j.id = e.job_id where j.number = ? and e.kind = 'CONFIRMED' and e.done_at is not null",
                        Integer.class,
                        number))
                .isEqualTo(2);
    }

    @Test
    @DisplayName(
            "Somebody took the bench over meanwhile: both sides are shown, and what was done is put on the record or left out by a person")
    void twoPeople(Address at, Browser browser, JdbcTemplate jdbc) {
        Page page = pit.phone(browser, "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-010", "renew-product-seals");
        pit.takenAlong(page, number);
        pit.cut(page);
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
        pit.mended(page);
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
            "After an upgrade a device keeps the new page without network and what it is made of, and clears away the old")
    void upgraded(Browser browser) {
        Page page = pit.phone(browser, "theo");
        pit.until(page, "() => caches.match('/without-network').then(Boolean)", null);
        page.evaluate(
                """
                async () => {
                  const kept = await caches.open('wartung-pages');
                  await kept.put('/without-network', new Response('of the version before'));
                  await kept.put('/css/wartung-0123456789abcdef0123456789abcdef.css', new Response('old'));
                  await kept.put('/webjars/htmx.org/0.1/dist/htmx.min.js', new Response('old'));
                  await kept.put('/vendor/zxing/zxing-library.min.js', new Response('kept by its name'));
                  for (const worker of await navigator.serviceWorker.getRegistrations()) await worker.unregister();
                }""");
        Browser.go(page, "/me");
        pit.until(
                page,
                "() => caches.match('/without-network').then(p => p.text()).then(t => t.includes('/css/'))",
                null);
        pit.until(
                page,
                "() => caches.open('wartung-pages').then(c => c.keys()).then(all => all.every(r => !/0123456789abcdef|htmx.org.0.1/.test(r.url)))",
                null);
        assertThat(page.evaluate("() => caches.match('/vendor/zxing/zxing-library.min.js').then(Boolean)"))
                .isEqualTo(true);
        pit.cut(page);
        page.navigate(pit.base() + "/valves");
        assertThat(page.locator("body")).hasCSS("font-family", Pattern.compile(".*Atkinson.*"));
    }
}

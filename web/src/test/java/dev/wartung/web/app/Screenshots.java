package dev.wartung.web.app;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ScreenshotCaret;
import dev.wartung.web.WartungApplication;
import dev.wartung.web.job.bench.BenchHands;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** Takes one picture of each main view from the demo site. Not a test: {@code ./wartung screenshots} runs it. */
@ExtendWith(Browser.class)
class Screenshots {

    private final Path folder = Path.of(System.getProperty("wartung.screenshots", "target/screenshots"));

    @Test
    void take(Browser browser) throws Exception {
        // the library that drives the browser writes its own key words in the machine's language, and tests run in
        // Turkish
        Locale.setDefault(Locale.ENGLISH);
        Files.createDirectories(folder);
        Tables.of("wartung").migrate();
        try (ConfigurableApplicationContext context =
                WartungApplication.toRun().run("--server.port=0", "--wartung.demo=true")) {
            Page page = browser.window("http://127.0.0.1:"
                    + ((WebServerApplicationContext) context).getWebServer().getPort());
            Browser.go(page, "/login");
            Browser.login(page, "ivarga", "oat-and-spanner");
            shoot(page, "today");
            view(page, "/valves?area=Culture+hall", "valves");
            view(page, "/lines", "lines");
            view(page, "/lines/1?open=MX-104", "line");
            view(page, "/valves/CU-212", "valve");
            view(page, "/valves/MX-112/plan?work=renew-bush", "plan");
            view(page, "/valves/MX-103/fault?symptom=leak-seat&q.pressure=no", "fault");
            view(page, "/calendar", "calendar");
            view(page, "/valves/CU-201/study?wish=NO", "fail-position");
            view(page, "/proving/3", "proving");
            view(page, "/lab/diaphragm-map?gap.1=3.72&gap.2=3.7&gap.3=3.86&gap.4=3.82", "lab");
            Browser.go(page, "/");
            page.click(".job-card.running");
            Browser.ready(page);
            findings(page);
            works(page);
            Browser.go(page, "/valves/FL-031");
            page.locator(".history a").first().click();
            Browser.ready(page);
            shoot(page, "report");
            practice(page);
            contactSheet(page);
            page.click(".top > .who button");
            Browser.login(page, "radair", "window-of-hours");
            shutdown(page);
            type(page);
        }
    }

    /** The clamp taken off without a thought: what that does is said. */
    private void practice(Page page) {
        Browser.go(page, "/practice?type=kolm-50&drive=NC");
        page.click(".chooser button:has-text('Begin')");
        Browser.ready(page);
        page.click(".moves summary:has-text('Take off')");
        page.click(".tile:has-text('body clamp') >> nth=0");
        Browser.ready(page);
        page.click(".pick:has-text('Spanner 13')");
        page.click("button:has-text('Do it')");
        Browser.ready(page);
        shoot(page, "practice");
    }

    /** Every technique once, on one sheet, small. */
    private void contactSheet(Page page) {
        page.setViewportSize(1920, 800);
        Browser.go(page, "/techniques");
        page.evaluate(
                """
                () => {
                  const set = (e, styles) => Object.assign(e.style, styles);
                  document.querySelectorAll('.head-line, .search, .listed :is(.why, .used, h3), .listed .frames ~ .frames').forEach(e => set(e, { display: 'none' }));
                  set(document.querySelector('.techniques'), { columns: '5', columnGap: '14px' });
                  document.querySelectorAll('.listed').forEach(a => set(a, { border: '0', padding: '0 0 8px' }));
                  document.querySelectorAll('.listed h2').forEach(e => set(e, { fontSize: '13px', margin: '0 0 2px' }));
                  document.querySelectorAll('.listed .frames').forEach(e => set(e, { gap: '4px', flexWrap: 'nowrap' }));
                  document.querySelectorAll('.listed .frame').forEach(e => set(e, { width: '86px' }));
                  document.querySelectorAll('.listed .caption').forEach(e => set(e, { fontSize: '9px', padding: '1px 4px 2px' }));
                }""");
        page.screenshot(new Page.ScreenshotOptions().setFullPage(true).setPath(folder.resolve("techniques.png")));
        page.setViewportSize(1280, 800);
    }

    private void shutdown(Page page) {
        Browser.go(page, "/shutdowns/1");
        page.click("button:has-text('Plan it')");
        page.waitForSelector("button:has-text('Plan it again')", new Page.WaitForSelectorOptions().setTimeout(60_000));
        Browser.ready(page);
        shoot(page, "shutdown");
    }

    /** The type of docs/example-manual.md, as far as its numbers. */
    private void type(Page page) {
        Browser.go(page, "/types/new");
        page.fill("input[name=maker]", "Brattli");
        page.fill("input[name=name]", "Gjett 50");
        page.fill("input[name=size]", "DN 50");
        page.check("input[value='family:check']");
        page.click("button:has-text('Begin it')");
        Browser.ready(page);
        page.locator(".questions fieldset")
                .all()
                .forEach(q -> q.locator("input").first().check());
        // the drawing follows the last tick
        page.waitForTimeout(1500);
        Browser.settled(page);
        page.click("text=On to the numbers");
        Browser.ready(page);
        for (String[] number : new String[][] {
            {"bands-touch-temperature", "5 to 40"}, {"sizes-clamp-nut", "13"}, {"bands-clamp-torque", "11"}
        }) {
            page.fill("#n-" + number[0] + " input[name=value]", number[1]);
            page.keyboard().press("Tab");
            page.waitForSelector("#n-" + number[0] + ".known");
        }
        page.click("summary:has-text('Drive')");
        page.fill("#n-actuator-flow-stroke input[name=value]", "15");
        shoot(page, "type-numbers");
    }

    /** A job of its own, for the picture of opening. */
    private void works(Page page) {
        Browser.go(page, "/valves/CU-217/plan?work=inspect");
        page.click("button:has-text('Plan this job')");
        Browser.ready(page);
        page.click("button:has-text('Take it to the bench')");
        Browser.ready(page);
        until(page, "Take off the body clamp");
        shoot(page, "bench-open");
        page.setViewportSize(390, 844);
        page.reload();
        Browser.ready(page);
        shoot(page, "phone");
        page.setViewportSize(1280, 800);
    }

    /** A scratch on the plug of the job that lies half done on the bench, judged and not yet kept. */
    private void findings(Page page) {
        page.click("#findings");
        Browser.ready(page);
        page.click(".lookable summary:has-text('Stem with plug')");
        page.click(".lookable details[open] a");
        Browser.ready(page);
        page.click(".pick:has-text('Scratch')");
        page.fill("#where", "seat edge, port side");
        page.fill("#size", "0.2");
        page.click(".pick:has-text('across')");
        page.waitForSelector(".decision.replace");
        shoot(page, "findings");
    }

    private static void until(Page page, String sentence) {
        BenchHands hands = new BenchHands(page);
        while (!hands.step().startsWith(sentence)) {
            hands.answer();
            hands.confirm();
        }
    }

    private void view(Page page, String path, String name) {
        Browser.go(page, path);
        shoot(page, name);
    }

    private void shoot(Page page, String name) {
        page.mouse().move(0, 799);
        page.waitForTimeout(800);
        page.screenshot(new Page.ScreenshotOptions()
                .setPath(folder.resolve(name + ".png"))
                .setCaret(ScreenshotCaret.INITIAL));
    }
}

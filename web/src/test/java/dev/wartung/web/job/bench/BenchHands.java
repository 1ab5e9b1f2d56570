package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.SelectOption;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import java.util.Locale;
import java.util.Map;

/** A technician's hands on the bench view: plans, takes to the bench, answers what is asked, confirms. */
public final class BenchHands {

    /** Good readings of a Kolm 50, as they are typed; some with a comma, some with a unit. */
    private static final Map<String, String> READINGS = Map.of(
            "line-temperature",
            "21,5",
            "coupling-torque",
            "52",
            "body-clamp-torque",
            "13 Nm",
            "first-movement",
            "3.3",
            "bush-standout",
            "1,7",
            "flange-gap",
            "2.592",
            "turned-back",
            "130");

    private static final Map<String, String> SEEN =
            Map.of("rest-sign", "hidden", "rest-position", "down", "fail-position", "down");

    private final Page page;

    public BenchHands(Page page) {
        this.page = page;
    }

    /** Plans a work on a valve and takes it to the bench; returns the job's number. */
    public int begin(String tag, String work) {
        Browser.go(page, "/valves/" + tag + "/plan?work=" + work);
        page.click("button:has-text('Plan this job')");
        Browser.ready(page);
        page.click("button:has-text('Take it to the bench')");
        Browser.ready(page);
        assertThat(page.locator(".trouble").allInnerTexts())
                .as("taking it to the bench")
                .isEmpty();
        return Integer.parseInt(page.url().replaceAll(".*/jobs/(\\d+).*", "$1"));
    }

    /** The same, and works on until bolts are tightened one after the other. */
    public int beginUntilTurns(String tag, String work) {
        int number = begin(tag, work);
        for (int i = 0; i < 80 && page.locator("[data-turns]").count() == 0; i++) {
            answer();
            confirm();
        }
        return number;
    }

    public String step() {
        return page.locator(".step .say").innerText();
    }

    /** Answers everything the step asks, well. */
    public void answer() {
        if (!(boolean)
                page.evaluate(
                        "() => document.querySelector('#confirm input:not([type=hidden]), .place, .read-with select, .kit, [data-turns]') !== null")) {
            return;
        }
        boltUp();
        for (Locator place : page.locator("input.place").all()) {
            place.fill(READINGS.getOrDefault(place.getAttribute("name").replaceAll("reading\\.|\\.\\d+", ""), "2.5"));
        }
        for (Locator field : page.locator(".measure input.reading-field").all()) {
            field.fill(reading(field));
        }
        for (Locator pick : page.locator(".picks").all()) {
            String name = pick.locator("input").first().getAttribute("name").replace("reading.", "");
            Locator known = pick.locator("input[value='" + SEEN.getOrDefault(name, "") + "']");
            (known.count() > 0 ? known : pick.locator("input").first()).check();
        }
        page.locator(".locks input[type=checkbox]").all().forEach(Locator::check);
        page.locator(".read-with select").all().stream()
                .filter(s -> s.inputValue().isEmpty())
                .forEach(s -> s.selectOption(new SelectOption().setIndex(1)));
        if (page.locator(".kit").count() > 0) {
            // the lot that expires first where the stores have one, as the page says
            page.locator(".kit .lot input")
                    .all()
                    .forEach(lot -> lot.fill(takeFirst(
                            lot.getAttribute("name").equals("lot.kit")
                                    ? page.locator(".kit > .take-first")
                                    : lot.locator("xpath=ancestor::div[contains(@class,'piece')]")
                                            .locator(".take-first"))));
            page.locator(".kit input[type=checkbox]").all().forEach(Locator::check);
        }
    }

    private static String takeFirst(Locator said) {
        return said.count() == 0 ? "L-2611-07" : said.first().innerText().replaceAll("Take lot (\\S+) first.*", "$1");
    }

    /** Every stage of a bolt-up with a wrench that clicks at what it is set to; the first turn read off it. */
    private void boltUp() {
        while (page.locator("[data-turns]").count() > 0) {
            String stage = page.locator(".run .stage").innerText();
            page.locator(stage.contains("turn 1 of") ? "[data-turns]" : "text=Rest of this stage clicked")
                    .first()
                    .click();
            PlaywrightAssertions.assertThat(page.locator(".run .stage")).not().hasText(stage);
        }
    }

    /** A good reading: the one that is known, where it lies within the limits shown, else their middle. */
    private static String reading(Locator field) {
        String known = READINGS.get(field.getAttribute("name").replace("reading.", ""));
        String[] limits = String.join(
                        " ",
                        field.locator("xpath=ancestor::div[contains(@class,'measure')]")
                                .locator("svg text")
                                .allTextContents())
                .split(" ");
        if (limits.length < 2) {
            // no limits are known: what was read
            return known == null ? "20" : known;
        }
        double low = Double.parseDouble(limits[0]);
        double high = Double.parseDouble(limits[1]);
        if (known != null) {
            double value = Double.parseDouble(known.replace(',', '.').replaceAll("[^0-9.]", ""));
            if (value >= low && value <= high) {
                return known;
            }
        }
        return String.format(Locale.ROOT, "%.3f", (low + high) / 2);
    }

    /** Answers everything the step asks, so that every reading fails. */
    void answerWrongly() {
        page.locator(".measure input.reading-field").all().forEach(field -> field.fill("90"));
        for (Locator pick : page.locator(".picks").all()) {
            String name = pick.locator("input").first().getAttribute("name").replace("reading.", "");
            pick.locator("input:not([value='"
                            + SEEN.getOrDefault(
                                    name, pick.locator("input").first().inputValue()) + "'])")
                    .first()
                    .check();
        }
    }

    public void confirm() {
        String before = step();
        int seq = seq();
        page.click("#done");
        try {
            page.waitForSelector("#board:not([data-seq='" + seq + "'])");
        } catch (TimeoutError e) {
            throw new AssertionError(
                    "“" + before + "” was not confirmed; the page says: "
                            + page.locator(".step").innerText() + " "
                            + page.locator("#lost").innerText() + " fields "
                            + page.locator("#confirm input").all().stream()
                                    .map(f -> f.getAttribute("name") + "=" + f.inputValue())
                                    .toList(),
                    e);
        }
        Browser.settled(page);
        assertThat(page.locator(".step .trouble").all()).as(before).isEmpty();
    }

    int seq() {
        return Integer.parseInt(page.locator("#board").getAttribute("data-seq"));
    }

    /**
     * Goes on until the step whose sentence begins so, or until all steps are done, each answered and confirmed on the
     * page.
     */
    public void workByHandUntil(String sentence) {
        for (int i = 0; i < 80 && !step().startsWith(sentence); i++) {
            answer();
            confirm();
        }
        assertThat(step()).startsWith(sentence);
    }

    /**
     * Goes on until the step whose sentence begins so, or until all steps are done, by requests as whoever holds the
     * bench; the page is opened again there. What each step looks like and
     * how it is confirmed on the page is {@code BenchLayoutTest}'s.
     */
    public void workUntil(String sentence) {
        BenchRun run = new BenchRun(RunningApplication.web(), RunningApplication.bean(Jobs.class));
        int number = Integer.parseInt(page.url().replaceAll(".*/jobs/(\\d+).*", "$1"));
        String name = RunningApplication.bean(Jobs.class)
                .view(number)
                .flatMap(v -> v.job().holder())
                .orElseThrow()
                .username();
        try {
            while (run.current(number)
                    .filter(step -> !step.say().toString().startsWith(sentence))
                    .isPresent()) {
                run.confirm(number, name);
            }
        } catch (Exception e) {
            throw new AssertionError("on the way to “" + sentence + "”", e);
        }
        page.reload();
        Browser.ready(page);
        assertThat(step()).startsWith(sentence);
    }
}

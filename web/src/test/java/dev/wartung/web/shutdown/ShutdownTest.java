package dev.wartung.web.shutdown;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.PlanCheck;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.Finger;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.valve.Valves;
import java.io.ByteArrayInputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.fortuna.ical4j.data.CalendarBuilder;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** A shutdown from the empty window to the printed picking list, through the application. */
@ExtendWith({RunningApplication.class, Browser.class})
class ShutdownTest {

    /** Parts ordered today are here by then. */
    private static final LocalDate DAY = LocalDate.now().plusDays(23);

    private static final long PATIENCE_MS = 60_000;

    private final MockMvc web;
    private final ShutdownDesk desk;
    private final JdbcTemplate jdbc;
    private final Valves valves;

    ShutdownTest(MockMvc web, ShutdownDesk desk, JdbcTemplate jdbc, Valves valves) {
        this.valves = valves;
        this.web = web;
        this.desk = desk;
        this.jdbc = jdbc;
    }

    private String sent(String to, Map<String, String> typed) throws Exception {
        Matcher of = Pattern.compile("/shutdowns/(\\d+)/(setup|pin|unpin)").matcher(to);
        return sent(to, of.matches() ? seen(Long.parseLong(of.group(1))) : "", typed);
    }

    private String seen(long id) {
        return desk.byId(id).orElseThrow().seen();
    }

    /** @param seen what was there when the page was opened */
    private String sent(String to, String seen, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request =
                post(to).with(user("pia").roles("PLANNER")).with(csrf()).param("seen", seen);
        typed.forEach(request::param);
        var response = web.perform(request).andReturn().getResponse();
        return response.getRedirectedUrl() != null ? response.getRedirectedUrl() : response.getContentAsString();
    }

    private byte[] fetched(String from) throws Exception {
        var response = web.perform(get(URI.create(from)).with(user("pia").roles("PLANNER")))
                .andReturn()
                .getResponse();
        assertThat(response.getStatus()).as(from).isEqualTo(200);
        return response.getContentAsByteArray();
    }

    private String page(String from) throws Exception {
        return new String(fetched(from), StandardCharsets.UTF_8);
    }

    /** A job on a valve of its own. */
    private void planned(String tag, String work) throws Exception {
        valves.save(
                work.equals("renew-diaphragm")
                        ? TestSite.of(tag, "terskel-25", Map.of("drive", "NC", "face", "backed", "limiter", "fitted"))
                        : TestSite.valve(tag, Drive.NC));
        assertThat(sent("/valves/" + tag + "/plan", Map.of("work", work, "due", DAY.toString())))
                .startsWith("/jobs/");
    }

    private long made(String name, int hours) throws Exception {
        String to = sent("/shutdowns", Map.of("name", name, "begins", DAY + "T06:00", "hours", String.valueOf(hours)));
        assertThat(to).startsWith("/shutdowns/");
        return Long.parseLong(to.substring(to.lastIndexOf('/') + 1));
    }

    /** The form as it stands, with some of it changed. */
    private Map<String, String> form(long id, Map<String, String> changed) {
        ShutdownWindow window = desk.byId(id).orElseThrow();
        Map<String, String> typed = new HashMap<>();
        desk.setup(window).people().forEach(p -> List.of("there", "changes", "second")
                .forEach(f -> typed.put("person." + p.username() + "." + f, "yes")));
        desk.candidates(window).forEach(c -> typed.put("in." + c.number(), "yes"));
        desk.setup(window).tools().keySet().forEach(t -> typed.put("tool." + t, "1"));
        typed.putAll(Map.of("seconds", "2", "drain", "30", "restore", "60"));
        typed.putAll(changed);
        return typed;
    }

    private void plan(long id) throws Exception {
        assertThat(sent("/shutdowns/" + id + "/plan", Map.of())).isEqualTo("/shutdowns/" + id);
        long until = System.currentTimeMillis() + PATIENCE_MS;
        while (desk.byId(id).orElseThrow().running() && System.currentTimeMillis() < until) {
            Thread.sleep(100);
        }
    }

    private Plan kept(long id) {
        ShutdownWindow window = desk.byId(id).orElseThrow();
        Plan plan = desk.plan(window).orElseThrow();
        assertThat(PlanCheck.of(desk.problem(window).orElseThrow().shutdown(), plan))
                .isEmpty();
        return plan;
    }

    @Test
    @DisplayName(
            "A window is made, set up, planned, and given out as calendar, table, job cards and picking list; nonsense is told beside its field")
    void wholeWay() throws Exception {
        assertThat(sent("/shutdowns", Map.of("name", "", "begins", "soon", "hours", "9999")))
                .contains("Give it a name")
                .contains("Choose a day and an hour")
                .contains("From 1 to 336 hours")
                .contains("value=\"9999\"");
        planned("SD-030", "renew-product-seals");
        planned("SD-031", "renew-product-seals");
        planned("SD-005", "renew-diaphragm");
        long id = made("Autumn", 24);
        assertThat(page("/shutdowns/" + id))
                .contains("Not planned yet")
                .contains("SD-030")
                .contains("SD-005");
        assertThat(sent("/shutdowns/" + id + "/setup", form(id, Map.of("lines", "0", "person.tessa.from", "early"))))
                .contains("A whole number from 1 to 50")
                .contains("A time such as 06:00")
                .contains("value=\"early\"");
        assertThat(sent("/shutdowns/" + id + "/setup", form(id, Map.of("lines", "2", "person.tessa.from", "07:00"))))
                .endsWith("?kept");
        plan(id);
        Plan plan = kept(id);
        assertThat(plan.jobs()).anySatisfy(p -> assertThat(p.job()).startsWith("SD-030 #"));
        assertThat(page("/shutdowns/" + id))
                .contains("Jobs in")
                .contains("class=\"bar work")
                .contains("data-technician=\"tessa\"");

        var calendar = new CalendarBuilder().build(new ByteArrayInputStream(fetched("/shutdowns/" + id + "/plan.ics")));
        assertThat(calendar.getComponents("VEVENT"))
                .hasSizeGreaterThanOrEqualTo(plan.jobs().size());
        assertThat(page("/shutdowns/" + id + "/plan.csv").lines().filter(l -> l.contains(",work,")))
                .hasSize(plan.jobs().size());
        try (PDDocument cards = Loader.loadPDF(fetched("/shutdowns/" + id + "/job-cards.pdf"));
                PDDocument list = Loader.loadPDF(fetched("/shutdowns/" + id + "/picking-list.pdf"))) {
            assertThat(cards.getNumberOfPages())
                    .isGreaterThanOrEqualTo(plan.jobs().size());
            assertThat(new PDFTextStripper().getText(list))
                    .contains("To fetch for")
                    .contains("SD-030")
                    .contains("Kits and parts");
        }
        assertThat(web.perform(post("/shutdowns/" + id + "/plan")
                                .with(user("tessa").roles("TECHNICIAN"))
                                .with(csrf()))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(403);
    }

    @Test
    @DisplayName(
            "A pin is kept by the next plan; pins that contradict each other are named and nothing is planned; why a job is not in is said")
    void pinned() throws Exception {
        planned("SD-032", "renew-product-seals");
        planned("SD-033", "renew-product-seals");
        long id = made("Pins", 8);
        ShutdownWindow window = desk.byId(id).orElseThrow();
        String first = desk.candidates(window).stream()
                .filter(c -> c.tag().equals("SD-032"))
                .map(Problem::id)
                .findFirst()
                .orElseThrow();
        String second = desk.candidates(window).stream()
                .filter(c -> c.tag().equals("SD-033"))
                .map(Problem::id)
                .findFirst()
                .orElseThrow();
        sent("/shutdowns/" + id + "/setup", form(id, Map.of("weight.back", "0")));
        sent("/shutdowns/" + id + "/pin", Map.of("job", first, "start", "125", "technician", "theo"));
        plan(id);
        assertThat(kept(id).placed(first).orElseThrow().work())
                .satisfies(w -> assertThat(w.start()).isEqualTo(125))
                .satisfies(w -> assertThat(w.technician()).isEqualTo("theo"));
        sent("/shutdowns/" + id + "/pin", Map.of("job", second, "start", "130", "technician", "theo"));
        assertThat(sent("/shutdowns/" + id + "/plan", Map.of())).contains("are pinned to the same time and to theo");
        assertThat(sent("/shutdowns/" + id + "/pin", Map.of("job", "nothing", "start", "1", "technician", "theo")))
                .contains("cannot be pinned there");
        sent("/shutdowns/" + id + "/unpin", Map.of("job", second));
        sent("/shutdowns/" + id + "/unpin", Map.of("job", first));
        sent("/shutdowns/" + id + "/setup", form(id, Map.of("drain", "400")));
        plan(id);
        assertThat(kept(id).out()).contains(first);
        assertThat(page("/shutdowns/" + id + "/why?job="
                        + URLEncoder.encode(first, StandardCharsets.UTF_8).replace("+", "%20")))
                .contains("it needs 6 h 40 min to drain");
    }

    @Test
    @DisplayName(
            "Two planners at one shutdown: who did not see what the other changed is told, loses nothing typed, and puts nothing back")
    void twoPlanners() throws Exception {
        long id = made("Both", 10);
        String opened = seen(id);
        sent("/shutdowns/" + id + "/setup", form(id, Map.of("lines", "3")));
        String late = sent("/shutdowns/" + id + "/setup", opened, form(id, Map.of("lines", "7")));
        assertThat(late).contains("Somebody else changed this shutdown since you opened it", "value=\"7\"");
        assertThat(desk.setup(desk.byId(id).orElseThrow()).linesDown()).isEqualTo(3);
        assertThat(sent(
                        "/shutdowns/" + id + "/pin",
                        opened,
                        Map.of("job", first(id), "start", "5", "technician", "theo")))
                .contains("nothing of yours was kept");
        assertThat(desk.pins(desk.byId(id).orElseThrow())).isEmpty();
        sent("/shutdowns/" + id + "/pin", Map.of("job", first(id), "start", "5", "technician", "theo"));
        assertThat(sent("/shutdowns/" + id + "/unpin", opened, Map.of("job", first(id))))
                .contains("nothing of yours was kept");
        assertThat(desk.pins(desk.byId(id).orElseThrow())).hasSize(1);
        assertThat(sent("/shutdowns/" + id + "/setup", seen(id), form(id, Map.of("lines", "7"))))
                .as("seen now")
                .endsWith("?kept");
    }

    private String first(long id) {
        return Problem.id(desk.candidates(desk.byId(id).orElseThrow()).get(0));
    }

    @Test
    @DisplayName(
            "Planning goes on in the background, is stopped when asked, and one whose instance died does not run for ever")
    void stopped() throws Exception {
        planned("SD-034", "renew-product-seals");
        planned("SD-037", "renew-product-seals");
        // an hour and a half and one person: not both of them
        long id = made("Long", 3);
        sent(
                "/shutdowns/" + id + "/setup",
                form(id, Map.of("seconds", "600", "person.theo.from", "22:00", "person.theo.to", "22:30")));
        sent("/shutdowns/" + id + "/plan", Map.of());
        assertThat(desk.byId(id).orElseThrow().running()).isTrue();
        long until = System.currentTimeMillis() + PATIENCE_MS;
        while (desk.plan(desk.byId(id).orElseThrow()).isEmpty() && System.currentTimeMillis() < until) {
            Thread.sleep(50);
        }
        assertThat(page("/shutdowns/" + id + "/live"))
                .contains("plans tried")
                .contains("hx-get")
                .contains("Not in")
                .as("what is put up anew twice a second cannot be dragged, nor opened")
                .doesNotContain("Drag a job", "why not?");
        sent("/shutdowns/" + id + "/stop", Map.of());
        while (desk.byId(id).orElseThrow().running() && System.currentTimeMillis() < until) {
            Thread.sleep(50);
        }
        assertThat(desk.byId(id).orElseThrow().running()).isFalse();
        kept(id);
        assertThat(page("/shutdowns/" + id)).contains("why not?").doesNotContain("broken off");
        assertThat(jdbc.queryForObject("select count(*) from long_work", Integer.class))
                .isZero();
    }

    @Test
    @DisplayName("Planning whose application is gone ends by itself, says so, and keeps what was found")
    void brokenOff() throws Exception {
        planned("SD-036", "renew-product-seals");
        long id = made("Left", 24);
        sent("/shutdowns/" + id + "/setup", form(id, Map.of()));
        plan(id);
        Plan before = kept(id);
        // as an instance leaves it that was killed a minute ago
        jdbc.update(
                "update shutdown_window set running = true, planned_by_id = made_by_id, planned_at = now() where id = ?",
                id);
        assertThat(page("/site/running")).contains("Planning Left", "Stop: Planning Left");
        jdbc.update(
                "insert into long_work (task_name, task_instance, execution_time, picked, picked_by, last_heartbeat, version) values ('plan', ?, now() - interval '2 minutes', true, 'gone', now() - interval '1 minute', 1)",
                String.valueOf(id));
        long until = System.currentTimeMillis() + PATIENCE_MS;
        while (desk.byId(id).orElseThrow().running() && System.currentTimeMillis() < until) {
            Thread.sleep(50);
        }
        assertThat(page("/shutdowns/" + id))
                .contains("Planning was broken off before its time", "the best found till then");
        assertThat(kept(id)).isEqualTo(before);
        assertThat(page("/site/running")).contains("Nothing:");
        plan(id);
        assertThat(page("/shutdowns/" + id)).doesNotContain("broken off");
    }

    @Test
    @DisplayName(
            "In the browser a job is moved with the arrow keys and pinned with Enter, and everybody can use the page")
    void keyboard(Address at, Browser browser) throws Exception {
        planned("SD-035", "renew-product-seals");
        long id = made("Keys", 20);
        sent("/shutdowns/" + id + "/setup", form(id, Map.of()));
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/shutdowns/" + id);
        page.click("button:has-text('Plan it')");
        PlaywrightAssertions.assertThat(page.locator("button:has-text('Plan it again')"))
                .isVisible(new com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions()
                        .setTimeout(PATIENCE_MS));
        // a finger the browser takes away, to push the page, has moved nothing, and the next that is lifted pins
        // nothing
        page.evaluate(
                """
                () => {
                  const bar = document.querySelector('.bar.work'), at = (what, x, on, pointerId = 1) =>
                    on.dispatchEvent(new PointerEvent(what, { bubbles: true, cancelable: true, clientX: x, clientY: 200, pointerId }));
                  at('pointerdown', 300, bar);
                  at('pointermove', 400, bar);
                  at('pointerup', 400, document.body, 2);
                  at('pointercancel', 400, bar);
                  at('pointermove', 500, document.body);
                  at('pointerup', 500, document.body);
                }""");
        PlaywrightAssertions.assertThat(page.locator(".bar.moved")).hasCount(0);
        assertThat(desk.pins(desk.byId(id).orElseThrow())).isEmpty();
        String job = String.valueOf(page.evaluate(
                "() => { const b = document.querySelector('.bar.work'); b.focus(); return b.dataset.job; }"));
        int before = Integer.parseInt(page.locator(".bar.work").first().getAttribute("data-start"));
        page.keyboard().press("Shift+ArrowRight");
        page.keyboard().press("ArrowRight");
        page.keyboard().press("Enter");
        PlaywrightAssertions.assertThat(page.locator(".chips-list")).containsText(job);
        assertThat(desk.pins(desk.byId(id).orElseThrow())).singleElement().satisfies(p -> assertThat(p.start())
                .isEqualTo(before + 35));
        Browser.usableByAll(page);
        page.click("main button:has-text('Let')");
        PlaywrightAssertions.assertThat(page.locator(".chips-list")).hasCount(0);
        // whoever else: a plan may well have given each of them a job
        Locator bar = page.locator(".bar.work[data-job='" + job + "']");
        String other = String.valueOf(bar.evaluate(
                "bar => [...document.querySelectorAll('.person')].find(p => !p.contains(bar)).dataset.technician"));
        Finger.drag(page, bar.locator("rect"), page.locator("[data-technician=" + other + "] .name"));
        PlaywrightAssertions.assertThat(page.locator(".chips-list")).containsText(job);
        assertThat(desk.pins(desk.byId(id).orElseThrow())).singleElement().satisfies(p -> assertThat(p.technician())
                .isEqualTo(other));
        Browser.go(page, "/shutdowns");
        Browser.usableByAll(page);
    }
}

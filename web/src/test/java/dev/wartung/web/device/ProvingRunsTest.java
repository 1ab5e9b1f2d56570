package dev.wartung.web.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.ghgande.j2mod.modbus.facade.ModbusTCPMaster;
import com.ghgande.j2mod.modbus.procimg.Register;
import com.ghgande.j2mod.modbus.procimg.SimpleRegister;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import dev.wartung.core.proving.Proof.Stands;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.Registers;
import dev.wartung.core.proving.Sample;
import dev.wartung.core.proving.SeatTest.Chamber;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchHands;
import dev.wartung.web.job.bench.BenchRun;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.sql.Connection;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Proving runs over the wire, at benches that answer, hesitate, break and lie. */
@ExtendWith({RunningApplication.class, Browser.class})
class ProvingRunsTest {

    private static final long PATIENCE_MS = 60_000;
    private static final AtomicInteger COMMITS = new AtomicInteger();

    private final MockMvc web;
    private final ProvingRuns runs;
    private final TestBenches benches;
    private final RunFiles book;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;
    private final List<dev.wartung.bench.TestBench> started = new ArrayList<>();

    ProvingRunsTest(MockMvc web, ProvingRuns runs, TestBenches benches, RunFiles book, Jobs jobs, JdbcTemplate jdbc) {
        this.jdbc = jdbc;
        this.web = web;
        this.runs = runs;
        this.benches = benches;
        this.book = book;
        this.jobs = jobs;
    }

    @AfterEach
    void pullThePlugs() {
        started.forEach(dev.wartung.bench.TestBench::close);
    }

    private static int freePort() throws Exception {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    private dev.wartung.bench.TestBench start(int port, int units, double hurry) {
        dev.wartung.bench.TestBench bench =
                dev.wartung.bench.TestBench.start(InetAddress.getLoopbackAddress(), port, units, hurry);
        started.add(bench);
        return bench;
    }

    private TestBench known(String name, int port, int unit) {
        return benches.save(new TestBench(name, "127.0.0.1", port, unit, true).enclosing(StandIn.CHAMBER));
    }

    private static MockHttpServletRequestBuilder as(MockHttpServletRequestBuilder request) {
        return request.with(user("tessa").roles("TECHNICIAN")).with(csrf());
    }

    /** Starts a run; where it sends on to, or the page that says why not. */
    private String begin(String tag, TestBench bench, String fault, String job) throws Exception {
        MockHttpServletRequestBuilder request = as(post("/valves/" + tag + "/prove"))
                .param("bench", String.valueOf(bench.id()))
                .param("fault", fault)
                .param("at-bench", "yes");
        var response = web.perform(job.isEmpty() ? request : request.param("job", job))
                .andReturn()
                .getResponse();
        return response.getRedirectedUrl() == null ? response.getContentAsString() : response.getRedirectedUrl();
    }

    private long began(String tag, TestBench bench, String fault, String job) throws Exception {
        String to = begin(tag, bench, fault, job);
        assertThat(to).startsWith("/proving/");
        return Long.parseLong(to.substring(to.lastIndexOf('/') + 1));
    }

    private ProvingRun ended(long id) throws InterruptedException {
        long until = System.currentTimeMillis() + PATIENCE_MS;
        while (runs.findById(id).orElseThrow().running() && System.currentTimeMillis() < until) {
            Thread.sleep(100);
        }
        return runs.findById(id).orElseThrow();
    }

    private void untilSamples(long id, int count) throws InterruptedException {
        long until = System.currentTimeMillis() + PATIENCE_MS;
        while (book.trace(runs.findById(id).orElseThrow()).size() < count && System.currentTimeMillis() < until) {
            Thread.sleep(50);
        }
    }

    /** Breaks something on the stand-in, in the middle of a run. */
    private static void breaks(int port, int unit, int register, int value) throws Exception {
        ModbusTCPMaster master = new ModbusTCPMaster("127.0.0.1", port);
        master.connect();
        master.writeMultipleRegisters(unit, register, new Register[] {new SimpleRegister(value)});
        master.writeMultipleRegisters(
                unit, Registers.STAND_IN_COMMIT, new Register[] {new SimpleRegister(40_000 + COMMITS.incrementAndGet())
                });
        master.disconnect();
    }

    @Test
    @DisplayName(
            "Twenty runs at once, ten samples a second each: not one is lost, all are complete and good, and each trace is there as CSV")
    void twentyAtOnce() throws Exception {
        int port = freePort();
        start(port, 20, 1);
        List<Long> all = new ArrayList<>();
        for (int unit = 1; unit <= 20; unit++) {
            all.add(began(String.format("TS-%03d", unit + 8), known("Load " + unit, port, unit), "none", ""));
        }
        for (long id : all) {
            ProvingRun run = ended(id);
            assertThat(run.outcome()).as(run.note()).contains(Outcome.COMPLETE);
            assertThat(run.lostSamples()).isZero();
            assertThat(run.stands()).contains(Stands.GOOD);
            String csv = web.perform(as(get("/proving/" + id + ".csv")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            List<String> lines = csv.lines().toList();
            assertThat(lines.get(0)).startsWith("sample,seconds,air_pa,travel_share");
            assertThat(lines.size()).isGreaterThan(200);
            for (int i = 1; i < lines.size(); i++) {
                assertThat(lines.get(i)).startsWith((i - 1) + ",");
            }
        }
    }

    @Test
    @DisplayName(
            "Bench killed, air lost, valve seized, nonsense sent, each mid-run: a clear outcome, and the job stays where it was")
    void breaksMidRun() throws Exception {
        int port = freePort();
        start(port, 4, 5);
        int doomed = freePort();
        dev.wartung.bench.TestBench toKill = start(doomed, 1, 5);
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TF-003", "renew-diaphragm", "tessa");
        String step = bench.current(job).orElseThrow().id();
        int entries = jobs.view(job).orElseThrow().entries().size();
        // each is broken as soon as it runs: on a busy machine it would be over while the others are waited for
        long sticks = began("TF-003", known("Sticky", port, 2), "none", String.valueOf(job));
        untilSamples(sticks, 3);
        breaks(port, 2, Registers.STICKS, 4300);
        long killed = began("TF-003", known("Doomed", doomed, 1), "none", String.valueOf(job));
        untilSamples(killed, 12);
        toKill.close();
        long air = began("TF-003", known("Airless", port, 1), "none", String.valueOf(job));
        untilSamples(air, 12);
        breaks(port, 1, Registers.AIR_LOST, 1);
        long nonsense = began("TF-003", known("Liar", port, 3), "none", String.valueOf(job));
        untilSamples(nonsense, 12);
        breaks(port, 3, Registers.NONSENSE, 1);
        long overridden = began("TF-003", known("Overridden", port, 4), "override", String.valueOf(job));
        assertThat(ended(killed))
                .satisfies(r -> assertThat(r.outcome()).contains(Outcome.LEFT_UNDER_AIR))
                .satisfies(r -> assertThat(r.note()).contains("the bench did not answer any more"))
                .satisfies(r -> assertThat(r.endedEarly()).startsWith("Left under air: vent it by hand"));
        assertThat(ended(air).outcome()).contains(Outcome.AIR_LOST);
        assertThat(ended(sticks))
                .satisfies(r -> assertThat(r.outcome()).contains(Outcome.STUCK))
                .satisfies(r -> assertThat(r.stands()).contains(Stands.FAILED));
        assertThat(ended(overridden))
                .satisfies(r -> assertThat(r.outcome()).contains(Outcome.HELD_ON))
                .satisfies(r -> assertThat(r.note()).contains("manual override"));
        assertThat(ended(nonsense))
                .as("whether it is vented cannot be seen")
                .satisfies(r -> assertThat(r.outcome()).contains(Outcome.LEFT_UNDER_AIR))
                .satisfies(r -> assertThat(r.note()).contains("values no bench can measure"));
        assertThat(book.trace(ended(nonsense))).allMatch(Sample::makesSense);
        assertThat(ended(nonsense).stands()).isEmpty();
        assertThat(bench.current(job).orElseThrow().id()).isEqualTo(step);
        assertThat(jobs.view(job).orElseThrow().entries()).hasSize(entries);
        assertThat(web.perform(as(get("/proving/" + sticks)))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("the valve did not move all the way")
                .contains("/jobs/" + job);
    }

    @Test
    @DisplayName(
            "The database hangs in the middle of a run: the valve is vented all the same, and the record follows once it can be written")
    void databaseHangs() throws Exception {
        int port = freePort();
        start(port, 1, 2);
        TestBench bench = known("Hanging", port, 1);
        long id = began("TS-012", bench, "none", "");
        try (BenchLink link = BenchLink.to(bench);
                Connection other = RunningApplication.tables().connect()) {
            link.samples();
            while (LeftWithoutAirTest.newest(link).airPa() < 1e5) {
                Thread.sleep(50);
            }
            other.setAutoCommit(false);
            other.createStatement().execute("lock table proving_samples in access exclusive mode");
            Thread.sleep(13_000);
            assertThat(LeftWithoutAirTest.newest(link).airPa()).isLessThan(5e4);
            assertThat(runs.findById(id).orElseThrow().running())
                    .as("nobody could write that it has ended")
                    .isTrue();
            other.rollback();
            other.setAutoCommit(true);
        }
        assertThat(ended(id).outcome()).contains(Outcome.UNRECORDED);
        List<Sample> trace = book.trace(runs.findById(id).orElseThrow());
        assertThat(trace.get(trace.size() - 1).airPa())
                .as("what was heard meanwhile is there")
                .isLessThan(5e4);
        assertThat(trace).extracting(Sample::seq).isSorted().doesNotHaveDuplicates();
    }

    @Test
    @DisplayName("What does not answer, or is no bench, is told beside the field; one bench runs one valve at a time")
    void notABench() throws Exception {
        assertThat(begin("TS-005", known("Gone", freePort(), 1), "none", "")).contains("Gone does not answer");
        try (ServerSocket silent = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            assertThat(begin("TS-005", known("Silent", silent.getLocalPort(), 1), "none", ""))
                    .contains("The bench does not answer");
        }
        int port = freePort();
        start(port, 1, 5);
        TestBench one = known("One", port, 1);
        long id = began("TS-005", one, "none", "");
        assertThat(begin("TS-006", one, "none", "")).contains("One is running a valve");
        web.perform(as(post("/proving/" + id + "/stop")));
        assertThat(ended(id).outcome()).contains(Outcome.STOPPED);
        assertThat(web.perform(post("/valves/TS-005/prove")
                                .with(user("rita").roles("REVIEWER"))
                                .with(csrf())
                                .param("bench", "1"))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(403);
    }

    @Test
    @DisplayName(
            "Air is put on only by who stands at the bench; another takes it over when they asked; a run joins a job only of who holds it")
    void held() throws Exception {
        int port = freePort();
        start(port, 1, 5);
        TestBench one = known("Held", port, 1);
        var alone = web.perform(as(post("/valves/TS-005/prove")).param("bench", String.valueOf(one.id())))
                .andReturn()
                .getResponse();
        assertThat(alone.getContentAsString()).contains("Say that you do.");
        web.perform(theo(post("/benches/" + one.id() + "/hold"))).andExpect(status().is3xxRedirection());
        assertThat(begin("TS-005", one, "none", "")).contains("Theo Technician stands at Held. Ask, then take it over");
        web.perform(as(post("/benches/" + one.id() + "/let-go")));
        assertThat(benches.findById(one.id()).orElseThrow().holder(Instant.now()))
                .as("only who holds it lets it go")
                .isPresent();
        assertThat(web.perform(as(post("/benches/" + one.id() + "/hold")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .as("not without asking")
                .contains("Theo Technician stands at it by now");
        web.perform(as(post("/benches/" + one.id() + "/hold")).param("asked", "theo"))
                .andExpect(status().is3xxRedirection());
        BenchRun work = new BenchRun(web, jobs);
        int theirs = work.begin("TS-005", "inspect", "theo");
        assertThat(begin("TS-005", one, "none", String.valueOf(theirs)))
                .contains("Theo Technician holds this job. Take its bench over first");
        assertThat(web.perform(as(post("/valves/TS-005/prove/by-hand"))
                                .param("job", String.valueOf(theirs))
                                .param("went", "closed"))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .as("nor what was read by hand")
                .contains("Theo Technician holds this job");
        long id = began("TS-005", one, "none", "");
        web.perform(as(post("/proving/" + id + "/stop")));
        assertThat(ended(id).outcome()).contains(Outcome.STOPPED);
        web.perform(as(post("/benches/" + one.id() + "/let-go")));
        assertThat(benches.findById(one.id()).orElseThrow().holder(Instant.now()))
                .isEmpty();
        // half a day later nobody stands there any more, whatever was said
        jdbc.update(
                "update test_bench set holder_id = (select id from account where username = 'theo'), held_since = now() - interval '13 hours' where id = ?",
                one.id());
        assertThat(benches.findById(one.id()).orElseThrow().holder(Instant.now()))
                .isEmpty();
    }

    private static MockHttpServletRequestBuilder theo(MockHttpServletRequestBuilder request) {
        return request.with(user("theo").roles("TECHNICIAN")).with(csrf());
    }

    @Test
    @DisplayName(
            "A run whose application is gone is ended with an outcome of its own, its bench vented, and whoever comes there next is told to look")
    void unwatched() throws Exception {
        int port = freePort();
        start(port, 1, 5);
        TestBench one = known("Left alone", port, 1);
        jdbc.update(
                "insert into proving_run (valve_id, bench_name, drive, by_id, started_at, heard_at, lost_samples, note, version)"
                        + " select v.id, ?, 'NC', a.id, now() - interval '2 minutes', now() - interval '2 minutes', 0, '', 0 from valve v, account a where v.tag = 'TS-005' and a.username = 'tessa'",
                one.name());
        long id = jdbc.queryForObject("select max(id) from proving_run", Long.class);
        // not asked for by anybody: the application looks for such runs itself
        assertThat(ended(id).outcome()).contains(Outcome.UNWATCHED);
        assertThat(ended(id).note()).contains("The bench has been vented since");
        for (String page : new String[] {"/benches", "/valves/TS-005/prove"}) {
            assertThat(web.perform(as(get(page))).andReturn().getResponse().getContentAsString())
                    .contains(
                            "the application was gone, and nobody watched it",
                            "Look whether the air is off before anybody reaches in");
        }
    }

    @Test
    @DisplayName(
            "An administrator adds a bench and sees whether it answers; what makes no sense is told beside its field, and technicians only look")
    void list(Address at, Browser browser) throws Exception {
        int port = freePort();
        start(port, 1, 5);
        Page page = browser.loggedIn(at.base(), "ada");
        Browser.go(page, "/site");
        page.click("a:has-text('Test benches')");
        Browser.ready(page);
        page.fill("[name=name]", "Real bench");
        page.fill("[name=host]", "not an address");
        page.fill("[name=port]", "70000");
        page.click("button:has-text('Add the bench')");
        PlaywrightAssertions.assertThat(page.locator(".trouble:has-text('for instance 10.0.4.20')"))
                .hasCount(1);
        PlaywrightAssertions.assertThat(page.locator(".trouble:has-text('from 1 to 65535')"))
                .hasCount(1);
        page.fill("[name=host]", "127.0.0.1");
        page.fill("[name=port]", String.valueOf(port));
        page.click("button:has-text('Add the bench')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') .so-good"))
                .hasText("✓ answers");
        Browser.usableByAll(page);
        page.click("tr:has-text('Real bench') summary:has-text('say what it encloses')");
        page.fill("tr:has-text('Real bench') [name=volume]", "150 ml");
        page.fill("tr:has-text('Real bench') [name=within]", "none");
        page.fill("tr:has-text('Real bench') [name=gauge]", "1 mbar");
        page.click("tr:has-text('Real bench') button:has-text('Keep it')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') .trouble:has-text('for instance 5')"))
                .hasCount(1);
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') [name=volume]"))
                .hasValue("150 ml");
        page.fill("tr:has-text('Real bench') [name=within]", "4 %");
        page.click("tr:has-text('Real bench') button:has-text('Keep it')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench') summary"))
                .hasText("encloses 150 ml");
        assertThat(benches.findFirstByName("Real bench").orElseThrow().chamber())
                .contains(new Chamber(150e-6, 0.04, 100));
        assertThat(web.perform(as(post("/benches")).param("name", "Mine"))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(403);
        page.click("button:has-text('Take Real bench off the list')");
        PlaywrightAssertions.assertThat(page.locator("tr:has-text('Real bench')"))
                .hasCount(0);
    }

    @Test
    @DisplayName(
            "What wrench and caliper sent is typed at a press, in the reader's unit; nothing sent, or what no tool can show, is told and not typed")
    void handTools(Address at, Browser browser) throws Exception {
        int port = freePort();
        start(port, 1, 5);
        known("Tools", port, 1);
        assertThat(web.perform(as(get("/device/sent/TORQUE"))).andReturn().getResponse())
                .satisfies(r -> assertThat(r.getStatus()).isEqualTo(503))
                .satisfies(r -> assertThat(r.getContentAsString()).contains("nothing yet"));
        breaks(port, 1, Registers.CALIPER_SENDS, 170);
        breaks(port, 1, Registers.WRENCH_SENDS, 65_000);
        Thread.sleep(200);
        assertThat(web.perform(as(get("/device/sent/LENGTH")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .isEqualTo("1.7 mm");
        assertThat(web.perform(as(get("/device/sent/TORQUE")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("no such tool can show");
        breaks(port, 1, Registers.WRENCH_SENDS, 1302);
        Page page = browser.loggedIn(at.base(), "tessa");
        browser.expectsErrors("503");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-010", "inspect");
        hands.workUntil("Close the body clamp");
        page.click("[data-reads]");
        PlaywrightAssertions.assertThat(
                        page.locator(".measure input.reading-field").first())
                .hasValue("13.02 N·m");
        page.click("#done");
        PlaywrightAssertions.assertThat(page.locator(".step .say")).not().containsText("Close the body clamp");
    }

    @Test
    @DisplayName(
            "Without a bench the same is judged from gauge and watch; what was not read is said, and nothing typed is lost")
    void byHand() throws Exception {
        MockHttpServletRequestBuilder wrong = as(post("/valves/TS-007/prove/by-hand"))
                .param("first", "3.3")
                .param("full", "much")
                .param("away", "1,200 s");
        assertThat(web.perform(wrong).andReturn().getResponse().getContentAsString())
                .contains("value=\"3.3\"", "value=\"much\"", "Choose where it went", "1.200 or 1200?");
        MockHttpServletRequestBuilder unknown = as(post("/valves/TS-007/prove/by-hand"))
                .param("went", "closed")
                .param("decay-start", "3")
                .param("decay-end", "2.5")
                .param("decay-time", "10");
        assertThat(web.perform(unknown).andReturn().getResponse().getContentAsString())
                .contains("Without it a loss tells no leakage", "No gauge reads without error");
        MockHttpServletRequestBuilder right = as(post("/valves/TS-007/prove/by-hand"))
                .param("decay-volume", "200 ml")
                .param("decay-gauge", "1 mbar");
        Map.of(
                        "first",
                        "3.3",
                        "full",
                        "4,1 bar",
                        "away",
                        "1,2 s",
                        "went",
                        "closed",
                        "switches",
                        "yes",
                        "decay-start",
                        "3",
                        "decay-end",
                        "2.5",
                        "decay-time",
                        "10")
                .forEach(right::param);
        String to = String.valueOf(web.perform(right).andReturn().getResponse().getRedirectedUrl());
        assertThat(web.perform(as(get(to))).andReturn().getResponse().getContentAsString())
                .contains("Not proven: seat, by pressure decay", "by hand", "Not timed");
    }

    @Test
    @DisplayName(
            "The run draws itself while it goes on, is held against the valve's own earlier run, and everybody can use its pages")
    void watched(Address at, Browser browser) throws Exception {
        int port = freePort();
        start(port, 1, 6);
        known("Fast bench", port, 1);
        Page page = browser.loggedIn(at.base(), "tessa");
        for (String fault : List.of("none", "dry")) {
            Browser.go(page, "/valves/TS-008/prove");
            page.selectOption(
                    "#bench",
                    new com.microsoft.playwright.options.SelectOption()
                            .setLabel("Fast bench (stand-in, no real valve)"));
            page.selectOption("#fault", fault);
            page.check("[name=at-bench]");
            page.click("button:has-text('Start the run')");
            PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("Running");
            PlaywrightAssertions.assertThat(page.locator(".trace.travel").first())
                    .isAttached();
            page.waitForSelector("#live[data-ended='true']", new Page.WaitForSelectorOptions().setTimeout(PATIENCE_MS));
        }
        PlaywrightAssertions.assertThat(page.locator(".verdict")).containsText("first movement");
        PlaywrightAssertions.assertThat(page.locator(".trace.own")).hasCount(1);
        PlaywrightAssertions.assertThat(page.locator("td:has-text('First movement against its own')"))
                .hasCount(1);
        Browser.usableByAll(page);
        Browser.go(page, "/valves/TS-008/prove");
        Browser.usableByAll(page);
    }
}

package dev.wartung.web.device;

import static dev.wartung.web.device.StandIns.tessa;
import static dev.wartung.web.device.StandIns.theo;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.proving.Proof.Stands;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.Registers;
import dev.wartung.core.proving.Sample;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.sql.Connection;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Proving runs over the wire, at benches that answer, hesitate, break and lie. */
@ExtendWith(RunningApplication.class)
class ProvingRunsTest {

    private static final long PATIENCE_MS = 60_000;

    private final MockMvc web;
    private final ProvingRuns runs;
    private final TestBenches benches;
    private final RunFiles book;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;
    private final StandIns standIns;

    ProvingRunsTest(MockMvc web, ProvingRuns runs, TestBenches benches, RunFiles book, Jobs jobs, JdbcTemplate jdbc) {
        this.jdbc = jdbc;
        this.web = web;
        this.runs = runs;
        this.benches = benches;
        this.book = book;
        this.jobs = jobs;
        this.standIns = new StandIns(benches);
    }

    @AfterEach
    void pullThePlugs() {
        standIns.close();
    }

    /** Starts a run; where it sends on to, or the page that says why not. */
    private String begin(String tag, TestBench bench, String fault, String job) throws Exception {
        MockHttpServletRequestBuilder request = tessa(post("/valves/" + tag + "/prove"))
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

    @Test
    @DisplayName(
            "Twenty runs at once, ten samples a second each: not one is lost, all are complete and good, and each trace is there as CSV")
    void twentyAtOnce() throws Exception {
        int port = StandIns.freePort();
        standIns.start(port, 20, 1);
        List<Long> all = new ArrayList<>();
        for (int unit = 1; unit <= 20; unit++) {
            all.add(began(String.format("TS-%03d", unit + 8), standIns.known("Load " + unit, port, unit), "none", ""));
        }
        for (long id : all) {
            ProvingRun run = ended(id);
            assertThat(run.outcome()).as(run.note()).contains(Outcome.COMPLETE);
            assertThat(run.lostSamples()).isZero();
            assertThat(run.stands()).contains(Stands.GOOD);
            String csv = web.perform(tessa(get("/proving/" + id + ".csv")))
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
        int port = StandIns.freePort();
        standIns.start(port, 4, 5);
        int doomed = StandIns.freePort();
        dev.wartung.bench.TestBench toKill = standIns.start(doomed, 1, 5);
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TF-003", "renew-diaphragm", "tessa");
        String step = bench.current(job).orElseThrow().id();
        int entries = jobs.view(job).orElseThrow().entries().size();
        // each is broken as soon as it runs: on a busy machine it would be over while the others are waited for
        long sticks = began("TF-003", standIns.known("Sticky", port, 2), "none", String.valueOf(job));
        untilSamples(sticks, 3);
        StandIns.breaks(port, 2, Registers.STICKS, 4300);
        long killed = began("TF-003", standIns.known("Doomed", doomed, 1), "none", String.valueOf(job));
        untilSamples(killed, 12);
        toKill.close();
        long air = began("TF-003", standIns.known("Airless", port, 1), "none", String.valueOf(job));
        untilSamples(air, 12);
        StandIns.breaks(port, 1, Registers.AIR_LOST, 1);
        long nonsense = began("TF-003", standIns.known("Liar", port, 3), "none", String.valueOf(job));
        untilSamples(nonsense, 12);
        StandIns.breaks(port, 3, Registers.NONSENSE, 1);
        long overridden = began("TF-003", standIns.known("Overridden", port, 4), "override", String.valueOf(job));
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
        assertThat(web.perform(tessa(get("/proving/" + sticks)))
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
        int port = StandIns.freePort();
        standIns.start(port, 1, 2);
        TestBench bench = standIns.known("Hanging", port, 1);
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
        assertThat(begin("TS-005", standIns.known("Gone", StandIns.freePort(), 1), "none", ""))
                .contains("Gone does not answer");
        try (ServerSocket silent = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            assertThat(begin("TS-005", standIns.known("Silent", silent.getLocalPort(), 1), "none", ""))
                    .contains("The bench does not answer");
        }
        int port = StandIns.freePort();
        standIns.start(port, 1, 5);
        TestBench one = standIns.known("One", port, 1);
        long id = began("TS-005", one, "none", "");
        assertThat(begin("TS-006", one, "none", "")).contains("One is running a valve");
        web.perform(tessa(post("/proving/" + id + "/stop")));
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
        int port = StandIns.freePort();
        standIns.start(port, 1, 5);
        TestBench one = standIns.known("Held", port, 1);
        var alone = web.perform(tessa(post("/valves/TS-005/prove")).param("bench", String.valueOf(one.id())))
                .andReturn()
                .getResponse();
        assertThat(alone.getContentAsString()).contains("Say that you do.");
        web.perform(theo(post("/benches/" + one.id() + "/hold"))).andExpect(status().is3xxRedirection());
        assertThat(begin("TS-005", one, "none", "")).contains("Theo Technician stands at Held. Ask, then take it over");
        web.perform(tessa(post("/benches/" + one.id() + "/let-go")));
        assertThat(benches.findById(one.id()).orElseThrow().holder(Instant.now()))
                .as("only who holds it lets it go")
                .isPresent();
        assertThat(web.perform(tessa(post("/benches/" + one.id() + "/hold")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .as("not without asking")
                .contains("Theo Technician stands at it by now");
        web.perform(tessa(post("/benches/" + one.id() + "/hold")).param("asked", "theo"))
                .andExpect(status().is3xxRedirection());
        BenchRun work = new BenchRun(web, jobs);
        int theirs = work.begin("TS-005", "inspect", "theo");
        assertThat(begin("TS-005", one, "none", String.valueOf(theirs)))
                .contains("Theo Technician holds this job. Take its bench over first");
        assertThat(web.perform(tessa(post("/valves/TS-005/prove/by-hand"))
                                .param("job", String.valueOf(theirs))
                                .param("went", "closed"))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .as("nor what was read by hand")
                .contains("Theo Technician holds this job");
        long id = began("TS-005", one, "none", "");
        web.perform(tessa(post("/proving/" + id + "/stop")));
        assertThat(ended(id).outcome()).contains(Outcome.STOPPED);
        web.perform(tessa(post("/benches/" + one.id() + "/let-go")));
        assertThat(benches.findById(one.id()).orElseThrow().holder(Instant.now()))
                .isEmpty();
        // half a day later nobody stands there any more, whatever was said
        jdbc.update(
                "update test_bench set holder_id = (select id from account where username = 'theo'), held_since = now() - interval '13 hours' where id = ?",
                one.id());
        assertThat(benches.findById(one.id()).orElseThrow().holder(Instant.now()))
                .isEmpty();
    }

    @Test
    @DisplayName(
            "A run whose application is gone is ended with an outcome of its own, its bench vented, and whoever comes there next is told to look")
    void unwatched() throws Exception {
        int port = StandIns.freePort();
        standIns.start(port, 1, 5);
        TestBench one = standIns.known("Left alone", port, 1);
        jdbc.update(
                "insert into proving_run (valve_id, bench_name, drive, by_id, started_at, heard_at, lost_samples, note, version)"
                        + " select v.id, ?, 'NC', a.id, now() - interval '2 minutes', now() - interval '2 minutes', 0, '', 0 from valve v, account a where v.tag = 'TS-005' and a.username = 'tessa'",
                one.name());
        long id = jdbc.queryForObject("select max(id) from proving_run", Long.class);
        // not asked for by anybody: the application looks for such runs itself
        assertThat(ended(id).outcome()).contains(Outcome.UNWATCHED);
        assertThat(ended(id).note()).contains("The bench has been vented since");
        for (String page : new String[] {"/benches", "/valves/TS-005/prove"}) {
            assertThat(web.perform(tessa(get(page))).andReturn().getResponse().getContentAsString())
                    .contains(
                            "the application was gone, and nobody watched it",
                            "Look whether the air is off before anybody reaches in");
        }
    }
}

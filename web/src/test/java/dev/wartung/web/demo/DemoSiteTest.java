package dev.wartung.web.demo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.Page;
import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.proving.Proof.Stands;
import dev.wartung.core.simulation.Bench;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.change.ChangeRequests;
import dev.wartung.web.change.ChangeState;
import dev.wartung.web.device.ProvingRuns;
import dev.wartung.web.job.JobLine;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.findings.OldSealsDesk;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.job.settling.SettlingDesk;
import dev.wartung.web.record.Verification;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInfo;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.context.ApplicationContext;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * The demo tells the stories it is meant to tell, and its records are ones the application itself would have written.
 */
@ExtendWith({RunningApplication.class, Browser.class})
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class DemoSiteTest {

    private static final String LOADS_ITSELF = "loads the demo itself";

    private final Accounts accounts;
    private final Valves valves;
    private final Jobs jobs;
    private final Looks looks;
    private final JdbcTemplate jdbc;
    private final Sheets sheets;
    private final PlanningDesk planning;
    private final OldSealsDesk oldSeals;
    private final SettlingDesk settling;
    private final ApplicationContext context;
    private final ChangeRequests changes;
    private final ProvingRuns runs;

    DemoSiteTest(
            ApplicationContext context,
            Accounts accounts,
            Valves valves,
            Jobs jobs,
            Looks looks,
            JdbcTemplate jdbc,
            PlanningDesk planning,
            Sheets sheets,
            OldSealsDesk oldSeals,
            SettlingDesk settling,
            ChangeRequests changes,
            ProvingRuns runs) {
        this.context = context;
        this.accounts = accounts;
        this.valves = valves;
        this.jobs = jobs;
        this.looks = looks;
        this.jdbc = jdbc;
        this.planning = planning;
        this.sheets = sheets;
        this.oldSeals = oldSeals;
        this.settling = settling;
        this.changes = changes;
        this.runs = runs;
    }

    @BeforeEach
    void loaded(TestInfo test) {
        if (!test.getTags().contains(LOADS_ITSELF)) {
            LoadedDemo.in(context);
        }
    }

    @Test
    @DisplayName("Every role has somebody, every valve a history, one bench is half done, a look is due tomorrow")
    void stories() {
        assertThat(accounts.findAll().stream().flatMap(a -> a.roles().stream())).contains(Role.values());
        assertThat(valves.areas()).containsExactly("Culture hall", "Enzyme suite", "Filling", "Mixing");
        assertThat(valves.findAll()).hasSizeBetween(175, 185).allSatisfy(v -> assertThat(jobs.ofValve(v))
                .isNotEmpty());
        Account varga = accounts.findByUsername("ivarga").orElseThrow();
        assertThat(jobs.lines(JobState.RUNNING).stream().filter(j -> j.isHeldBy(varga.id())))
                .singleElement()
                .satisfies(job -> {
                    JobView view = jobs.view(job.number()).orElseThrow();
                    assertThat(job.tag()).isEqualTo("CU-214");
                    assertThat(view.job().valve().state()).isEqualTo(ValveState.ON_BENCH);
                    assertThat(view.progress().bench().cloth())
                            .extracting(p -> p.id())
                            .contains("insert", "stem", "bonnet");
                });
        assertThat(jobs.planned()).hasSize(25);
        assertThat(looks.openBy(LocalDate.now().plusDays(1)))
                .anySatisfy(r -> assertThat(r.valve().tag()).isEqualTo("FL-031"));
    }

    @Test
    @DisplayName(
            "A change of fail position waits for its reviewer; a valve's latest run at the bench shows its seals run dry, against its own earlier one")
    void failPositions() {
        assertThat(changes.findAll()).singleElement().satisfies(c -> {
            assertThat(c.state()).isEqualTo(ChangeState.STATED);
            assertThat(c.valve().tag()).isEqualTo("CU-514");
        });
        assertThat(runs.findByValveIdOrderByStartedAtDesc(
                        valves.findByTagIgnoreCase("CU-201").orElseThrow().id()))
                .extracting(r -> r.stands().orElseThrow())
                .containsExactlyInAnyOrder(Stands.GOOD, Stands.LOOK);
    }

    @Test
    @DisplayName("Every family has valves, and one of each is waiting to be done or on record")
    void families() {
        assertThat(valves.findAll())
                .extracting(v -> sheets.of(v.typeId()).anatomy().id())
                .contains(
                        "single-seat",
                        "change-over",
                        "double-seat",
                        "ball",
                        "butterfly",
                        "butterfly-lined",
                        "diaphragm",
                        "check");
        assertThat(valves.findAll())
                .allSatisfy(v -> assertThat(sheets.of(v.typeId()).type().madeAs(v.configuration()))
                        .as(v.tag())
                        .isTrue());
    }

    @Test
    @DisplayName("Whatever the hour it is loaded at, nothing on record is still to come")
    void nothingToCome() {
        assertThat(jdbc.queryForList(
                        "select j.number from job j join job_entry e on e.job_id = j.id where e.at > now()",
                        Integer.class))
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Every closed job of the demo was done to its end without an incident, every reading settled, every new part with a lot")
    void soundRecords() {
        List<JobLine> closed = jobs.lines(JobState.CLOSED);
        assertThat(closed).hasSizeGreaterThan(60);
        for (JobLine job : closed) {
            JobView view = jobs.view(job.number()).orElseThrow();
            assertThat(view.progress().hindrances()).as("job %d", job.number()).isEmpty();
            assertThat(view.progress().incidents()).isEmpty();
            assertThat(view.countedIn()).isNotEmpty().allSatisfy(c -> assertThat(c.lot())
                    .isNotBlank());
            assertThat(view.progress().procedure().steps()).extracting(Step::id).doesNotHaveDuplicates();
        }
    }

    @Test
    @DisplayName("Loaded twice it is there once; loaded again elsewhere it is the same")
    void repeatable() {
        List<String> before =
                jdbc.queryForList("select tag || drive || options || next_due from valve order by tag", String.class);
        context.getBean(DemoSite.class).load();
        assertThat(jdbc.queryForList(
                        "select tag || drive || options || next_due from valve order by tag", String.class))
                .isEqualTo(before);
        assertThat(before).hasSameSizeAs(DemoValves.all(sheets)).doesNotHaveDuplicates();
        assertThat(DemoValves.all(sheets)).isEqualTo(DemoValves.all(sheets));
        assertThat(Arrays.stream(Drive.values())).allSatisfy(d -> assertThat(DemoValves.all(sheets))
                .anyMatch(r -> r.configuration().drive() == d));
    }

    @Test
    @Order(1)
    @Tag(LOADS_ITSELF)
    @DisplayName("Broken off on its way there is nothing of it at all, and the next start loads it whole")
    void wholeOrNotThere() {
        RunningApplication.tables().empty();
        jdbc.execute(
                "create function no_room() returns trigger language plpgsql as $$ begin raise exception 'no room'; end $$");
        jdbc.execute(
                "create trigger no_room before insert on job for each row when (new.number > 1010) execute function no_room()");
        try {
            assertThatThrownBy(() -> context.getBean(DemoSite.class).load()).hasMessageContaining("no room");
            assertThat(jdbc.queryForObject(
                            "select (select count(*) from account) + (select count(*) from valve) + (select count(*) from job) + (select count(*) from service_record where job_number in (select number from job))"
                                    + " + (select count(*) from grease_tin) + (select count(*) from demo_site)",
                            Integer.class))
                    .isZero();
        } finally {
            jdbc.execute("drop function no_room() cascade");
        }
        context.getBean(DemoSite.class).load();
        stories();
        assertThat(jdbc.queryForObject("select count(*) from demo_site where not by_earlier_version", Integer.class))
                .isOne();
    }

    @Test
    @DisplayName("Records stand in the order in which their jobs ended, and everything verifies")
    void inOrder() {
        assertThat(jdbc.queryForList(
                        """
                select job_number from (select r.job_number, j.ended_at, lag(j.ended_at) over (order by r.seq) as before from service_record r join job j on j.number = r.job_number where r.kind = 'JOB') t where ended_at < before""",
                        Integer.class))
                .isEmpty();
        assertThat(jdbc.execute((ConnectionCallback<Verification>) Verification::of)
                        .problems())
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Whatever is planned on the valve whose plug was found scratched fits a new plug; three swollen seals and their grease are on record; a joint settles")
    void judged() {
        Valve stopped = valves.findByTagIgnoreCase("FL-013").orElseThrow();
        for (var kind : planning.works(stopped)) {
            Work work = planning.work(
                            stopped,
                            kind.id(),
                            planning.choices(stopped, kind).stream()
                                    .map(p -> p.id())
                                    .findFirst())
                    .orElseThrow();
            PlanningDesk.Plan plan = planning.derive(stopped, work);
            if (!kind.converts()) {
                assertThat(plan.procedure().steps().stream().flatMap(s -> s.acts().stream()))
                        .as(kind.id())
                        .contains(Act.of(Verb.FIT_NEW, "stem"))
                        .doesNotContain(Act.of(Verb.PUT_BACK, "stem"));
                assertThat(plan.supplies().notInKit()).as(kind.id()).anyMatch(p -> p.part()
                        .equals("stem"));
                Bench bench = new Bench(sheets.of(stopped.typeId()).anatomy().build(), stopped.configuration());
                plan.carried().forEach(s -> bench.carryOut(s.acts()));
                assertThat(plan.procedure().steps().stream().flatMap(s -> bench.carryOut(s.acts()).stream()))
                        .as(kind.id())
                        .isEmpty();
                assertThat(bench.finish(plan.procedure().renews()))
                        .as(kind.id())
                        .isEmpty();
            }
        }
        Valve swollen = valves.findByTagIgnoreCase("MX-103").orElseThrow();
        assertThat(oldSeals.of(swollen)).hasSize(3).allSatisfy(o -> assertThat(o.appearance())
                .isEqualTo("swollen"));
        assertThat(jobs.ofValve(swollen).stream()
                        .flatMap(j -> jobs.view(j.number()).orElseThrow().standing().greased().stream()))
                .isNotEmpty()
                .allSatisfy(g -> assertThat(g.against().toString()).contains("EPDM is a hydrocarbon rubber"));
        assertThat(settling.series(valves.findByTagIgnoreCase("EZ-713").orElseThrow())
                        .get(0)
                        .next())
                .isPresent();
    }

    @Test
    @DisplayName(
            "On the smallest phone no view leaves the window sideways, to whomever it is shown, and no word is lost in the dark")
    void everyView(Address at, Browser browser) {
        EveryView views = new EveryView(context);
        // where a link leads to a file, the browser asks for a sign for it
        browser.expectsErrors("404");
        List<String> troubles = new ArrayList<>();
        for (String[] person : new String[][] {
            {"ivarga", "oat-and-spanner", "/"},
            {"radair", "window-of-hours", "/", "/valves", "/types", "/records", "/site", "/valves/EZ-713/settling"},
            {"sprior", "keys-and-doors", "/", "/site", "/records"},
            {"dfalk", "second-look", "/", "/records"},
            {"jwick", "safe-position", "/"}
        }) {
            Page page = browser.window(at.base(), 360, 640);
            Browser.login(page, person[0], person[1]);
            views.goAs(page, List.of(person).subList(2, person.length), (path, shown) -> {
                Browser.leaves(shown).forEach(t -> troubles.add(path + ": " + t));
                Browser.blackInTheDark(shown).forEach(t -> troubles.add(path + ": " + t));
            });
        }
        assertThat(troubles).isEmpty();
        assertThat(views.unseen()).isEmpty();
    }

    @Test
    @DisplayName("Nor does any with letters twice as large, on a phone")
    void largeLetters(Address at, Browser browser) {
        browser.expectsErrors("404");
        List<String> troubles = new ArrayList<>();
        Page page = browser.windowOfLargeLetters(at.base(), 390, 844);
        Browser.login(page, "ivarga", "oat-and-spanner");
        assertThat(page.evaluate("() => getComputedStyle(document.documentElement).fontSize"))
                .isEqualTo("32px");
        new EveryView(context).goAs(page, List.of("/"), (path, shown) -> Browser.leaves(shown)
                .forEach(t -> troubles.add(path + ": " + t)));
        assertThat(troubles).isEmpty();
    }
}

package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.simulation.Place;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobEntry;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.UsualTimes;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.job.findings.FindingsDesk;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.job.past.PastJobs;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Several works in one job, what an answer brings into it, and how long it takes here. */
@ExtendWith({RunningApplication.class, TessaAtWork.class})
class SeveralWorksTest {

    private final Jobs jobs;
    private final ClosingDesk closing;
    private final BenchDesk service;
    private final FindingsDesk judging;
    private final PlanningDesk planning;
    private final PastJobs past;
    private final UsualTimes times;
    private final Valves valves;
    private final Accounts accounts;
    private final Looks looks;

    SeveralWorksTest(
            Jobs jobs,
            ClosingDesk closing,
            BenchDesk service,
            FindingsDesk judging,
            PlanningDesk planning,
            PastJobs past,
            UsualTimes times,
            Valves valves,
            Accounts accounts,
            Looks looks) {
        this.jobs = jobs;
        this.closing = closing;
        this.service = service;
        this.judging = judging;
        this.planning = planning;
        this.past = past;
        this.times = times;
        this.valves = valves;
        this.accounts = accounts;
        this.looks = looks;
    }

    private Account tessa() {
        return accounts.findByUsername("tessa").orElseThrow();
    }

    private int begun(Valve valve, Work work) {
        int number = planning.keep(valve, work, LocalDate.now(), tessa()).number();
        assertThat(service.start(number, UUID.randomUUID()).went()).isTrue();
        return number;
    }

    private JobView view(int number) {
        return jobs.view(number).orElseThrow();
    }

    /** Confirms the current step as a careful technician would, but for some answers. */
    private Outcome confirm(int number, Map<String, String> otherwise) {
        JobView view = view(number);
        Step step = view.progress().current().orElseThrow();
        Map<String, String> typed = GoodAnswers.typed(view, step);
        typed.putAll(otherwise);
        return service.confirm(number, step.id(), UUID.randomUUID(), typed);
    }

    private void upTo(int number, String operation) {
        while (!view(number).progress().current().orElseThrow().operation().equals(operation)) {
            assertThat(confirm(number, Map.of()).went()).isTrue();
        }
    }

    private void toTheEnd(int number) {
        while (view(number).progress().current().isPresent()) {
            assertThat(confirm(number, Map.of()).went()).isTrue();
        }
    }

    @Test
    @DisplayName(
            "Product seals and actuator seals are one job: both renewed on one opening, under both names, and it can be worked to its end")
    void together() {
        Valve valve = valves.save(TestSite.valve("SW-001", Drive.NC));
        Work both = planning.work(valve, List.of("renew-product-seals", "renew-actuator-seals"), List.of())
                .orElseThrow();
        int number = begun(valve, both);
        assertThat(view(number).job().title()).isEqualTo("Renew all product seals; Renew the actuator's seals");
        assertThat(view(number).progress().procedure().renews())
                .contains("plug-seal", "stem-seal", "piston-seal", "rod-seal");
        assertThat(view(number).progress().procedure().steps())
                .filteredOn(s -> s.acts().contains(Act.of(Verb.TAKE, "insert")))
                .hasSize(1);
        toTheEnd(number);
        assertThat(view(number).progress().hindrances()).isEmpty();
        assertThat(planning.work(valve, List.of("renew-product-seals", "polish-it"), List.of()))
                .as("one of them is none")
                .isEmpty();
        assertThat(planning.work(valve, List.of("renew-one-seal"), List.of("plug-seal", "stem-seal"))
                        .orElseThrow()
                        .chosen())
                .containsExactly("plug-seal", "stem-seal");
    }

    @Test
    @DisplayName("Play felt in the bush is a finding: the bush joins the job, which waits for it and then renews it")
    void bushPlay() {
        Valve valve = valves.save(TestSite.valve("SW-002", Drive.NC));
        int number = begun(
                valve,
                planning.work(valve, "renew-product-seals", Optional.empty()).orElseThrow());
        upTo(number, "feel-bush");
        assertThat(confirm(number, Map.of(StepFields.READING + "bush-play", "play"))
                        .went())
                .isTrue();
        assertThat(view(number).judgement().findings())
                .singleElement()
                .satisfies(f -> assertThat(f.replaces().orElseThrow().part()).isEqualTo("bush"));
        assertThat(view(number).progress().procedure().renews()).contains("bush");
        upTo(number, "fit-bush");
        assertThat(confirm(number, Map.of()).trouble()).contains("waits for a new guide bush");
        assertThat(judging.arrived(number, UUID.randomUUID(), "bush", "B-77").went())
                .isTrue();
        toTheEnd(number);
        assertThat(view(number).progress().hindrances()).isEmpty();
    }

    @Test
    @DisplayName(
            "Play that was no play is taken back with its step: no finding, no bush, nothing to wait for; a kit counted, taken back and counted again is there once")
    void takenBack() {
        Valve valve = valves.save(TestSite.valve("SW-004", Drive.NC));
        int number = begun(
                valve,
                planning.work(valve, "renew-product-seals", Optional.empty()).orElseThrow());
        upTo(number, "count-kit");
        confirm(number, Map.of());
        List<CountedIn> counted = view(number).countedIn();
        assertThat(service.takeBack(number, UUID.randomUUID(), "Another kit lies here")
                        .went())
                .isTrue();
        assertThat(view(number).countedIn()).isEmpty();
        confirm(number, Map.of());
        assertThat(view(number).countedIn()).hasSameSizeAs(counted).isNotEmpty();
        upTo(number, "feel-bush");
        List<String> before = view(number).progress().procedure().renews();
        confirm(number, Map.of(StepFields.READING + "bush-play", "play"));
        assertThat(view(number).job().waitsFor()).contains("bush");
        assertThat(service.takeBack(number, UUID.randomUUID(), "Tapped beside it")
                        .went())
                .isTrue();
        assertThat(view(number).judgement().findings()).isEmpty();
        assertThat(view(number).progress().procedure().renews())
                .isEqualTo(before)
                .doesNotContain("bush");
        assertThat(view(number).job().waitsFor()).isEmpty();
        assertThat(view(number).entries())
                .as("the record keeps all of it")
                .extracting(JobEntry::event)
                .hasAtLeastOneElementOfType(JobEvent.Found.class)
                .hasAtLeastOneElementOfType(JobEvent.TakenBack.class);
        toTheEnd(number);
        assertThat(view(number).progress().hindrances()).isEmpty();
    }

    @Test
    @DisplayName(
            "A new valve's job is worked and closed on the bench: no energy of the line, nothing changed of the valve on record, a job of its own; looks that are due stay due")
    void newValve() {
        Valve valve = valves.save(TestSite.of("SW-005", "fen-l-100", Map.of()));
        Optional<LocalDate> due = valve.nextDue();
        looks.raise(Recheck.raised(
                valve, Optional.empty(), "Re-tighten check of the flange bolts", LocalDate.now(), LocalDate.now()));
        assertThat(planning.work(valve, List.of("fit-new-valve", "inspect"), List.of()))
                .isEmpty();
        int number = begun(
                valve, planning.work(valve, "fit-new-valve", Optional.empty()).orElseThrow());
        int other = planning.keep(
                        valve,
                        planning.work(valve, "inspect", Optional.empty()).orElseThrow(),
                        LocalDate.now(),
                        tessa())
                .number();
        assertThat(service.start(other, UUID.randomUUID()).trouble()).contains("Another job on SW-005 is on the bench");
        assertThat(view(number).progress().bench().place("valve"))
                .as("it lies ready before anybody says so")
                .isEqualTo(Place.CLOTH);
        assertThat(EnergyPlate.of(view(number))).noneMatch(EnergyPlate::live);
        toTheEnd(number);
        assertThat(view(number).progress().hindrances()).isEmpty();
        assertThat(closing.close(number, UUID.randomUUID(), BenchRun.closing("0", "0", ""))
                        .went())
                .isTrue();
        assertThat(valves.findByTagIgnoreCase("SW-005").orElseThrow().nextDue()).isEqualTo(due);
        assertThat(looks.openAt(valve))
                .extracting(Recheck::name)
                .containsExactly("Re-tighten check of the flange bolts");
        assertThat(planning.derive(
                                valve,
                                planning.work(valve, "inspect", Optional.empty())
                                        .orElseThrow())
                        .carried())
                .as("the valve in the line is as it was")
                .isEmpty();
        assertThat(view(number).ending()).isEqualTo("closed, ready for its line");
        assertThat(valves.findByTagIgnoreCase("SW-005").orElseThrow().state()).isEqualTo(ValveState.IN_SERVICE);
    }

    @Test
    @DisplayName(
            "A valve in pieces stays so while a new one is made ready for its place; a new one's job that is stopped takes nothing out of service")
    void newValveBesideOneInPieces() {
        Valve valve = valves.save(TestSite.of("SW-007", "fen-l-100", Map.of()));
        int stopped =
                begun(valve, planning.work(valve, "inspect", Optional.empty()).orElseThrow());
        upTo(stopped, "put-valve-in-line");
        assertThat(closing.stop(stopped, UUID.randomUUID(), "Liner torn, a new one is wanted", TestSite.PASSWORD)
                        .went())
                .isTrue();
        Work work = planning.work(valve, "fit-new-valve", Optional.empty()).orElseThrow();
        for (boolean whole : List.of(false, true)) {
            int number = begun(valves.findByTagIgnoreCase("SW-007").orElseThrow(), work);
            assertThat(view(number).progress().bench().cloth())
                    .extracting(Part::id)
                    .contains("actuator");
            confirm(number, Map.of());
            if (whole) {
                toTheEnd(number);
                assertThat(closing.close(number, UUID.randomUUID(), BenchRun.closing("0", "0", ""))
                                .went())
                        .isTrue();
            } else {
                assertThat(closing.stop(number, UUID.randomUUID(), "Gearbox of another size", TestSite.PASSWORD)
                                .went())
                        .isTrue();
                assertThat(view(number).ending()).isEqualTo("stopped, left as it lies");
            }
            Valve now = valves.findByTagIgnoreCase("SW-007").orElseThrow();
            assertThat(now.state()).as("as the first job left it").isEqualTo(ValveState.OUT_OF_SERVICE);
            assertThat(planning.derive(
                                    now,
                                    planning.work(now, "inspect", Optional.empty())
                                            .orElseThrow())
                            .carried())
                    .isNotEmpty();
        }
    }

    @Test
    @DisplayName("Oiling is done by oiling and a look by a look: neither by the other")
    void whatIsDone() {
        Valve valve = valves.save(TestSite.valve("SW-006", Drive.NC));
        for (String name : List.of("Oil the actuator", "Re-tighten check of the body clamp")) {
            looks.raise(Recheck.raised(valve, Optional.empty(), name, LocalDate.now(), LocalDate.now()));
        }
        int oiling = begun(
                valve, planning.work(valve, "oil-actuator", Optional.empty()).orElseThrow());
        toTheEnd(oiling);
        assertThat(closing.close(oiling, UUID.randomUUID(), BenchRun.closing("0", "0", ""))
                        .went())
                .isTrue();
        List<Recheck> open = looks.openAt(valve);
        assertThat(open)
                .extracting(Recheck::name)
                .containsExactlyInAnyOrder("Re-tighten check of the body clamp", "Oil the actuator");
        assertThat(open.stream()
                        .filter(r -> r.name().equals("Oil the actuator"))
                        .findFirst()
                        .orElseThrow()
                        .dueOn())
                .as("in the sheet's interval")
                .isEqualTo(LocalDate.now().plusDays(365));
    }

    @Test
    @DisplayName(
            "A step that took longer each time is said to take longer here; one that took as long as its sheet says is not")
    void usualTimes() {
        Valve valve = valves.save(TestSite.of("SW-003", "kule-80", Map.of("drive", "NC")));
        Work work =
                planning.work(valve, "renew-product-seals", Optional.empty()).orElseThrow();
        Step slow = planning.derive(valve, work).procedure().steps().stream()
                .filter(s -> s.operation().equals("take-out-valve"))
                .findFirst()
                .orElseThrow();
        for (int i = 0; i < 4; i++) {
            Instant began = Instant.now().minus(30 + i, ChronoUnit.DAYS);
            past.enter(
                    "SW-003",
                    work,
                    new PastJobs.Past(
                            tessa(),
                            began,
                            Integer.MAX_VALUE,
                            Optional.empty(),
                            "L-1",
                            GoodAnswers::answer,
                            UUID::randomUUID,
                            Map.of(),
                            Map.of(),
                            Optional.empty(),
                            Map.of(),
                            Map.of("take-out-valve", 3.0)));
        }
        // sheet · 3^(4/8)
        assertThat(times.of("kule-80", slow).times()).isEqualTo(4);
        assertThat(times.of("kule-80", slow).minutes()).isBetween(slow.minutes() * 1.6, slow.minutes() * 1.8);
        assertThat(times.said("kule-80", slow)).contains(" min, here ").contains("(4×)");
        assertThat(List.of("take-out-valve", "take-out-valve-2", "more12-take-out-valve", "way7-take-out-valve-3"))
                .extracting(UsualTimes::operation)
                .containsOnly("take-out-valve");
        Step usual = planning.derive(valve, work).procedure().steps().stream()
                .filter(s -> s.operation().equals("lock-line"))
                .findFirst()
                .orElseThrow();
        assertThat(times.said("kule-80", usual)).doesNotContain("here");
    }
}

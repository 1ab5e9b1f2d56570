package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Signing;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.valve.RecordChange;
import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What a valve is on record changes in two ways only: found otherwise at the bench, or converted and proven. */
@ExtendWith({RunningApplication.class, TessaAtWork.class})
class RecordChangeTest {

    private final Jobs jobs;
    private final ClosingDesk closing;
    private final BenchDesk service;
    private final PlanningDesk planning;
    private final Valves valves;
    private final Accounts accounts;
    private final RecordChanges changes;

    RecordChangeTest(
            Jobs jobs,
            ClosingDesk closing,
            BenchDesk service,
            PlanningDesk planning,
            Valves valves,
            Accounts accounts,
            RecordChanges changes) {
        this.jobs = jobs;
        this.closing = closing;
        this.service = service;
        this.planning = planning;
        this.valves = valves;
        this.accounts = accounts;
        this.changes = changes;
    }

    private Valve valve(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow();
    }

    private int begun(String tag, String work) {
        int number = planning.keep(
                        valve(tag),
                        planning.work(valve(tag), work, Optional.empty()).orElseThrow(),
                        LocalDate.now(),
                        accounts.findByUsername("tessa").orElseThrow())
                .number();
        assertThat(service.start(number, UUID.randomUUID()).went()).isTrue();
        return number;
    }

    private Step current(int number) {
        return jobs.view(number).orElseThrow().progress().current().orElseThrow();
    }

    /** Confirms the current step with good answers, some of them replaced. */
    private Outcome confirm(int number, Map<String, String> instead) {
        JobView view = jobs.view(number).orElseThrow();
        Step step = current(number);
        Map<String, String> typed = GoodAnswers.typed(view, step);
        typed.putAll(instead);
        return service.confirm(number, step.id(), UUID.randomUUID(), typed);
    }

    private void until(int number, String step) {
        while (!current(number).id().equals(step)) {
            assertThat(confirm(number, Map.of()).went())
                    .as(current(number).id())
                    .isTrue();
        }
    }

    private static Map<String, String> second(String name) {
        return Map.of(Signing.SECOND_NAME, name, Signing.SECOND_PASSWORD, TestSite.PASSWORD);
    }

    @Test
    @DisplayName(
            "Found to rest the other way: nobody can let it stand; corrected, the job is derived anew without air, and a reviewer sees it")
    void correcting() {
        int number = begun("TS-020", "renew-product-seals");
        until(number, "see-rest");
        Map<String, String> up = new HashMap<>(second("theo"));
        up.put(StepFields.READING + "rest-position", "up");
        up.put(StepFields.REASON + "rest-position", "it is like that");
        assertThat(confirm(number, up).open()).containsExactly("rest-position");
        assertThat(current(number).id()).isEqualTo("see-rest");

        assertThat(service.correct(number, UUID.randomUUID(), Map.of("drive", "NO"), " ")
                        .byField())
                .containsKey("correct.reason");
        assertThat(service.correct(number, UUID.randomUUID(), Map.of("drive", "NC"), "no")
                        .trouble())
                .contains("already");
        assertThat(service.correct(number, UUID.randomUUID(), Map.of("drive", "sideways"), "no")
                        .trouble())
                .contains("no drive");
        assertThat(service.correct(number, UUID.randomUUID(), Map.of("weight", "sling"), "no")
                        .trouble())
                .contains("not made like that");
        UUID once = UUID.randomUUID();
        assertThat(service.correct(number, once, Map.of("drive", "NO"), "stem stands up without air")
                        .notice())
                .contains("derived anew");
        assertThat(service.correct(number, once, Map.of("drive", "NO"), "stem stands up without air")
                        .went())
                .isTrue();

        assertThat(valve("TS-020").drive()).isEqualTo(Drive.NO);
        JobView view = jobs.view(number).orElseThrow();
        assertThat(view.progress().procedure().steps()).noneMatch(s -> s.id().startsWith("air-opens"));
        assertThat(changes.findByValveIdOrderByAtDesc(valve("TS-020").id()))
                .singleElement()
                .satisfies(c -> {
                    assertThat(c.kind()).isEqualTo(RecordChange.Kind.CORRECTED);
                    assertThat(c.before()).contains("NC");
                    assertThat(c.after()).contains("NO");
                    assertThat(c.reason()).contains("stands up");
                    assertThat(c.seenBy()).isEmpty();
                });
        until(number, "lift-insert");
        assertThat(service.correct(number, UUID.randomUUID(), Map.of("drive", "NC"), "was right")
                        .trouble())
                .contains("has begun");
        while (jobs.view(number).orElseThrow().progress().current().isPresent()) {
            assertThat(confirm(number, Map.of()).went()).isTrue();
        }
        assertThat(jobs.view(number).orElseThrow().progress().hindrances()).isEmpty();
    }

    @Test
    @DisplayName(
            "Converted: two people agree, and the record follows only when the valve is proven and the job closed; kit and interval are then others")
    void converting() {
        int before = planning.keep(
                        valve("TS-021"),
                        planning.work(valve("TS-021"), "inspect", Optional.empty())
                                .orElseThrow(),
                        LocalDate.now(),
                        accounts.findByUsername("tessa").orElseThrow())
                .number();
        int number = begun("TS-021", "convert-to-aseptic");
        until(number, "record-conversion");
        assertThat(confirm(number, Map.of()).byField()).containsKey(Signing.SECOND_NAME);
        assertThat(confirm(number, second("tessa")).byField()).containsKey(Signing.SECOND_NAME);
        assertThat(confirm(number, second("theo")).went()).isTrue();
        while (jobs.view(number).orElseThrow().progress().current().isPresent()) {
            assertThat(valve("TS-021").configuration().options()).containsEntry("sealing", "lip");
            assertThat(confirm(number, Map.of()).went()).isTrue();
        }
        JobView done = jobs.view(number).orElseThrow();
        JobView counted = done;
        Outcome closed = closing.close(
                number,
                UUID.randomUUID(),
                BenchRun.closing(
                        String.valueOf(counted.progress().oldOut().done()),
                        String.valueOf(ClosingDesk.leftOver(counted)),
                        ""));
        assertThat(closed.went()).as("%s", closed).isTrue();

        // a job planned for what it was is not begun on what it has become
        assertThat(service.start(before, UUID.randomUUID()).trouble())
                .contains("is not as it was when this was planned");

        Valve now = valve("TS-021");
        assertThat(now.configuration().options()).containsEntry("sealing", "diaphragm");
        assertThat(now.nextDue()).contains(LocalDate.now().plusMonths(6));
        assertThat(changes.findByValveIdOrderByAtDesc(now.id())).singleElement().satisfies(c -> {
            assertThat(c.kind()).isEqualTo(RecordChange.Kind.CONVERTED);
            assertThat(c.secondName()).contains("Theo Technician");
            assertThat(c.after()).contains("diaphragm");
        });
        PlanningDesk.Plan next = planning.derive(
                now, planning.work(now, "renew-product-seals", Optional.empty()).orElseThrow());
        assertThat(next.supplies().kit().orElseThrow().name()).contains("Aseptic");
        assertThat(next.procedure().steps()).extracting(Step::id).contains("take-off-stem-diaphragm");
        assertThat(planning.work(now, "convert-to-aseptic", Optional.empty())).isEmpty();
    }
}

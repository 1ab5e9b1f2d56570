package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import dev.wartung.core.simulation.Incident.Kind;
import dev.wartung.core.simulation.Place;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("A new valve, on the bench")
class NewValveTest {

    private static final Set<Verb> OF_THE_LINE = Set.of(
            Verb.LOCK, Verb.UNLOCK, Verb.VENT, Verb.COOL, Verb.SWITCH_OFF, Verb.SWITCH_ON, Verb.PROVE, Verb.SEE_REST);

    private static List<Job> jobs() {
        return AllJobs.all().filter(j -> j.work().kind().newValve()).toList();
    }

    @Test
    @DisplayName(
            "Its line is not touched; it ends with what turns it on, its line's parts still apart, and nothing renewed or due")
    void endsBeforeItsLine() {
        Set<String> families = new HashSet<>();
        for (Job job : jobs()) {
            families.add(job.anatomy().id());
            Procedure procedure = job.procedure();
            List<Act> acts =
                    procedure.steps().stream().flatMap(s -> s.acts().stream()).toList();
            assertThat(acts)
                    .as("%s", job)
                    .noneMatch(a -> OF_THE_LINE.contains(a.verb()))
                    .noneMatch(a -> a.verb() == Verb.TAKE || a.verb() == Verb.BIN || a.verb() == Verb.FIT_NEW);
            assertThat(acts)
                    .as("%s", job)
                    .contains(Act.of(Verb.DELIVERED, "valve"), Act.of(Verb.PUT_BACK, "actuator"))
                    .doesNotContain(Act.of(Verb.PUT_BACK, "valve"));
            assertThat(procedure.renews()).as("%s", job).isEmpty();
            assertThat(procedure.rechecks()).as("%s", job).isEmpty();
            Bench bench = job.bench();
            procedure.steps().forEach(s -> assertThat(bench.carryOut(s.acts()))
                    .as("%s", job)
                    .isEmpty());
            assertThat(bench.cloth()).as("%s", job).isEmpty();
            assertThat(bench.isOpen("line-joint")).as("%s", job).isTrue();
            assertThat(bench.place("actuator")).as("%s", job).isEqualTo(Place.ON_VALVE);
            assertThat(bench.aids()).as("%s", job).isEmpty();
            assertThat(bench.energies().isApart()
                            && bench.energies().lineEmpty()
                            && !bench.energies().lineHot()
                            && !bench.energies().airOn())
                    .as("no energy of the line: %s", job)
                    .isTrue();
        }
        assertThat(families).containsExactlyInAnyOrder("butterfly", "butterfly-lined", "ball");
    }

    @Test
    @DisplayName("A lined one is never run nor closed on the bench, and stays slightly open with its gearbox on")
    void linedStaysAjar() {
        Job job = jobs().stream()
                .filter(j -> j.anatomy().id().equals("butterfly-lined"))
                .findFirst()
                .orElseThrow();
        assertThat(job.procedure().steps().stream().flatMap(s -> s.acts().stream()))
                .noneMatch(a -> a.verb() == Verb.CYCLE || a.verb() == Verb.TURN);
        Bench bench = job.bench();
        job.procedure().steps().forEach(s -> bench.carryOut(s.acts()));
        assertThat(bench.energies().position()).isEqualTo("ajar");
        assertThat(bench.carryOut(List.of(Act.of(Verb.TURN, "closed"))))
                .extracting(Incident::kind)
                .containsExactly(Kind.SPOILT);
    }

    @Test
    @DisplayName(
            "Gearbox, lever or actuator left on the bench, or never tightened, is an incident, as is a part that was delivered twice")
    void forgotten() {
        for (Job job : jobs()) {
            List<Step> steps = job.procedure().steps();
            Bench without = job.bench();
            steps.stream()
                    .filter(s -> s.acts().stream().noneMatch(a -> a.verb() == Verb.PUT_BACK))
                    .forEach(s -> without.carryOut(s.acts()));
            assertThat(without.finish(Set.of()))
                    .as("%s", job)
                    .extracting(Incident::kind)
                    .contains(Kind.FORGOTTEN_PART);
            Bench slack = job.bench();
            boolean tightened = steps.stream().flatMap(s -> s.acts().stream()).anyMatch(a -> a.verb() == Verb.TIGHTEN);
            steps.forEach(s -> slack.carryOut(
                    s.acts().stream().filter(a -> a.verb() != Verb.TIGHTEN).toList()));
            assertThat(slack.finish(Set.of()).stream().anyMatch(i -> i.kind() == Kind.JOINT_LOOSE))
                    .as("%s", job)
                    .isEqualTo(tightened);
            Bench twice = job.bench();
            twice.carryOut(steps.get(0).acts());
            assertThat(twice.carryOut(List.of(Act.of(Verb.DELIVERED, "valve"))))
                    .extracting(Incident::kind)
                    .containsExactly(Kind.NOT_THERE);
        }
    }

    @Test
    @DisplayName(
            "Left half way and taken up by the same work, it is not laid ready a second time; closing up ends before the line too")
    void takenUp() {
        for (Job job : jobs()) {
            List<Step> done = new ArrayList<>(job.procedure().steps().subList(0, 2));
            Situation left = Situation.leftBy(job.anatomy(), job.configuration(), done);
            for (Work work : List.of(job.work(), Work.closeUp())) {
                Procedure rest = job.derivation().derive(work, left);
                assertThat(rest.steps().stream().flatMap(s -> s.acts().stream()))
                        .as("%s", job)
                        .noneMatch(a -> a.verb() == Verb.DELIVERED
                                || a.verb() == Verb.LOCK
                                || a.equals(Act.of(Verb.PUT_BACK, "valve")));
            }
        }
    }

    @Test
    @DisplayName("It is a job of its own: no other work goes with it")
    void alone() {
        Job job = jobs().get(0);
        List<WorkKind> works = job.anatomy().worksFor(job.configuration(), job.type());
        assertThat(WorkKind.goTogether(works)).isFalse();
        assertThat(job.anatomy().workFor(job.configuration(), job.type(), "fit-new-valve+inspect"))
                .isEmpty();
        assertThat(job.anatomy().workFor(job.configuration(), job.type(), "fit-new-valve"))
                .isPresent();
    }
}

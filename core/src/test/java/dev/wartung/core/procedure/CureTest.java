package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.fault.Cure;
import dev.wartung.core.fault.FaultFinder;
import dev.wartung.core.fault.FaultFinder.Cause;
import dev.wartung.core.fault.FaultFinder.Suspect;
import dev.wartung.core.fault.FaultFinder.Symptom;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** From a fault to the smallest job, over every build of every family and drive. */
class CureTest {

    private static final FaultFinder FINDER = Knowledge.faults();
    /** What wears: for each there is a fault that leads to it. */
    private static final Set<String> WEARING = Set.of(Part.PRODUCT_SEAL, Part.ACTUATOR_SEAL, "bush");

    /** One job for every build that has other parts. */
    private static List<Job> builds() {
        Set<Object> seen = new HashSet<>();
        return AllJobs.all()
                .filter(j -> seen.add(List.of(
                        j.anatomy().id(),
                        j.configuration().drive(),
                        ids(found(j), p -> !p.fixed()),
                        ids(found(j), Part::fixed))))
                .toList();
    }

    private static Build found(Job job) {
        return job.anatomy().build().resolve(job.configuration().facts());
    }

    private static Set<String> ids(Build build, Predicate<Part> which) {
        return build.parts().stream().filter(which).map(Part::id).collect(Collectors.toSet());
    }

    @Test
    @DisplayName(
            "For every part a fault may lie in there is a job: safe, it renews the part, and no other job that does is shorter")
    void everySuspectHasItsJob() {
        Set<String> done = new HashSet<>();
        for (Job job : builds()) {
            Build build = found(job);
            FaultFinder finder = FINDER.on(build, job.configuration().drive());
            List<WorkKind> works = job.anatomy().worksFor(job.configuration(), job.type());
            for (String part : finder.causes().stream()
                    .flatMap(c -> c.partOn(build).stream())
                    .distinct()
                    .toList()) {
                if (!done.add(job.anatomy().id()
                        + job.configuration().drive()
                        + build.part(part)
                        + build.parts().size())) {
                    continue;
                }
                Optional<Cure> cure = Cure.smallest(
                        part, works, build, work -> job.derivation().derive(work, job.configuration()));
                assertThat(cure).as("%s on %s", part, job).isPresent();
                Procedure procedure = cure.orElseThrow().procedure();
                assertThat(procedure.renews()).contains(part);
                Bench bench = job.bench();
                List<Incident> incidents = new ArrayList<>();
                procedure.steps().forEach(s -> incidents.addAll(bench.carryOut(s.acts())));
                incidents.addAll(bench.finish(procedure.renews()));
                assertThat(incidents).as("%s on %s", part, job).isEmpty();
                works.stream()
                        .filter(w -> w.renews().choose().isEmpty() && !w.converts())
                        .map(w -> job.derivation().derive(Work.of(w), job.configuration()))
                        .filter(p -> p.renews().contains(part))
                        .forEach(p -> assertThat(p.minutes()).isGreaterThanOrEqualTo(procedure.minutes()));
            }
        }
        assertThat(done).hasSizeGreaterThan(100);
    }

    @Test
    @DisplayName(
            "Whatever is seen and answered, something is suspected; what is suspected is renewed on this build, or it is said what is done instead")
    void complete() {
        for (Job job : builds()) {
            Build build = found(job);
            FaultFinder finder = FINDER.on(build, job.configuration().drive());
            for (Symptom symptom : finder.symptoms()) {
                assertThat(finder.suspects(symptom, Map.of()))
                        .as("%s on %s", symptom.id(), job)
                        .isNotEmpty();
                symptom.questions().forEach(q -> q.answers().forEach((answer, causes) -> {
                    assertThat(finder.suspects(symptom, Map.of(q.id(), answer)))
                            .as("%s: %s on %s", symptom.id(), answer, job)
                            .hasSameSizeAs(causes);
                    assertThat(finder.suspects(symptom, Map.of(q.id(), answer)).stream()
                                    .map(Suspect::cause))
                            .allMatch(c ->
                                    c.partOn(build).isPresent() || !c.todo().isEmpty());
                }));
            }
            Set<String> led = finder.symptoms().stream()
                    .flatMap(s -> finder.suspects(s, Map.of()).stream())
                    .map(Suspect::cause)
                    .map(Cause::parts)
                    .flatMap(List::stream)
                    .collect(Collectors.toSet());
            assertThat(led)
                    .as("wearing parts no symptom leads to, on %s", job)
                    .containsAll(ids(build, p -> WEARING.contains(p.kind())));
        }
    }

    @Test
    @DisplayName(
            "A valve is asked what it can show, all of it and no more: air and springs where there are some, a lever where it has one, ends named as its family names them")
    void symptoms() {
        for (Job job : builds()) {
            Build build = found(job);
            Drive drive = job.configuration().drive();
            FaultFinder finder = FINDER.on(build, drive);
            List<String> offered = finder.symptoms().stream().map(Symptom::id).toList();
            boolean air = drive == Drive.NC || drive == Drive.NO || drive == Drive.DA;
            assertThat(offered).as("on %s", job).contains("leak-seat", "leak-joint");
            for (String symptom : List.of("air-vent", "slow", "moves-alone")) {
                assertThat(offered.contains(symptom))
                        .as("%s on %s", symptom, job)
                        .isEqualTo(air);
            }
            assertThat(offered.contains("stiff")).as("stiff on %s", job).isEqualTo(drive == Drive.MANUAL);
            assertThat(offered.contains("comes-back"))
                    .as("comes-back on %s", job)
                    .isEqualTo(drive == Drive.FLOW);
            assertThat(offered.contains("no-feedback"))
                    .as("no-feedback on %s", job)
                    .isEqualTo(build.part("head").isPresent()
                            || build.part("feedback-bracket").isPresent());
            assertThat(offered.contains("leak-outlet"))
                    .as("leak-outlet on %s", job)
                    .isEqualTo(
                            Set.of("double-seat", "ball").contains(job.anatomy().id()));
            assertThat(offered.contains("leak-stem"))
                    .as("leak-stem on %s", job)
                    .isEqualTo(!job.anatomy().id().equals("check"));
            if (job.anatomy().id().equals("ball")) {
                assertThat(finder.causes())
                        .as("its ends are left and right")
                        .extracting(Cause::name)
                        .noneMatch(n -> n.contains("upper seat") || n.contains("lower seat"));
            }
        }
    }
}

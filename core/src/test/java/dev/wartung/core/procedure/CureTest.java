package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.fault.Cure;
import dev.wartung.core.fault.FaultFinder;
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
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** From a fault to the smallest job, over every family and drive. */
class CureTest {

    private static final FaultFinder FINDER = Knowledge.faults();

    @Test
    @DisplayName("For every part a fault may lie in there is a job: safe, it renews the part, and no other job that does is shorter")
    void everySuspectHasItsJob() {
        Set<String> seen = new HashSet<>();
        Set<String> parts = new HashSet<>();
        for (Job job : AllJobs.all().toList()) {
            if (!seen.add(job.anatomy().id() + job.configuration().drive())) {
                continue;
            }
            Build build = job.anatomy().build().resolve(job.configuration().facts());
            List<WorkKind> works = job.anatomy().worksFor(job.configuration(), job.type());
            FINDER.symptomsOf(build, job.configuration().drive()).forEach(symptom -> assertThat(FINDER.suspects(symptom, Map.of())).isNotEmpty());
            FINDER.causes().stream().flatMap(c -> c.partOn(build).stream()).distinct().forEach(part -> {
                Optional<Cure> cure = Cure.smallest(part, works, build, work -> job.derivation().derive(work, job.configuration()));
                assertThat(cure).as("%s on %s", part, job).isPresent();
                Procedure procedure = cure.orElseThrow().procedure();
                assertThat(procedure.renews()).contains(part);
                Bench bench = job.bench();
                List<Incident> incidents = new ArrayList<>();
                procedure.steps().forEach(s -> incidents.addAll(bench.carryOut(s.acts())));
                incidents.addAll(bench.finish(procedure.renews()));
                assertThat(incidents).as("%s on %s", part, job).isEmpty();
                works.stream().filter(w -> w.renews().choose().isEmpty() && !w.converts()).map(w -> job.derivation().derive(Work.of(w), job.configuration()))
                        .filter(p -> p.renews().contains(part)).forEach(p -> assertThat(p.minutes()).isGreaterThanOrEqualTo(procedure.minutes()));
                parts.add(part);
            });
        }
        assertThat(parts).hasSizeGreaterThan(8);
    }

    @Test
    @DisplayName("A valve is only asked what it can show: no lever on an actuator, no leak outlet without two seats")
    void symptoms() {
        Job job = AllJobs.kolm50("NC", "inspect");
        List<String> offered = FINDER.symptomsOf(job.build(), job.configuration().drive()).stream().map(FaultFinder.Symptom::id).toList();
        assertThat(offered).contains("leak-stem", "leak-seat", "slow").doesNotContain("lever-stiff", "leak-outlet", "diaphragm-weeps");
        Job manual = AllJobs.kolm50("manual", "inspect");
        assertThat(FINDER.symptomsOf(manual.build(), manual.configuration().drive())).extracting(FaultFinder.Symptom::id).doesNotContain("slow", "air-vent");
    }
}

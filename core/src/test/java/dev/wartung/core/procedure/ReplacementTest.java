package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import dev.wartung.core.simulation.Place;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** A part found unfit half way through: the job that goes on with a new one must be as safe as the one it was. */
class ReplacementTest {

    @Test
    @DisplayName(
            "Whatever part is found unfit at whatever step, the job goes on without an incident, the old one is in the bin and a new one in")
    void anyPartAnyTime() {
        int replaced = 0;
        Set<String> seen = new HashSet<>();
        for (Job job : AllJobs.all().toList()) {
            // one job for each family, work and drive: the options change parts, not the road
            if (!seen.add(job.anatomy().id()
                            + job.work().kind().id()
                            + job.work().chosen()
                            + job.configuration().drive())
                    || job.work().kind().converts()) {
                continue;
            }
            Procedure procedure = job.procedure();
            for (int cut = 0; cut < procedure.steps().size(); cut += 2) {
                replaced += at(job, procedure, cut);
            }
        }
        System.out.println("Parts replaced half way: " + replaced);
        assertThat(replaced).isGreaterThan(1000);
    }

    /** How many parts could be replaced there. */
    private static int at(Job job, Procedure procedure, int cut) {
        List<Step> done = procedure.steps().subList(0, cut);
        Bench here = job.bench();
        done.forEach(s -> here.carryOut(s.acts()));
        int replaced = 0;
        for (Part part : here.exposed()) {
            boolean onCloth = here.place(part.id()) == Place.CLOTH;
            Optional<Procedure> next =
                    Replacement.into(procedure, done.stream().map(Step::id).collect(Collectors.toSet()), part, onCloth);
            if (next.isEmpty()) {
                // the part does not come off any more in this job: nothing was to be put back that could be replaced
                assertThat(onCloth).as("%s at %d in %s", part.id(), cut, job).isFalse();
                continue;
            }
            Bench bench = job.bench();
            List<Incident> incidents = new ArrayList<>();
            next.get().steps().forEach(s -> incidents.addAll(bench.carryOut(s.acts())));
            incidents.addAll(bench.finish(next.get().renews()));
            assertThat(incidents).as("%s at %d in %s", part.id(), cut, job).isEmpty();
            assertThat(bench.isNew(part.id()))
                    .as("%s at %d in %s", part.id(), cut, job)
                    .isTrue();
            assertThat(count(next.get(), Verb.BIN)).isEqualTo(count(next.get(), Verb.FIT_NEW));
            replaced++;
        }
        return replaced;
    }

    private static long count(Procedure procedure, Verb verb) {
        return procedure.steps().stream()
                .flatMap(s -> s.acts().stream())
                .filter(a -> a.verb() == verb)
                .count();
    }

    @Test
    @DisplayName("A plug found scratched on the cloth goes to the bin before anything new is fitted on it")
    void beforeTheNewSeal() {
        Procedure procedure = AllJobs.kolm50("NC", "renew-product-seals").procedure();
        int out = procedure.steps().stream()
                .filter(s -> s.acts().contains(Act.of(Verb.TAKE, "stem")))
                .map(procedure.steps()::indexOf)
                .findFirst()
                .orElseThrow();
        Part stem =
                AllJobs.kolm50("NC", "renew-product-seals").build().part("stem").orElseThrow();
        Procedure next = Replacement.into(
                        procedure,
                        procedure.steps().subList(0, out + 1).stream()
                                .map(Step::id)
                                .collect(Collectors.toSet()),
                        stem,
                        true)
                .orElseThrow();
        List<Act> acts = next.steps().stream().flatMap(s -> s.acts().stream()).toList();
        assertThat(acts.indexOf(Act.of(Verb.BIN, "plug-seal"))).isLessThan(acts.indexOf(Act.of(Verb.BIN, "stem")));
        assertThat(acts.indexOf(Act.of(Verb.BIN, "stem"))).isLessThan(acts.indexOf(Act.of(Verb.FIT_NEW, "plug-seal")));
        assertThat(acts).contains(Act.of(Verb.FIT_NEW, "stem")).doesNotContain(Act.of(Verb.PUT_BACK, "stem"));
        assertThat(next.steps().stream()
                        .filter(s -> s.say().toString().startsWith("Put the old stem with plug in the bin"))
                        .findFirst()
                        .orElseThrow()
                        .phase())
                .isEqualTo(Phase.RENEW);
        assertThat(next.renews()).contains("stem").containsAll(procedure.renews());
    }

    @Test
    @DisplayName("Found unfit twice, it is replaced once")
    void twice() {
        Job job = AllJobs.kolm50("NC", "renew-product-seals");
        Procedure procedure = job.procedure();
        int out = procedure.steps().stream()
                .filter(s -> s.acts().contains(Act.of(Verb.TAKE, "stem")))
                .map(procedure.steps()::indexOf)
                .findFirst()
                .orElseThrow();
        Set<String> done =
                procedure.steps().subList(0, out + 1).stream().map(Step::id).collect(Collectors.toSet());
        Part stem = job.build().part("stem").orElseThrow();
        Procedure once = Replacement.into(procedure, done, stem, true).orElseThrow();
        assertThat(Replacement.into(once, done, stem, true)).contains(once);
        assertThat(once.steps().stream().map(Step::id)).doesNotHaveDuplicates();
    }
}

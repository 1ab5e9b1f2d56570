package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Several works in one job, and works that leave the line as it is. */
class TogetherTest {

    private static List<Incident> incidents(Job job, Procedure procedure) {
        Bench bench = job.bench();
        List<Incident> found = new ArrayList<>();
        procedure.steps().forEach(s -> found.addAll(bench.carryOut(s.acts())));
        found.addAll(bench.finish(procedure.renews()));
        return found;
    }

    /** One job for each family, drive and build of other parts. */
    private static Stream<Job> builds() {
        Set<Object> seen = new HashSet<>();
        return AllJobs.all()
                .filter(j -> seen.add(List.of(
                        j.anatomy().id(),
                        j.configuration().drive(),
                        j.anatomy()
                                .build()
                                .resolve(j.configuration().facts())
                                .parts()
                                .size(),
                        j.site().answers())));
    }

    @Test
    @DisplayName(
            "Any two works are one job on one opening: sound, renewing what either does, and shorter than the two after each other")
    void pairs() {
        int[] pairs = {0};
        builds().forEach(job -> {
            List<WorkKind> works = job.anatomy().worksFor(job.configuration(), job.type()).stream()
                    .filter(w -> w.renews().choose().isEmpty() && !w.newValve())
                    .toList();
            List<Procedure> alone = works.stream()
                    .map(w -> job.derivation().derive(Work.of(w), job.configuration()))
                    .toList();
            for (int i = 0; i < works.size(); i++) {
                for (int k = i + 1; k < works.size(); k++) {
                    WorkKind both = WorkKind.together(List.of(works.get(i), works.get(k)));
                    Procedure first = alone.get(i);
                    Procedure second = alone.get(k);
                    Procedure together = job.derivation().derive(Work.of(both), job.configuration());
                    assertThat(incidents(job, together))
                            .as("%s on %s", both.id(), job)
                            .isEmpty();
                    assertThat(together.minutes())
                            .as("%s on %s", both.id(), job)
                            .isLessThan(first.minutes() + second.minutes());
                    if (!both.converts()) {
                        assertThat(together.renews())
                                .as("%s on %s", both.id(), job)
                                .containsAll(first.renews())
                                .containsAll(second.renews());
                    }
                    pairs[0]++;
                }
            }
        });
        assertThat(pairs[0]).isGreaterThan(1000);
    }

    @Test
    @DisplayName(
            "A work that leaves the line as it is neither locks nor empties nor opens it, asks for leave, and says what stays live; beside one that opens it, the line is locked")
    void live() {
        Set<String> works = new HashSet<>();
        builds().forEach(job -> job.anatomy().worksFor(job.configuration(), job.type()).stream()
                .filter(WorkKind::leavesLive)
                .forEach(work -> {
                    Procedure procedure = job.derivation().derive(Work.of(work), job.configuration());
                    works.add(job.anatomy().id() + " " + work.id());
                    assertThat(incidents(job, procedure))
                            .as("%s on %s", work.id(), job)
                            .isEmpty();
                    assertThat(procedure.steps().stream()
                                    .flatMap(s -> s.acts().stream())
                                    .map(Act::verb))
                            .doesNotContain(Verb.LOCK, Verb.UNLOCK, Verb.VENT, Verb.COOL);
                    assertThat(procedure.steps().stream()
                                    .filter(s -> s.asks().stream().anyMatch(a -> a.id().equals("leave"))))
                            .singleElement()
                            .satisfies(s -> assertThat(s.cautions())
                                    .anyMatch(c -> c.lead().toString().equals("Still live.")
                                            && c.text().toString().equals(work.live())));
                    job.anatomy().worksFor(job.configuration(), job.type()).stream()
                            .filter(w -> !w.leavesLive()
                                    && !w.newValve()
                                    && w.renews().choose().isEmpty()
                                    && !w.converts())
                            .findFirst()
                            .ifPresent(opening -> {
                                Procedure both = job.derivation()
                                        .derive(
                                                Work.of(WorkKind.together(List.of(work, opening))),
                                                job.configuration());
                                assertThat(both.steps())
                                        .as("%s with %s on %s", work.id(), opening.id(), job)
                                        .noneMatch(s -> s.asks().stream().anyMatch(a -> a.id().equals("leave")))
                                        .anyMatch(s -> s.phase() == Phase.MAKE_SAFE
                                                && s.acts().contains(Act.of(Verb.LOCK, "")));
                                assertThat(incidents(job, both))
                                        .as("%s with %s on %s", work.id(), opening.id(), job)
                                        .isEmpty();
                            });
                }));
        assertThat(works)
                .contains(
                        "single-seat oil-actuator",
                        "single-seat renew-head",
                        "change-over renew-head",
                        "double-seat renew-head",
                        "butterfly-lined set-stops",
                        "diaphragm set-handwheel-screws",
                        "diaphragm set-limiter");
    }
}

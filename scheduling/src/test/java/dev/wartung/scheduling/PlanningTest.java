package dev.wartung.scheduling;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.scheduling.Plan.Placed;
import dev.wartung.scheduling.Plan.Stint;
import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Line;
import dev.wartung.scheduling.Shutdown.Pin;
import dev.wartung.scheduling.Shutdown.Shift;
import dev.wartung.scheduling.Shutdown.Technician;
import dev.wartung.scheduling.Shutdown.Weights;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Plans against a check that knows nothing of how they are made, and against an exact solver. */
class PlanningTest {

    private static final double REFEREES_S = 20;

    private static Plan search(Shutdown shutdown, long looks, long seed) {
        long[] looked = {0};
        return new Search(shutdown, new Random(seed)).run(() -> looked[0]++ / (double) looks, () -> false, plan -> {});
    }

    @ParameterizedTest
    @CsvSource({"5, false", "12, true", "25, false", "25, true", "60, true", "120, false"})
    @DisplayName(
            "Whatever is planned keeps to people, skills, shifts, tools, lines and times, at every moment of the search, and no plan is below the bound")
    void valid(int jobs, boolean overtime) {
        for (long seed = 1; seed <= 4; seed++) {
            Shutdown shutdown = Instances.of(seed, jobs, overtime);
            List<Plan> seen = new ArrayList<>();
            long[] looked = {0};
            Plan best = new Search(shutdown, new Random(seed)).run(() -> looked[0]++ / 12.0, () -> false, seen::add);
            assertThat(seen).isNotEmpty().allSatisfy(p -> {
                assertThat(PlanCheck.of(shutdown, p)).isEmpty();
                assertThat(p.cost().total(shutdown.weights()))
                        .isGreaterThanOrEqualTo(best.cost().total(shutdown.weights()) - 1e-9)
                        .isGreaterThanOrEqualTo(Bound.of(shutdown) - 1e-9);
            });
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {6, 8, 10, 12})
    @DisplayName(
            "Small shutdowns: within 1 % of the optimum that an exact solver proves, and the bound is not above it")
    void optimum(int jobs) {
        for (long seed = 1; seed <= 2; seed++) {
            Shutdown shutdown = Instances.of(seed, jobs, false);
            Plan plan = search(shutdown, 1200, seed);
            Referee.Judged judged = Referee.judge(shutdown, REFEREES_S, Optional.of(plan));
            double cost = plan.cost().total(shutdown.weights());
            assertThat(cost)
                    .as("%d jobs, seed %d, referee %s", jobs, seed, judged)
                    .isLessThanOrEqualTo((judged.proven() ? judged.cost() : cost) * 1.01 + 1e-6)
                    .isGreaterThanOrEqualTo(judged.bound() - 0.02);
            assertThat(Bound.of(shutdown)).isLessThanOrEqualTo(judged.cost() + 0.02);
        }
    }

    @Test
    @DisplayName("The check bites: whatever is moved, swapped or left out of a good plan is found")
    void checkBites() {
        Shutdown shutdown = Instances.of(3, 25, false);
        Plan plan = search(shutdown, 40, 3);
        assertThat(PlanCheck.of(shutdown, plan)).isEmpty();
        Placed tight = plan.jobs().stream()
                .filter(p -> p.retighten().isPresent())
                .findFirst()
                .orElseThrow();
        Placed agreed = plan.jobs().stream()
                .filter(p -> p.second().isPresent())
                .findFirst()
                .orElseThrow();
        Placed looked = plan.jobs().stream()
                .filter(p -> p.recheck().isPresent())
                .findFirst()
                .orElseThrow();
        Placed other = plan.jobs().stream()
                .filter(p ->
                        !p.work().technician().equals(plan.jobs().get(0).work().technician()))
                .findFirst()
                .orElseThrow();
        List<Plan> spoilt = List.of(
                changed(
                        plan,
                        other.job(),
                        p -> new Placed(
                                p.job(),
                                new Stint(
                                        plan.jobs().get(0).work().start(),
                                        plan.jobs().get(0).work().start()
                                                + p.work().end()
                                                - p.work().start(),
                                        plan.jobs().get(0).work().technician()),
                                p.second(),
                                p.retighten(),
                                p.recheck())),
                changed(
                        plan,
                        tight.job(),
                        p -> new Placed(
                                p.job(),
                                p.work(),
                                p.second(),
                                p.retighten()
                                        .map(s -> new Stint(
                                                p.work().end(), p.work().end() + 10, s.technician())),
                                p.recheck())),
                changed(
                        plan,
                        tight.job(),
                        p -> new Placed(p.job(), p.work(), p.second(), Optional.empty(), p.recheck())),
                changed(
                        plan,
                        agreed.job(),
                        p -> new Placed(
                                p.job(),
                                p.work(),
                                p.second()
                                        .map(s -> new Stint(
                                                s.start(), s.end(), p.work().technician())),
                                p.retighten(),
                                p.recheck())),
                changed(
                        plan,
                        looked.job(),
                        p -> new Placed(
                                p.job(),
                                p.work(),
                                p.second(),
                                p.retighten(),
                                p.recheck()
                                        .map(s -> new Stint(
                                                p.work().end(), p.work().end() + 15, s.technician())))),
                changed(
                        plan,
                        other.job(),
                        p -> new Placed(
                                p.job(),
                                new Stint(
                                        p.work().start(),
                                        p.work().end() - 5,
                                        p.work().technician()),
                                p.second(),
                                p.retighten(),
                                p.recheck())),
                changed(
                        plan,
                        other.job(),
                        p -> new Placed(
                                p.job(),
                                new Stint(
                                        shutdown.minutes() - 5,
                                        shutdown.minutes()
                                                - 5
                                                + p.work().end()
                                                - p.work().start(),
                                        p.work().technician()),
                                p.second(),
                                p.retighten(),
                                p.recheck())),
                new Plan(plan.jobs().subList(1, plan.jobs().size()), plan.out(), plan.downs(), plan.cost()),
                new Plan(
                        plan.jobs(),
                        plan.out(),
                        plan.downs().subList(1, plan.downs().size()),
                        plan.cost()),
                new Plan(
                        plan.jobs(),
                        plan.out(),
                        plan.downs().stream()
                                .map(d -> new Plan.Down(d.line(), 0, shutdown.minutes()))
                                .toList(),
                        plan.cost()));
        assertThat(spoilt).allSatisfy(p -> assertThat(PlanCheck.of(shutdown, p)).isNotEmpty());
    }

    private static Plan changed(Plan plan, String job, UnaryOperator<Placed> how) {
        return new Plan(
                plan.jobs().stream()
                        .map(p -> p.job().equals(job) ? how.apply(p) : p)
                        .toList(),
                plan.out(),
                plan.downs(),
                plan.cost());
    }

    /** One line, one fitter for ten hours, two jobs. */
    private static Shutdown small(UnaryOperator<Job> first, int linesDown, Map<String, Integer> tools, List<Pin> pins) {
        Job a = first.apply(new Job("A", 0, 10, 120, Set.of(), Set.of(), 0, 0, 0, 0, 0));
        Job b = new Job("B", 1, 10, 120, Set.of(), Set.of("press"), 0, 0, 0, 0, 0);
        return new Shutdown(
                600,
                0,
                linesDown,
                List.of(new Line("Line one", 30, 60), new Line("Line two", 30, 60)),
                List.of(new Technician("Ilka", Set.of(), List.of(new Shift(0, 600, false)))),
                tools,
                List.of(a, b),
                pins,
                new Weights(10, 1, 1));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "skill   | Nobody who may do it (welding) is there",
                "second  | It takes a second person to agree, and there is none besides",
                "kit     | Its parts come 8 h into the window, and 30 min to drain, 2 h of work",
                "never   | Its parts are not here before the window ends",
                "long    | longer than any shift",
                "settle  | 8 h to settle and 10 min to tighten again",
                "people  | One more person would bring it in",
                "press   | A second one would bring it in",
                "lines   | One more at once would bring it in",
                "worth   | it costs more than it takes away"
            })
    @DisplayName(
            "Why a job is not in is said concretely: what keeps it out of any plan, what single thing would make room, or that it is not worth it")
    void whyNot(String what, String says) {
        Shutdown shutdown =
                switch (what) {
                    case "skill" -> small(
                            j -> job(j, 120, Set.of("welding"), Set.of(), 0, 0, 0, 10), 2, Map.of(), List.of());
                    case "second" -> small(j -> job(j, 120, Set.of(), Set.of(), 10, 0, 0, 10), 2, Map.of(), List.of());
                    case "kit" -> small(j -> job(j, 120, Set.of(), Set.of(), 0, 480, 0, 10), 2, Map.of(), List.of());
                    case "never" -> small(j -> job(j, 120, Set.of(), Set.of(), 0, 900, 0, 10), 2, Map.of(), List.of());
                    case "long" -> small(j -> job(j, 640, Set.of(), Set.of(), 0, 0, 0, 10), 2, Map.of(), List.of());
                    case "settle" -> small(j -> job(j, 120, Set.of(), Set.of(), 0, 0, 480, 10), 2, Map.of(), List.of());
                    case "people" -> small(
                            j -> job(j, 420, Set.of(), Set.of(), 0, 0, 0, 1),
                            2,
                            Map.of(),
                            List.of(new Pin("B", 100, "Ilka")));
                    case "press" -> twoPeople(small(
                            j -> job(j, 400, Set.of(), Set.of("press"), 0, 0, 0, 1),
                            2,
                            Map.of("press", 1),
                            List.of(new Pin("B", 200, "Ilka"))));
                    case "lines" -> twoPeople(small(
                            j -> job(j, 400, Set.of(), Set.of(), 0, 0, 0, 1),
                            1,
                            Map.of(),
                            List.of(new Pin("B", 200, "Ilka"))));
                    default -> small(j -> job(j, 120, Set.of(), Set.of(), 0, 0, 0, 0), 2, Map.of(), List.of());
                };
        Plan plan = search(shutdown, 10, 1);
        assertThat(plan.out()).contains("A");
        assertThat(String.join(" ", WhyNot.of(shutdown, plan, "A"))).contains(says);
    }

    private static Job job(
            Job j, int minutes, Set<String> skills, Set<String> tools, int second, int kitAt, int settles, int risk) {
        return new Job(j.id(), j.line(), risk, minutes, skills, tools, second, kitAt, settles, settles > 0 ? 10 : 0, 0);
    }

    private static Shutdown twoPeople(Shutdown s) {
        List<Technician> two = List.of(
                s.technicians().get(0),
                new Technician("Per", Set.of(), s.technicians().get(0).shifts()));
        return new Shutdown(
                s.minutes(), s.now(), s.linesDown(), s.lines(), two, s.tools(), s.jobs(), s.pins(), s.weights());
    }

    @Test
    @DisplayName("Pins are kept and the rest goes round them; pins that cannot be kept are named with both sides")
    void pins() {
        Shutdown free = Instances.of(5, 25, false);
        Plan before = search(free, 40, 5);
        Placed moved = before.jobs().stream()
                .filter(p -> p.work().start() > 100)
                .findFirst()
                .orElseThrow();
        Shutdown pinned = free.with(
                List.of(new Pin(moved.job(), moved.work().start(), moved.work().technician())));
        assertThat(PinConflicts.of(pinned)).isEmpty();
        assertThat(PlanCheck.of(pinned, search(pinned, 40, 6))).isEmpty();

        assertThat(PinConflicts.of(
                        small(j -> j, 2, Map.of(), List.of(new Pin("A", 60, "Ilka"), new Pin("B", 100, "Ilka")))))
                .containsExactly("A and B are pinned to the same time and to Ilka.");
        assertThat(PinConflicts.of(twoPeople(
                        small(j -> j, 1, Map.of(), List.of(new Pin("A", 60, "Ilka"), new Pin("B", 100, "Per"))))))
                .anyMatch(c -> c.contains("Line one, Line two down; 1 may be"));
        assertThat(PinConflicts.of(twoPeople(small(
                        j -> job(j, 120, Set.of(), Set.of("press"), 0, 0, 0, 1),
                        2,
                        Map.of("press", 1),
                        List.of(new Pin("A", 60, "Ilka"), new Pin("B", 100, "Per"))))))
                .containsExactly("A and B are pinned to the same time, and there is one press.");
        assertThat(PinConflicts.of(small(j -> j, 2, Map.of("press", 0), List.of(new Pin("B", 60, "Ilka")))))
                .containsExactly("B is pinned, and there is no press in this window.");
        assertThat(PinConflicts.of(small(j -> j, 2, Map.of(), List.of(new Pin("A", 500, "Ilka")))))
                .hasSize(2)
                .anyMatch(c -> c.contains("after the window"));
        assertThat(PinConflicts.of(
                        small(j -> j, 2, Map.of(), List.of(new Pin("A", 10, "Nobody"), new Pin("C", 0, "Ilka")))))
                .anyMatch(c -> c.contains("who is not there"))
                .anyMatch(c -> c.contains("no candidate"))
                .anyMatch(c -> c.contains("draining"));
    }

    @Test
    @DisplayName(
            "Half-way through, with a job that runs three hours late: what is done and running stays, nothing new begins in the past")
    void late() {
        Shutdown shutdown = Instances.of(7, 25, false);
        Plan before = search(shutdown, 60, 7);
        int now = shutdown.minutes() / 3;
        List<Pin> begun = before.jobs().stream()
                .filter(p -> p.work().start() < now)
                .map(p -> new Pin(p.job(), p.work().start(), p.work().technician()))
                .toList();
        Placed running = before.jobs().stream()
                .filter(p -> p.work().start() < now && p.work().end() > now)
                .findFirst()
                .orElseThrow();
        List<Job> later = shutdown.jobs().stream()
                .map(j -> j.id().equals(running.job())
                        ? new Job(
                                j.id(),
                                j.line(),
                                j.risk(),
                                j.minutes() + 180,
                                j.skills(),
                                j.tools(),
                                0,
                                0,
                                j.after(),
                                j.retighten(),
                                j.recheck())
                        : j)
                .toList();
        Shutdown rest = new Shutdown(
                shutdown.minutes(),
                now,
                shutdown.linesDown(),
                shutdown.lines(),
                shutdown.technicians(),
                shutdown.tools(),
                later,
                begun,
                shutdown.weights());
        Plan after = search(rest, 60, 8);
        assertThat(begun).allSatisfy(pin -> assertThat(
                        after.placed(pin.job()).orElseThrow().work().start())
                .isEqualTo(pin.start()));
        assertThat(after.jobs()).allSatisfy(p -> assertThat(p.work().start() >= now
                        || begun.stream().anyMatch(b -> b.job().equals(p.job())))
                .isTrue());
        assertThat(after.placed(running.job()).orElseThrow().work().end())
                .isEqualTo(running.work().end() + 180);
    }

    @Test
    @DisplayName(
            "The same chances give the same plan; several searches side by side are no worse than their first; it can be stopped at once")
    void repeatable() {
        Shutdown shutdown = Instances.of(2, 40, true);
        assertThat(search(shutdown, 10, 4)).isEqualTo(search(shutdown, 10, 4));
        List<Plan> told = new ArrayList<>();
        Plan stopped = Planner.plan(shutdown, 2, Random::new, () -> 0, () -> true, told::add);
        assertThat(PlanCheck.of(shutdown, stopped)).isEmpty();
        assertThat(told).contains(stopped);
        assertThat(IntStream.range(1, told.size())
                        .allMatch(i -> told.get(i).cost().total(shutdown.weights())
                                < told.get(i - 1).cost().total(shutdown.weights())))
                .isTrue();
        Shutdown nothing =
                new Shutdown(600, 0, 1, List.of(), List.of(), Map.of(), List.of(), List.of(), new Weights(1, 1, 1));
        assertThat(search(nothing, 5, 1).jobs()).isEmpty();
    }
}

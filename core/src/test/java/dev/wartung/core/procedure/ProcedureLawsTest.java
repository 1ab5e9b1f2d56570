package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What holds for every job there is. The bench knows nothing of how a procedure was derived, so it can judge it. */
class ProcedureLawsTest {

    private static final Pattern BIN = Pattern.compile("\\bbin\\b");

    private static List<Incident> carryOut(Bench bench, List<Step> steps) {
        return steps.stream()
                .flatMap(step -> bench.carryOut(step.acts()).stream())
                .toList();
    }

    private static List<Incident> incidents(Job job, List<Step> steps, Collection<String> renews) {
        Bench bench = job.bench();
        List<Incident> all = new ArrayList<>(carryOut(bench, steps));
        all.addAll(bench.finish(renews));
        return all;
    }

    @Test
    @DisplayName("Carried out as derived, no job has an incident, and the valve ends closed up, renewed and at rest")
    void derivedJobsAreSafeAndComplete() {
        System.out.println("Jobs proven, by family: " + Seen.all().proven() + ", "
                + Seen.all().distinct().size() + " of them with a step of their own and mutated");
        assertThat(Seen.all().unsound()).isEmpty();
        assertThat(Seen.all().proven()).hasSize(8).allSatisfy((family, jobs) -> assertThat(jobs)
                .isPositive());
        assertThat(Seen.all().proven().values().stream()
                        .mapToInt(Integer::intValue)
                        .sum())
                .isEqualTo((int) AllJobs.all().count());
    }

    @Test
    @DisplayName("Every job keeps the orders of the trade, which are written from the brief and not from the sheets")
    void ordersOfTheTrade() {
        assertThat(Seen.all().disordered()).isEmpty();
        assertThat(Seen.all().idle()).as("lines that speak of no job").isEmpty();
    }

    /** What is wrong with a job, in words; empty if it is carried out and ends as it should. */
    private static Optional<String> unsound(Job job, Procedure procedure, Bench bench, TradeOrders.Watch watch) {
        try {
            assertThat(procedure.steps().stream()
                            .flatMap(step -> watch.carryOut(step).stream())
                            .toList())
                    .isEmpty();
            assertThat(bench.finish(procedure.renews())).isEmpty();
            assertThat(bench.cloth()).isEmpty();
            renewsWhatItMust(job, procedure);
            saysWhatItDoes(procedure);
            namesTheWayItGoes(procedure);
            assertThat(procedure.steps().stream().map(Step::phase).toList())
                    .as("phases are gone through once")
                    .isSorted();
            job.build()
                    .rest(job.becomes().drive())
                    .ifPresent(rest -> assertThat(bench.energies().position()).isEqualTo(rest));
            return Optional.empty();
        } catch (AssertionError e) {
            return Optional.of(job + ": " + e.getMessage());
        }
    }

    /** What a step says lies in the bin is thrown there, and what it throws there it says. */
    private static void saysWhatItDoes(Procedure procedure) {
        procedure.steps().forEach(step -> assertThat(
                        BIN.matcher(step.done().toString()).find())
                .as("%s: %s %s", step.id(), step.done(), step.acts())
                .isEqualTo(step.acts().stream().anyMatch(a -> a.verb() == Verb.BIN)));
    }

    /**
     * A step that says which way the valve is brought to a position, or when the air goes, has the tool of that way and
     * stands under that air.
     */
    private static void namesTheWayItGoes(Procedure procedure) {
        for (Step step : procedure.steps()) {
            String choices = step.choices().toString();
            assertThat(choices.contains("by a local air hose")
                            && step.tools().stream().anyMatch(t -> t.toString().startsWith("Override")))
                    .as("hose said, override in hand: %s", step.id())
                    .isFalse();
            assertThat(choices.contains("by the override")
                            && step.tools().stream().anyMatch(t -> t.toString().startsWith("Local air hose")))
                    .as("override said, hose in hand: %s", step.id())
                    .isFalse();
            assertThat(choices.contains("after the insert is lifted")
                            && step.id().startsWith("lift-insert")
                            && !step.held().equals("air"))
                    .as("air said to stay on, and off: %s", step.id())
                    .isFalse();
        }
    }

    /** What the work names and every single-use seal that its opening spends, and nothing else. */
    private static void renewsWhatItMust(Job job, Procedure procedure) {
        Collection<String> named = new TreeSet<>(job.work().kind().renews().parts());
        named.removeIf(part -> job.build().part(part).isEmpty());
        named.addAll(job.work().chosen());
        job.build().parts().stream()
                .filter(p -> job.work().kind().renews().kinds().contains(p.kind()))
                .map(Part::id)
                .forEach(named::add);
        assertThat(procedure.renews()).as("%s", job).containsAll(named);
        procedure.renews().stream().filter(p -> !named.contains(p)).forEach(p -> assertThat(
                        job.build().part(p).orElseThrow().singleUse()
                                || job.work().kind().converts())
                .as("%s in %s", p, job)
                .isTrue());
    }

    @Test
    @DisplayName("Leave out any one step that does something, and the bench reports an incident")
    void droppingAStepIsNoticed() {
        forOpened(job -> {
            Procedure procedure = job.procedure();
            Bench before = job.bench();
            for (Step dropped : procedure.steps()) {
                boolean stands = dropped.acts().size() == 1
                        && (stands(dropped.acts().get(0), before.energies().position())
                                || ventedLater(
                                        job,
                                        dropped.acts().get(0),
                                        procedure
                                                .steps()
                                                .subList(
                                                        procedure.steps().indexOf(dropped) + 1,
                                                        procedure.steps().size())));
                before.carryOut(dropped.acts());
                // a measurement leaves no trace on the valve; that it is not skipped is the job's business
                boolean measurement =
                        isLookUnderAir(dropped) || dropped.acts().stream().allMatch(a -> a.verb() == Verb.WIPE);
                int at = procedure.steps().indexOf(dropped);
                if (!dropped.acts().isEmpty() && !measurement && !stands && !onlyForALook(procedure, at)) {
                    List<Step> rest =
                            procedure.steps().stream().filter(s -> s != dropped).toList();
                    assertThat(incidents(job, rest, procedure.renews()))
                            .as("without %s: %s", dropped.id(), job)
                            .isNotEmpty();
                }
            }
        });
    }

    @Test
    @DisplayName(
            "Leave out any one act inside a step (a film of grease, a tightening, a hand put in), and it shows, hands excepted")
    void droppingAnActIsNoticed() {
        forOpened(job -> {
            Procedure procedure = job.procedure();
            Bench before = job.bench();
            for (int i = 0; i < procedure.steps().size(); i++) {
                List<Act> acts = procedure.steps().get(i).acts();
                String position = before.energies().position();
                before.carryOut(acts);
                List<Step> later =
                        procedure.steps().subList(i + 1, procedure.steps().size());
                for (Act dropped : acts) {
                    boolean stands = stands(dropped, position);
                    boolean again = dropped.verb() == Verb.TIGHTEN
                                    && later.stream().anyMatch(s -> s.acts().contains(dropped))
                            || ventedLater(job, dropped, later);
                    // what was not wiped goes back with its old film: a poor job, and nothing a bench can see
                    if (dropped.verb() == Verb.REACH
                            || dropped.verb() == Verb.WIPE
                            || stands
                            || again
                            || onlyForALook(procedure, i)
                            || isLookUnderAir(procedure.steps().get(i))) {
                        continue;
                    }
                    Bench bench = job.bench();
                    List<Incident> found = new ArrayList<>();
                    for (int j = 0; j < procedure.steps().size(); j++) {
                        found.addAll(bench.carryOut(
                                j != i
                                        ? procedure.steps().get(j).acts()
                                        : acts.stream()
                                                .filter(a -> a != dropped)
                                                .toList()));
                    }
                    found.addAll(bench.finish(procedure.renews()));
                    assertThat(found)
                            .as(
                                    "without %s in %s: %s",
                                    dropped, procedure.steps().get(i).id(), job)
                            .isNotEmpty();
                }
            }
        });
    }

    /** Something is read while air is on, and the air taken away again. */
    private static boolean isLookUnderAir(Step step) {
        List<Verb> verbs = step.acts().stream().map(Act::verb).toList();
        return !step.asks().isEmpty()
                && Set.of(Verb.AIR_ON, Verb.AIR_OFF).equals(Set.copyOf(verbs))
                && verbs.get(verbs.size() - 1) == Verb.AIR_OFF;
    }

    @Test
    @DisplayName("Bring the air too late or take it away too early, and the spring throws the insert")
    void orderOfTheAirMatters() {
        forSample(job -> {
            if (!job.anatomy().id().equals("single-seat")
                    || !job.configuration().drive().code().equals("NC")
                    || job.site().answers().getOrDefault("air-off", "").equals("before-lift")) {
                return;
            }
            List<Step> steps = job.procedure().steps();
            for (int i = 0; i < steps.size(); i++) {
                boolean underAir = !steps.get(i).id().equals("lift-insert")
                        || steps.get(i + 1).id().startsWith("air-off");
                if (underAir
                        && Set.of("air-opens", "lift-insert", "close-body-clamp")
                                .contains(steps.get(i).id())) {
                    List<Step> swapped = new ArrayList<>(steps);
                    swapped.set(i, steps.get(i + 1));
                    swapped.set(i + 1, steps.get(i));
                    assertThat(incidents(job, swapped, Set.of()))
                            .as(
                                    "%s after %s: %s",
                                    steps.get(i).id(), steps.get(i + 1).id(), job)
                            .isNotEmpty();
                }
            }
        });
    }

    @Test
    @DisplayName("From any state of any job, closing up leads back to a sound valve")
    void closingUpFromAnywhere() {
        forSample(job -> {
            List<Step> steps = job.procedure().steps();
            for (int done = 0; done <= steps.size(); done++) {
                List<Step> confirmed = steps.subList(0, done);
                Procedure way = job.derivation()
                        .derive(Work.closeUp(), Situation.within(job.anatomy(), job.configuration(), confirmed));
                Bench bench = job.bench();
                carryOut(bench, confirmed);
                assertThat(carryOut(bench, way.steps()))
                        .as("closing up after %d steps of %s", done, job)
                        .isEmpty();
                assertThat(bench.finish(way.renews()))
                        .as("closed up after %d steps of %s", done, job)
                        .isEmpty();
            }
        });
    }

    @Test
    @DisplayName("A job stopped where it may be left (no air held by hand) can be taken up by another one later")
    void takingUpAStoppedJob() {
        forSample(job -> {
            List<Step> steps = job.procedure().steps();
            for (int done = 0; done < steps.size(); done += 3) {
                List<Step> confirmed = steps.subList(0, done);
                Procedure next = job.derivation()
                        .derive(job.work(), Situation.leftBy(job.anatomy(), job.configuration(), confirmed));
                Bench bench = job.bench();
                carryOut(bench, confirmed);
                if (bench.energies().airOnByHand()) {
                    continue;
                }
                assertThat(carryOut(bench, next.steps()))
                        .as("taken up after %d steps of %s", done, job)
                        .isEmpty();
                assertThat(bench.finish(next.renews()))
                        .as("taken up after %d steps of %s", done, job)
                        .isEmpty();
            }
        });
    }

    /**
     * What one walk through all jobs has found, each derived once.
     *
     * @param disordered what of the trade's orders is broken, in words, with one job that breaks it
     * @param idle     lines of the trade's orders that none of the jobs had anything to do with
     * @param distinct jobs for the mutations: each has, for its family, drive and work, a step that no one before it
     *     has
     */
    private record Seen(
            Map<String, Integer> proven,
            List<String> unsound,
            Map<String, String> disordered,
            List<TradeOrders.Law> idle,
            List<Job> distinct) {

        /** Made when a law is first asked about, not when the class is looked at. */
        private static final class Once {
            private static final Seen ALL = see();
        }

        static Seen all() {
            return Once.ALL;
        }
    }

    private static Seen see() {
        Map<String, Integer> proven = new TreeMap<>();
        List<String> unsound = new ArrayList<>();
        Map<String, String> disordered = new TreeMap<>();
        TradeOrders orders = new TradeOrders();
        List<Job> distinct = new ArrayList<>();
        Map<Object, Set<List<Act>>> steps = new HashMap<>();
        AllJobs.all().forEach(job -> {
            Procedure procedure = job.procedure();
            Bench bench = job.bench();
            TradeOrders.Watch watch = orders.new Watch(job, bench);
            unsound(job, procedure, bench, watch).ifPresent(unsound::add);
            watch.broken().forEach(law -> disordered.putIfAbsent(law, job.toString()));
            proven.merge(job.anatomy().id(), 1, Integer::sum);
            Set<List<Act>> own = steps.computeIfAbsent(
                    List.of(
                            job.anatomy().id(),
                            job.configuration().drive(),
                            job.work().kind().id()),
                    k -> new HashSet<>());
            if (procedure.steps().stream().map(step -> own.add(step.acts())).reduce(false, Boolean::logicalOr)) {
                distinct.add(job);
            }
        });
        return new Seen(proven, unsound, disordered, orders.idle(), distinct);
    }

    /** Brought to where it stands already, though nobody could know. */
    private static boolean stands(Act act, String position) {
        return (act.verb() == Verb.TURN || act.verb() == Verb.AIR_ON)
                && act.object().equals(position);
    }

    /**
     * Brought somewhere only to be looked at: the bench does not see what is read, and a look leaves no trace on the
     * valve.
     */
    private static boolean onlyForALook(Procedure procedure, int step) {
        List<Step> steps = procedure.steps();
        boolean brought =
                steps.get(step).acts().stream().allMatch(a -> a.verb() == Verb.AIR_ON || a.verb() == Verb.TURN);
        return brought
                && step + 1 < steps.size()
                && steps.get(step + 1).acts().isEmpty()
                && !steps.get(step + 1).asks().isEmpty();
    }

    /** With air both ways nothing moves when it is taken away; it only has to be off before the end. */
    private static boolean ventedLater(Job job, Act act, List<Step> later) {
        return job.configuration().drive() == Drive.DA
                && act.verb() == Verb.AIR_OFF
                && later.stream().anyMatch(s -> s.acts().contains(act));
    }

    /**
     * Jobs that open the valve; on one that stays shut, what makes the line safe leaves no trace when it is left out.
     */
    private static void forOpened(Consumer<Job> check) {
        forSample(job -> {
            if (job.procedure().steps().stream().anyMatch(s -> s.phase() == Phase.OPEN)) {
                check.accept(job);
            }
        });
    }

    private static void forSample(Consumer<Job> check) {
        assertThat(Seen.all().distinct()).hasSizeGreaterThan(100);
        Seen.all().distinct().forEach(check);
    }
}

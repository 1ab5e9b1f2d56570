package dev.wartung.scheduling;

import com.google.ortools.Loader;
import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.CumulativeConstraint;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.IntervalVar;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Shift;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The same problem, written down once more for an exact solver: its optimum where it proves one, its bound where it
 * does not. Knows no overtime and no pins.
 */
final class Referee {

    /**
     * @param cost of the best plan found
     * @param bound that no plan is below
     * @param proven whether they are the same
     */
    record Judged(double cost, double bound, boolean proven) {}

    private static final long MINUTES_AN_HOUR = 60;

    private final Shutdown shutdown;
    private final CpModel model = new CpModel();
    private final int horizon;
    private final List<List<IntervalVar>> people = new ArrayList<>();
    private final Map<String, List<IntervalVar>> tools = new HashMap<>();

    private Referee(Shutdown shutdown) {
        this.shutdown = shutdown;
        this.horizon = shutdown.minutes();
    }

    /** @param hint a plan to begin with; its jobs and their times */
    static Judged judge(Shutdown shutdown, double seconds, Optional<Plan> hint) {
        Loader.loadNativeLibraries();
        return new Referee(shutdown).solved(seconds, hint);
    }

    private Judged solved(double seconds, Optional<Plan> hint) {
        shutdown.technicians().forEach(t -> people.add(new ArrayList<>(away(t.shifts()))));
        int lines = shutdown.lines().size();
        BoolVar[] down = IntStream.range(0, lines)
                .mapToObj(l -> model.newBoolVar("down" + l))
                .toArray(BoolVar[]::new);
        IntVar[] from = IntStream.range(0, lines)
                .mapToObj(l -> model.newIntVar(0, horizon, "from" + l))
                .toArray(IntVar[]::new);
        IntVar[] back = IntStream.range(0, lines)
                .mapToObj(l -> model.newIntVar(0, horizon, "back" + l))
                .toArray(IntVar[]::new);
        LinearExprBuilder cost = LinearExpr.newBuilder();
        for (Job job : shutdown.jobs()) {
            BoolVar in = model.newBoolVar(job.id());
            cost.add(Math.round(shutdown.weights().risk() * MINUTES_AN_HOUR * job.risk()));
            cost.addTerm(in, -Math.round(shutdown.weights().risk() * MINUTES_AN_HOUR * job.risk()));
            IntVar start = model.newIntVar(Math.max(0, Math.min(job.kitAt(), horizon)), horizon, "s" + job.id());
            List<BoolVar> by = somebody(job, in, start, job.minutes());
            if (job.second() > 0) {
                second(job, in, start, by);
            }
            for (String tool : job.tools()) {
                tools.computeIfAbsent(tool, t -> new ArrayList<>())
                        .add(model.newOptionalFixedSizeIntervalVar(start, job.minutes(), in, tool + job.id()));
            }
            IntVar done = model.newIntVar(0, horizon, "d" + job.id());
            if (job.retighten() > 0) {
                IntVar again = model.newIntVar(0, horizon, "a" + job.id());
                model.addGreaterOrEqual(again, LinearExpr.affine(start, 1, job.minutes() + job.after()))
                        .onlyEnforceIf(in);
                somebody(job, in, again, job.retighten());
                model.addEquality(done, LinearExpr.affine(again, 1, job.retighten()))
                        .onlyEnforceIf(in);
            } else {
                model.addEquality(done, LinearExpr.affine(start, 1, job.minutes()))
                        .onlyEnforceIf(in);
            }
            if (!job.inWorkshop()) {
                int line = job.line();
                model.addImplication(in, down[line]);
                model.addLessOrEqual(
                                LinearExpr.affine(
                                        from[line],
                                        1,
                                        shutdown.lines().get(line).drain()),
                                start)
                        .onlyEnforceIf(in);
                model.addGreaterOrEqual(
                                back[line],
                                LinearExpr.affine(
                                        done, 1, shutdown.lines().get(line).restore()))
                        .onlyEnforceIf(in);
                if (job.recheck() > 0) {
                    IntVar look = model.newIntVar(0, horizon, "l" + job.id());
                    model.addGreaterOrEqual(look, back[line]).onlyEnforceIf(in);
                    somebody(job, in, look, job.recheck());
                }
            }
            hint.ifPresent(plan -> {
                model.addHint(in, plan.placed(job.id()).isPresent());
                plan.placed(job.id())
                        .ifPresent(p -> model.addHint(start, p.work().start()));
            });
        }
        people.forEach(model::addNoOverlap);
        tools.forEach((tool, all) -> {
            CumulativeConstraint most = model.addCumulative(shutdown.tools().get(tool));
            all.forEach(i -> most.addDemand(i, 1));
        });
        CumulativeConstraint atOnce = model.addCumulative(shutdown.linesDown());
        for (int l = 0; l < lines; l++) {
            IntVar size = model.newIntVar(0, horizon, "size" + l);
            atOnce.addDemand(model.newOptionalIntervalVar(from[l], size, back[l], down[l], "down" + l), 1);
            model.addEquality(back[l], 0).onlyEnforceIf(down[l].not());
            cost.addTerm(back[l], Math.round(shutdown.weights().back()));
        }
        model.minimize(cost);
        CpSolver solver = new CpSolver();
        solver.getParameters().setMaxTimeInSeconds(seconds).setNumWorkers(2);
        CpSolverStatus status = solver.solve(model);
        double found = status == CpSolverStatus.OPTIMAL || status == CpSolverStatus.FEASIBLE
                ? solver.objectiveValue() / MINUTES_AN_HOUR
                : Double.POSITIVE_INFINITY;
        return new Judged(found, solver.bestObjectiveBound() / MINUTES_AN_HOUR, status == CpSolverStatus.OPTIMAL);
    }

    /** Exactly one of those who may, if the job is in. */
    private List<BoolVar> somebody(Job job, BoolVar in, IntVar start, int minutes) {
        List<BoolVar> by = new ArrayList<>();
        LinearExprBuilder sum = LinearExpr.newBuilder();
        for (int t = 0; t < people.size(); t++) {
            BoolVar does = model.newBoolVar(job.id() + "by" + t);
            by.add(does);
            sum.add(does);
            if (shutdown.technicians().get(t).skills().containsAll(job.skills())) {
                people.get(t).add(model.newOptionalFixedSizeIntervalVar(start, minutes, does, ""));
            } else {
                model.addEquality(does, 0);
            }
        }
        model.addEquality(sum, in);
        return by;
    }

    private void second(Job job, BoolVar in, IntVar start, List<BoolVar> by) {
        LinearExprBuilder sum = LinearExpr.newBuilder();
        for (int t = 0; t < people.size(); t++) {
            if (shutdown.technicians().get(t).skills().contains(Shutdown.SECOND)) {
                BoolVar agrees = model.newBoolVar("");
                model.addImplication(agrees, by.get(t).not());
                people.get(t)
                        .add(model.newOptionalFixedSizeIntervalVar(
                                LinearExpr.affine(start, 1, job.minutes() - job.second()), job.second(), agrees, ""));
                sum.add(agrees);
            }
        }
        model.addEquality(sum, in);
    }

    private List<IntervalVar> away(List<Shift> shifts) {
        List<IntervalVar> away = new ArrayList<>();
        int at = 0;
        for (Shift shift : shifts) {
            if (shift.from() > at) {
                away.add(model.newFixedInterval(at, shift.from() - at, ""));
            }
            at = shift.to();
        }
        if (at < horizon) {
            away.add(model.newFixedInterval(at, horizon - at, ""));
        }
        return away;
    }
}

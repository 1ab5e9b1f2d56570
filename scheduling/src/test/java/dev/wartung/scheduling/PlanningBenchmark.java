package dev.wartung.scheduling;

import java.util.Optional;
import java.util.Random;

/**
 * Prints how good plans are after how long, beside an exact solver's. Arguments: jobs, seconds, the referee's seconds,
 * how many seeds.
 */
final class PlanningBenchmark {

    /** As many as the processors of the machine the aims are for. */
    private static final int SEARCHES = 2;

    private PlanningBenchmark() {}

    public static void main(String[] arguments) {
        int jobs = Integer.parseInt(arguments[0]);
        double seconds = Double.parseDouble(arguments[1]);
        double referees = Double.parseDouble(arguments[2]);
        for (int seed = 1; seed <= Integer.parseInt(arguments[3]); seed++) {
            Shutdown shutdown = Instances.of(seed, jobs, false);
            long began = System.nanoTime();
            long[] tried = {0};
            Plan[] first = new Plan[1];
            int number = seed;
            Plan plan = Planner.plan(
                    shutdown,
                    SEARCHES,
                    i -> new Random(number + 1000 * i),
                    () -> (System.nanoTime() - began) / 1e9 / seconds,
                    () -> false,
                    new Search.Watch() {
                        @Override
                        public void better(Plan better) {
                            first[0] = first[0] == null ? better : first[0];
                        }

                        @Override
                        public void tried(long plans) {
                            tried[0] = plans;
                        }
                    });
            double cost = plan.cost().total(shutdown.weights());
            Referee.Judged judged = referees > 0
                    ? Referee.judge(shutdown, referees, Optional.of(first[0]))
                    : new Referee.Judged(Double.NaN, Double.NaN, false);
            System.out.printf(
                    "%d jobs, seed %d: %.1f after %.0f s and %d plans (first %.1f, own bound %.1f), %d out, wrong %s; referee %.1f, bound %.1f%s after %.0f s%n",
                    jobs,
                    seed,
                    cost,
                    seconds,
                    tried[0],
                    first[0].cost().total(shutdown.weights()),
                    Bound.of(shutdown),
                    plan.out().size(),
                    PlanCheck.of(shutdown, plan),
                    judged.cost(),
                    judged.bound(),
                    judged.proven() ? " (optimum)" : "",
                    referees);
        }
    }
}

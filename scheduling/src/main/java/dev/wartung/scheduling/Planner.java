package dev.wartung.scheduling;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.function.LongFunction;
import java.util.random.RandomGenerator;

/** Several searches side by side, each from chances of its own; the best of them all is what counts. */
public final class Planner {

    private Planner() {}

    /**
     * Plans a shutdown.
     *
     * @param searches side by side, 1 or more: as many as there are processors to spare
     * @param chances  a source of chance for each number
     * @param watch    is told of each plan better than all before, from whichever search; one at a time
     */
    public static Plan plan(
            Shutdown shutdown,
            int searches,
            LongFunction<RandomGenerator> chances,
            DoubleSupplier share,
            BooleanSupplier stop,
            Search.Watch watch) {
        ExecutorService hands = Executors.newFixedThreadPool(searches);
        try {
            Best best = new Best(shutdown, watch);
            List<Future<Plan>> running = new ArrayList<>();
            for (int i = 0; i < searches; i++) {
                RandomGenerator own = chances.apply(i);
                running.add(hands.submit(() -> new Search(shutdown, own).run(share, stop, best)));
            }
            for (Future<Plan> each : running) {
                each.get();
            }
            return best.plan();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("planning was interrupted", e);
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        } finally {
            hands.shutdownNow();
        }
    }

    private static final class Best implements Search.Watch {

        private final Shutdown shutdown;
        private final Search.Watch watch;
        private List<Plan> found = List.of();

        Best(Shutdown shutdown, Search.Watch watch) {
            this.shutdown = shutdown;
            this.watch = watch;
        }

        @Override
        public synchronized void better(Plan plan) {
            if (found.isEmpty()
                    || plan.cost().total(shutdown.weights())
                            < found.get(0).cost().total(shutdown.weights())) {
                found = List.of(plan);
                watch.better(plan);
            }
        }

        @Override
        public synchronized void tried(long tried) {
            watch.tried(tried);
        }

        synchronized Plan plan() {
            return found.get(0);
        }
    }
}

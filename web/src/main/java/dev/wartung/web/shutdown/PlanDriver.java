package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.PlanCheck;
import dev.wartung.scheduling.Planner;
import dev.wartung.scheduling.Search;
import dev.wartung.scheduling.Shutdown;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Plans in the background. What was found goes to the database twice a second, where every instance reads it; stopping
 * is asked for there, too.
 */
@Component
class PlanDriver {

    private static final Logger LOG = LoggerFactory.getLogger(PlanDriver.class);
    private static final long TELL_MS = 500;

    private final ShutdownDesk desk;
    private final ExecutorService hands = Executors.newCachedThreadPool(work -> {
        Thread thread = new Thread(work, "planning");
        thread.setDaemon(true);
        return thread;
    });

    PlanDriver(ShutdownDesk desk) {
        this.desk = desk;
    }

    /** @param seconds how long it may take */
    void plan(long id, Problem problem, double seconds) {
        hands.execute(() -> {
            try {
                run(id, problem.shutdown(), seconds);
            } catch (RuntimeException e) {
                LOG.error("planning shutdown {}", id, e);
            } finally {
                desk.ended(id);
            }
        });
    }

    private void run(long id, Shutdown shutdown, double seconds) {
        long began = System.nanoTime();
        AtomicReference<Optional<Plan>> fresh = new AtomicReference<>(Optional.empty());
        AtomicLong tried = new AtomicLong();
        AtomicBoolean stop = new AtomicBoolean();
        AtomicBoolean done = new AtomicBoolean();
        Thread teller = new Thread(
                () -> {
                    while (!done.get()) {
                        tell(id, shutdown, fresh, tried.get(), share(began, seconds), stop);
                        sleep();
                    }
                },
                "planning-teller");
        teller.setDaemon(true);
        teller.start();
        int searches = Runtime.getRuntime().availableProcessors();
        try {
            Planner.plan(
                    shutdown,
                    searches,
                    Random::new,
                    () -> share(began, seconds),
                    () -> stop.get() || Thread.currentThread().isInterrupted(),
                    new Search.Watch() {
                        @Override
                        public void better(Plan plan) {
                            fresh.set(Optional.of(plan));
                        }

                        @Override
                        public void tried(long plans) {
                            tried.set(plans);
                        }
                    });
        } finally {
            done.set(true);
            join(teller);
            tell(id, shutdown, fresh, tried.get(), 1, stop);
        }
    }

    private void tell(
            long id,
            Shutdown shutdown,
            AtomicReference<Optional<Plan>> fresh,
            long tried,
            double share,
            AtomicBoolean stop) {
        Optional<Plan> better = fresh.getAndSet(Optional.empty());
        List<String> wrong = better.map(p -> PlanCheck.of(shutdown, p)).orElse(List.of());
        if (!wrong.isEmpty()) {
            // never shown: a plan that breaks a rule is a mistake of ours
            LOG.error("shutdown {}: a plan was thrown away: {}", id, wrong);
            better = Optional.empty();
        }
        if (desk.goesOn(id, better, tried, Math.min(1, share))) {
            stop.set(true);
        }
    }

    private static double share(long began, double seconds) {
        return (System.nanoTime() - began) / 1e9 / seconds;
    }

    private static void sleep() {
        try {
            Thread.sleep(TELL_MS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void join(Thread thread) {
        try {
            thread.join();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @PreDestroy
    void end() {
        hands.shutdownNow();
    }
}

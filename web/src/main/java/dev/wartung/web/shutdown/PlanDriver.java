package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.PlanCheck;
import dev.wartung.scheduling.Planner;
import dev.wartung.scheduling.Search;
import dev.wartung.scheduling.Shutdown;
import dev.wartung.web.longwork.LongTask;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Plans in the background. What was found goes to the database twice a second, where every instance reads it; stopping
 * is asked for there, too. While the database is away it plans on, and what it found is told when it is back.
 */
@Component
class PlanDriver implements LongTask {

    static final String NAME = "plan";

    private static final Logger LOG = LoggerFactory.getLogger(PlanDriver.class);
    private static final long TELL_MS = 500;

    private final ShutdownDesk desk;

    PlanDriver(ShutdownDesk desk) {
        this.desk = desk;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public void run(String id, Ask ask) {
        ShutdownWindow window = desk.byId(Long.parseLong(id)).orElseThrow();
        if (window.running()) {
            Telling telling = new Telling(
                    window.id(),
                    desk.problem(window).orElseThrow().shutdown(),
                    desk.setup(window).seconds(),
                    ask);
            telling.plan();
        }
    }

    /** Planned again from the beginning it would take its whole time again: what was found is kept instead. */
    @Override
    public boolean again(String id) {
        desk.brokenOff(Long.parseLong(id));
        return false;
    }

    @Override
    public void givenUp(String id) {
        desk.brokenOff(Long.parseLong(id));
    }

    /** One shutdown being planned: searches that find, and somebody who tells. */
    private final class Telling implements Search.Watch {

        private final long id;
        private final Shutdown shutdown;
        private final double seconds;
        private final Ask ask;
        private final long began = System.nanoTime();
        private final AtomicReference<@Nullable Plan> fresh = new AtomicReference<>();
        private final AtomicLong tried = new AtomicLong();
        private final AtomicBoolean stop = new AtomicBoolean();
        /** Whether it was said already that nobody hears. */
        private boolean away;

        Telling(long id, Shutdown shutdown, double seconds, Ask ask) {
            this.id = id;
            this.shutdown = shutdown;
            this.seconds = seconds;
            this.ask = ask;
        }

        void plan() {
            FutureTask<Plan> search = new FutureTask<>(() -> Planner.plan(
                    shutdown, Runtime.getRuntime().availableProcessors(), Random::new, this::share, stop::get, this));
            Thread searching = new Thread(search, "planning");
            searching.setDaemon(true);
            searching.start();
            try {
                do {
                    heard(() -> tell(share()));
                } while (!isOver(search) && !ask.shallEnd());
                boolean brokenOff = failed(search) || ask.shallEnd();
                // what was found in minutes is not given up for a database that is away for some of them
                while (!heard(() -> end(brokenOff)) && !ask.shallEnd()) {
                    Thread.sleep(TELL_MS);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } finally {
                stop.set(true);
            }
        }

        private boolean isOver(FutureTask<Plan> search) throws InterruptedException {
            try {
                search.get(TELL_MS, TimeUnit.MILLISECONDS);
                return true;
            } catch (TimeoutException notYet) {
                return false;
            } catch (ExecutionException failed) {
                return true;
            }
        }

        /** Ends it where it goes on. */
        private boolean failed(FutureTask<Plan> search) throws InterruptedException {
            stop.set(true);
            try {
                search.get();
                return false;
            } catch (ExecutionException e) {
                LOG.error("planning shutdown {}", id, e.getCause());
                return true;
            }
        }

        private void end(boolean brokenOff) {
            tell(1);
            if (brokenOff) {
                desk.brokenOff(id);
            } else {
                desk.ended(id);
            }
        }

        @Override
        public void better(Plan plan) {
            fresh.set(plan);
        }

        @Override
        public void tried(long plans) {
            tried.set(plans);
        }

        /** @return whether the database has heard it */
        private boolean heard(Runnable said) {
            try {
                said.run();
                away = false;
                return true;
            } catch (DataAccessException | TransactionException e) {
                if (!away) {
                    LOG.warn("shutdown {} is planned on though the database does not answer: {}", id, e.getMessage());
                }
                away = true;
                return false;
            }
        }

        private void tell(double share) {
            Plan better = fresh.get();
            List<String> wrong = better == null ? List.of() : PlanCheck.of(shutdown, better);
            if (!wrong.isEmpty()) {
                // never shown: a plan that breaks a rule is a mistake of ours
                LOG.error("shutdown {}: a plan was thrown away: {}", id, wrong);
            }
            Optional<Plan> right = Optional.ofNullable(better).filter(p -> wrong.isEmpty());
            if (!desk.goesOn(id, right, tried.get(), Math.min(1, share))) {
                stop.set(true);
            }
            fresh.compareAndSet(better, null);
        }

        private double share() {
            return (System.nanoTime() - began) / 1e9 / seconds;
        }
    }
}

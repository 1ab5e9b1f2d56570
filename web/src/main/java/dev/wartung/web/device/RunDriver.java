package dev.wartung.web.device;

import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.ProvingSequence.Plan;
import dev.wartung.web.device.RunHand.Ending;
import jakarta.annotation.PreDestroy;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.SynchronousQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Drives proving runs at benches, each with a hand on the bench and a pen for the record, on threads of their own and
 * never on that of a request.
 *
 * <p>What is kept here is only hand and pen. Everything that was measured is in the database; a run whose driver was
 * lost is ended by {@link ProvingDesk#sweep}, and its bench vents by
 * itself when it is told nothing any more.
 */
@Component
class RunDriver {

    private static final Logger LOG = LoggerFactory.getLogger(RunDriver.class);
    static final int MOST_AT_ONCE = 32;
    /** Longer than venting takes. */
    private static final long LET_GO_S = 15;

    private final RunFiles book;
    private final Map<Long, RunPen> driven = new ConcurrentHashMap<>();
    private final Set<Long> lettingGo = ConcurrentHashMap.newKeySet();
    private final ExecutorService threads =
            new ThreadPoolExecutor(0, 3 * MOST_AT_ONCE, 30, TimeUnit.SECONDS, new SynchronousQueue<>(), work -> {
                Thread thread = new Thread(work, "proving-run");
                thread.setDaemon(true);
                return thread;
            });

    RunDriver(RunFiles book) {
        this.book = book;
    }

    /** What a run is about. */
    record Task(long run, TestBench bench, DriveModel model, Plan plan, Suffers standIn) {}

    /**
     * What a stand-in shall suffer from.
     *
     * @param overridden its control head's manual override holds the pilot valve open
     */
    record Suffers(Faults valve, boolean airLost, boolean overridden) {}

    /** Whether one run more can be driven from here. */
    boolean hasRoom() {
        return driven.size() < MOST_AT_ONCE;
    }

    /** Whether a run is driven from here. */
    boolean drives(long run) {
        return driven.containsKey(run);
    }

    void drive(Task task) {
        RunPen pen = new RunPen(book, task);
        driven.put(task.run(), pen);
        threads.execute(() -> {
            try {
                pen.run();
            } finally {
                driven.remove(task.run());
            }
        });
        threads.execute(() -> {
            Ending ending = new Ending(
                    Outcome.LEFT_UNDER_AIR, "An error in the application ended it, and it was not seen to vent.");
            try {
                ending = new RunHand(task, pen).drive();
            } finally {
                pen.end(ending);
            }
        });
    }

    /**
     * Of a run whose driver was lost: the air is taken away, as far as its bench is known and answers, and the run
     * ended. Asked again while that goes on, nothing happens.
     */
    void letGo(long run, Optional<TestBench> bench) {
        if (!drives(run) && lettingGo.add(run)) {
            threads.execute(() -> {
                try {
                    boolean vented = bench.filter(Venting::of).isPresent();
                    book.lost(
                            run,
                            vented ? Outcome.UNWATCHED : Outcome.LEFT_UNDER_AIR,
                            "Nobody was watching any more: the application was stopped. "
                                    + (vented
                                            ? "The bench has been vented since."
                                            : "The bench does not show that the air is gone."));
                } finally {
                    lettingGo.remove(run);
                }
            });
        }
    }

    /**
     * At once where it is driven from here; {@link RunFiles#askToStop} reaches it anywhere, as long as there is a
     * database.
     */
    void stop(long run) {
        Optional.ofNullable(driven.get(run)).ifPresent(pen -> pen.endFor(Outcome.STOPPED));
    }

    /** The application ends: no bench is left with air on its valve. */
    @PreDestroy
    void end() {
        driven.values().forEach(pen -> pen.endFor(Outcome.BROKEN_OFF));
        threads.shutdown();
        try {
            if (!threads.awaitTermination(LET_GO_S, TimeUnit.SECONDS)) {
                LOG.error("{} proving runs were not seen to end", driven.size());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Whether a bench answers; why not where it does not. */
    static Optional<String> trouble(TestBench bench) {
        try (BenchLink link = BenchLink.to(bench)) {
            link.samples();
            return Optional.empty();
        } catch (BenchLink.Broken e) {
            return Optional.of(String.valueOf(e.getMessage()));
        }
    }
}

package dev.wartung.web.device;

import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.BenchValve.Lift;
import dev.wartung.core.proving.BenchValve.Pilot;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.ProvingSequence;
import dev.wartung.core.proving.ProvingSequence.Command;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.ProvingSequence.Plan;
import dev.wartung.core.proving.Sample;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Drives proving runs at benches, each on a thread of its own and never on that of a request: reads what came, puts it on the record, tells the bench what is next.
 *
 * <p>What is kept here is only the hand on the bench. Everything that was measured is in the database; a run whose driver was lost is ended by {@link ProvingBook#sweep}.
 */
@Component
class RunDriver {

    private static final Logger LOG = LoggerFactory.getLogger(RunDriver.class);
    private static final long EVERY_MS = 150;
    private static final int TRIES = 4;
    private static final long LONGEST_MS = 300_000;

    private final ProvingBook book;
    private final ExecutorService hands = Executors.newCachedThreadPool(work -> {
        Thread thread = new Thread(work, "proving-run");
        thread.setDaemon(true);
        return thread;
    });

    RunDriver(ProvingBook book) {
        this.book = book;
    }

    /** What a run is about. */
    record Task(long run, TestBench bench, DriveModel model, Plan plan, Suffers standIn) {}

    /** What a stand-in shall suffer from. @param overridden its control head's manual override holds the pilot valve open */
    record Suffers(Faults valve, boolean airLost, boolean overridden) {}

    void drive(Task task) {
        hands.execute(() -> {
            try {
                run(task);
            } catch (RuntimeException e) {
                LOG.error("proving run {}", task.run(), e);
                book.ended(task.run(), task.model(), Outcome.BENCH_LOST, "An error in the application ended it.");
            }
        });
    }

    private void run(Task task) {
        ProvingSequence sequence = new ProvingSequence(task.model(), task.plan());
        try (BenchLink link = BenchLink.to(task.bench())) {
            if (task.bench().standIn()) {
                link.mount(task.model(), task.standIn());
            }
            link.samples();
            String why = watch(task, sequence, link);
            Outcome how = sequence.outcome().orElse(Outcome.BENCH_LOST);
            book.ended(task.run(), task.model(), how, how == Outcome.HELD_ON ? "Look at the control head: is its manual override turned on? Turn it back before anybody reaches in; if it is off, the pilot valve does not vent." : why);
        } catch (BenchLink.Broken e) {
            book.ended(task.run(), task.model(), Outcome.BENCH_LOST, String.valueOf(e.getMessage()));
        }
    }

    /** @return what is to be said beside the outcome */
    private String watch(Task task, ProvingSequence sequence, BenchLink link) {
        long began = System.nanoTime();
        Command last = new Command(-1, 0, Pilot.VENT, 0, 0, Lift.NONE, 0);
        int missed = 0;
        int next = 0;
        while (sequence.outcome().isEmpty()) {
            sleep();
            if (Thread.currentThread().isInterrupted() || book.isStopAsked(task.run()) || System.nanoTime() - began > LONGEST_MS * 1_000_000) {
                sequence.endFor(Outcome.STOPPED);
            }
            try {
                List<Sample> piece = link.samples();
                missed = 0;
                Command wanted = last;
                for (Sample sample : piece) {
                    wanted = sequence.next(sample);
                }
                if (!piece.isEmpty()) {
                    // what no bench can have measured is shown as the outcome, and never kept as if it had been read
                    book.heard(task.run(), piece.stream().filter(Sample::makesSense).toList(), piece.get(0).seq() - next);
                    next = piece.get(piece.size() - 1).seq() + 1;
                }
                if (sequence.outcome().isPresent()) {
                    wanted = sequence.endFor(Outcome.STOPPED);
                }
                if (!wanted.equals(last)) {
                    link.tell(wanted);
                    last = wanted;
                }
            } catch (BenchLink.Broken e) {
                if (++missed >= TRIES) {
                    sequence.endFor(Outcome.BENCH_LOST);
                    return "It stands as it stood when the bench was last heard: vent it by hand before anybody reaches in.";
                }
            }
        }
        return "";
    }

    private static void sleep() {
        try {
            Thread.sleep(EVERY_MS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @PreDestroy
    void end() {
        hands.shutdownNow();
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

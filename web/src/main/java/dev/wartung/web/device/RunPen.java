package dev.wartung.web.device;

import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.Sample;
import dev.wartung.web.device.RunHand.Ending;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Writes down what the hand of one run hears, and tells the hand when the run is to be stopped. It waits for the
 * database, the hand does not: between them is a queue that holds the longest
 * run. A database that is gone is tried again until what was heard is written.
 */
final class RunPen implements Runnable {

    private static final Logger LOG = LoggerFactory.getLogger(RunPen.class);
    private static final int MOST_PIECES = 6_000;
    private static final long EVERY_MS = 200;
    private static final long AGAIN_MS = 500;
    /** Without the database nobody sees the run or can stop it: it is ended after so long. */
    private static final long LATE_MS = 8_000;

    private static final long GIVEN_UP_MS = TimeUnit.MINUTES.toMillis(30);

    private final RunFiles book;
    private final RunDriver.Task task;
    private final BlockingQueue<Piece> heard = new LinkedBlockingQueue<>(MOST_PIECES);
    private final BlockingQueue<Ending> ending = new ArrayBlockingQueue<>(1);
    private volatile Optional<Outcome> asked = Optional.empty();
    private volatile boolean full;
    private volatile long throughAt = System.nanoTime();

    /**
     * Samples that came together.
     *
     * @param lost samples missing before them
     */
    record Piece(List<Sample> samples, int lost) {}

    RunPen(RunFiles book, RunDriver.Task task) {
        this.book = book;
        this.task = task;
    }

    /** Never waits. */
    void keep(Piece piece) {
        if (!heard.offer(piece)) {
            full = true;
        }
    }

    /** The run is to end, for a reason the bench does not know of. The first reason holds. */
    void endFor(Outcome why) {
        if (asked.isEmpty()) {
            asked = Optional.of(why);
        }
    }

    /** Why the run is to end; empty while it may go on. */
    Optional<Outcome> asked() {
        return asked;
    }

    /** Whether nothing could be written for too long. */
    boolean isLate() {
        return full || System.nanoTime() - throughAt > TimeUnit.MILLISECONDS.toNanos(LATE_MS);
    }

    /** The hand is off: what is still to be written is written, then this. */
    void end(Ending how) {
        ending.add(how);
    }

    /** Writes until the run has ended and all of it is written. */
    @Override
    public void run() {
        List<Piece> toWrite = new ArrayList<>();
        boolean done = false;
        while (!done && System.nanoTime() - throughAt < TimeUnit.MILLISECONDS.toNanos(GIVEN_UP_MS)) {
            // read first: what was heard before the end is in the queue by then
            Optional<Ending> end = Optional.ofNullable(ending.peek());
            try {
                if (toWrite.isEmpty()) {
                    heard.drainTo(toWrite);
                }
                if (!toWrite.isEmpty()) {
                    book.heard(
                            task.run(),
                            toWrite.stream().flatMap(p -> p.samples().stream()).toList(),
                            toWrite.stream().mapToInt(Piece::lost).sum());
                    toWrite.clear();
                }
                if (end.isPresent() && heard.isEmpty()) {
                    book.ended(
                            task.run(), task.model(), end.get().how(), end.get().why());
                    done = true;
                } else {
                    if (book.isStopAsked(task.run())) {
                        endFor(Outcome.STOPPED);
                    }
                }
                throughAt = System.nanoTime();
                if (!done) {
                    Thread.sleep(EVERY_MS);
                }
            } catch (InterruptedException e) {
                // the application ends; the hand vents and says how it ended, which is still written
                endFor(Outcome.BROKEN_OFF);
            } catch (RuntimeException e) {
                LOG.warn("proving run {} cannot be written, trying again: {}", task.run(), e.getMessage());
                pause();
            }
        }
        if (!done) {
            LOG.error("proving run {}: what was heard last could not be written", task.run());
        }
    }

    private static void pause() {
        try {
            Thread.sleep(AGAIN_MS);
        } catch (InterruptedException e) {
            // tried again at once
        }
    }
}

package dev.wartung.web.device;

import dev.wartung.core.proving.BenchValve.Lift;
import dev.wartung.core.proving.BenchValve.Pilot;
import dev.wartung.core.proving.ProvingSequence;
import dev.wartung.core.proving.ProvingSequence.Command;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.Registers;
import dev.wartung.core.proving.Sample;
import dev.wartung.web.device.RunPen.Piece;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The hand on a bench during one run. It needs nothing but the link: what it hears goes to a pen that it never waits
 * for, and whatever happens it takes the air away at the end and looks
 * whether it is gone.
 */
final class RunHand {

    private static final Logger LOG = LoggerFactory.getLogger(RunHand.class);
    private static final long EVERY_MS = 150;
    private static final int TRIES = 4;
    private static final long LONGEST_MS = 300_000;
    /**
     * A bench that feels no heartbeat vents by itself: what it measures after that says nothing of the valve. A little
     * sooner than it does: what is on its way to it comes later.
     */
    private static final long ALONE_MS = Registers.SILENCE_MS - 300;

    private final RunDriver.Task task;
    private final RunPen pen;
    private final ProvingSequence sequence;
    private Command last = new Command(-1, 0, Pilot.VENT, 0, 0, Lift.NONE, 0);
    private boolean told;
    private long beatAt;
    private int next;

    RunHand(RunDriver.Task task, RunPen pen) {
        this.task = task;
        this.pen = pen;
        this.sequence = new ProvingSequence(task.model(), task.plan());
    }

    /**
     * How a run ended.
     *
     * @param why what is to be said beside the outcome; may be empty
     */
    record Ending(Outcome how, String why) {}

    /** Carries the run out. Returns once the air is seen to be gone, or it cannot be seen. */
    Ending drive() {
        Outcome how = Outcome.BENCH_LOST;
        String why = "";
        boolean vented = false;
        try (BenchLink link = BenchLink.to(task.bench())) {
            try {
                if (task.bench().standIn()) {
                    link.mount(task.model(), task.standIn());
                }
                link.samples();
                watch(link);
                how = sequence.outcome().orElse(Outcome.BENCH_LOST);
            } catch (BenchLink.Broken e) {
                why = String.valueOf(e.getMessage());
            } catch (RuntimeException e) {
                LOG.error("proving run {}", task.run(), e);
                how = Outcome.BROKEN_OFF;
                why = "It was an error in the application.";
            } finally {
                vented = new Venting(task.bench(), sample -> heard(List.of(sample))).by(link);
            }
        } catch (BenchLink.Broken e) {
            // it never answered, so that nothing was put under air
            return new Ending(Outcome.BENCH_LOST, String.valueOf(e.getMessage()));
        }
        if (how == Outcome.HELD_ON) {
            return new Ending(
                    how,
                    "Look at the control head: is its manual override turned on? Turn it back before anybody reaches in; if it is off, the pilot valve does not vent.");
        }
        if (!vented) {
            return new Ending(
                    Outcome.LEFT_UNDER_AIR,
                    "The run had ended (" + how.words()
                            + "), and after that the bench did not show that the air was gone.");
        }
        return new Ending(how, why);
    }

    private void watch(BenchLink link) throws BenchLink.Broken {
        long began = System.nanoTime();
        int missed = 0;
        while (sequence.outcome().isEmpty()) {
            pause();
            if (Thread.currentThread().isInterrupted() || since(began) > LONGEST_MS) {
                sequence.endFor(Outcome.BROKEN_OFF);
            } else if (pen.isLate()) {
                sequence.endFor(Outcome.UNRECORDED);
            } else {
                pen.asked().ifPresent(sequence::endFor);
            }
            if (sequence.outcome().isPresent()) {
                return;
            }
            try {
                List<Sample> piece = link.samples();
                if (told && since(beatAt) > ALONE_MS) {
                    throw new BenchLink.Lost("The bench was not reached for so long that it vents by itself.");
                }
                missed = 0;
                Command wanted = last;
                for (Sample sample : piece) {
                    wanted = sequence.next(sample);
                }
                heard(piece);
                if (sequence.outcome().isPresent()) {
                    return;
                }
                if (wanted.equals(last)) {
                    link.beat();
                } else {
                    link.tell(wanted);
                    told = true;
                    last = wanted;
                }
                beatAt = System.nanoTime();
            } catch (BenchLink.Lost e) {
                throw e;
            } catch (BenchLink.Broken e) {
                if (++missed >= TRIES) {
                    throw e;
                }
            }
        }
    }

    /** What no bench can have measured is shown as the outcome, and never kept as if it had been read. */
    private void heard(List<Sample> piece) {
        if (!piece.isEmpty()) {
            pen.keep(new Piece(
                    piece.stream().filter(Sample::makesSense).toList(),
                    piece.get(0).seq() - next));
            next = piece.get(piece.size() - 1).seq() + 1;
        }
    }

    private static long since(long nanoTime) {
        return TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - nanoTime);
    }

    private static void pause() {
        try {
            Thread.sleep(EVERY_MS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}

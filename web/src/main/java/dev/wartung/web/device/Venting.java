package dev.wartung.web.device;

import dev.wartung.core.proving.ProvingSequence;
import dev.wartung.core.proving.Sample;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;

/**
 * Takes air and line pressure off a bench and looks whether they are gone; tried again over a new link as long as there
 * is time. No interruption ends it.
 */
final class Venting {

    private static final long LONGEST_MS = 12_000;
    private static final long EVERY_MS = 150;
    /** More than a vented actuator or line still holds after a moment, pascal. */
    private static final double GONE_PA = 5e4;

    private final TestBench bench;
    private final Consumer<Sample> heard;
    private final long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(LONGEST_MS);

    /** @param heard told every sample that comes over the first link; another one numbers them anew */
    Venting(TestBench bench, Consumer<Sample> heard) {
        this.bench = bench;
        this.heard = heard;
    }

    /**
     * @param first a link that may still work
     * @return whether air and line pressure are seen to be gone
     */
    boolean by(BenchLink first) {
        boolean interrupted = Thread.interrupted();
        boolean gone = tried(first, heard);
        while (!gone && System.nanoTime() < until) {
            pause();
            try (BenchLink another = BenchLink.to(bench)) {
                another.samples();
                gone = tried(another, sample -> {});
            } catch (BenchLink.Broken e) {
                // tried again until there is no more time
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
        return gone;
    }

    /** The same over a link of its own. */
    static boolean of(TestBench bench) {
        Venting venting = new Venting(bench, sample -> {});
        try (BenchLink link = BenchLink.to(bench)) {
            link.samples();
            return venting.by(link);
        } catch (BenchLink.Broken e) {
            return false;
        }
    }

    private boolean tried(BenchLink link, Consumer<Sample> told) {
        try {
            link.tell(ProvingSequence.vented());
            while (System.nanoTime() < until) {
                pause();
                List<Sample> piece = link.samples();
                piece.forEach(told);
                Optional<Sample> newest = piece.stream().reduce((earlier, later) -> later);
                if (newest.filter(Sample::makesSense)
                        .filter(s -> s.mark() == ProvingSequence.vented().mark()
                                && s.airPa() <= GONE_PA
                                && s.linePa() <= GONE_PA)
                        .isPresent()) {
                    return true;
                }
            }
            return false;
        } catch (BenchLink.Broken e) {
            return false;
        }
    }

    private static void pause() {
        try {
            Thread.sleep(EVERY_MS);
        } catch (InterruptedException e) {
            // whoever wants this ended waits until the air is off
        }
    }
}

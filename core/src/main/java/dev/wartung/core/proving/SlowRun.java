package dev.wartung.core.proving;

import dev.wartung.core.proving.ProvingSequence.Phase;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * What one slow run up and down showed, the line empty: air at the actuator, pascal.
 *
 * @param firstPa     at which it left its rest, the air rising
 * @param fullPa      at which it was at its far end
 * @param firstBackPa at which it left that, the air falling
 * @param homePa      at which it was at rest again
 */
public record SlowRun(double firstPa, double fullPa, double firstBackPa, double homePa) {

    /** Share of the travel within which it is at an end. */
    private static final double AT_END = 0.006;
    /** Faster than that it was not lowered but let go, and what moved it is not what was measured. */
    private static final double MOST_PA_PER_S = 1.5e5;

    /**
     * Reads a trace; empty where it did not go all the way and back, or its air was not lowered slowly.
     *
     * @param trace    in its order
     * @param airOpens whether it rests closed
     */
    static Optional<SlowRun> of(List<Sample> trace, boolean airOpens) {
        List<Sample> up = in(trace, Phase.RAMP, Phase.HOLD);
        List<Sample> down = in(trace, Phase.LOWER);
        Optional<Double> first = crossing(up, s -> away(s, airOpens) > AT_END);
        Optional<Double> full = crossing(up, s -> away(s, airOpens) >= 1 - AT_END);
        Optional<Double> back = crossing(down, s -> away(s, airOpens) < 1 - AT_END);
        Optional<Double> home = crossing(down, s -> away(s, airOpens) <= AT_END);
        return first.isEmpty() || full.isEmpty() || back.isEmpty() || home.isEmpty() || !slowly(down, airOpens)
                ? Optional.empty()
                : Optional.of(new SlowRun(first.get(), full.get(), back.get(), home.get()));
    }

    private static double away(Sample s, boolean airOpens) {
        return airOpens ? s.travel() : 1 - s.travel();
    }

    /** Between the last sample at which it was not so and the first at which it is. */
    private static Optional<Double> crossing(List<Sample> samples, Predicate<Sample> is) {
        for (int i = 1; i < samples.size(); i++) {
            if (is.test(samples.get(i)) && !is.test(samples.get(i - 1))) {
                return Optional.of((samples.get(i - 1).airPa() + samples.get(i).airPa()) / 2);
            }
        }
        return Optional.empty();
    }

    private static boolean slowly(List<Sample> down, boolean airOpens) {
        for (int i = 1; i < down.size() && away(down.get(i - 1), airOpens) > AT_END; i++) {
            double seconds = down.get(i).seconds() - down.get(i - 1).seconds();
            if (down.get(i - 1).airPa() - down.get(i).airPa() > MOST_PA_PER_S * seconds) {
                return false;
            }
        }
        return true;
    }

    private static List<Sample> in(List<Sample> trace, Phase... phases) {
        return trace.stream()
                .filter(s -> List.of(phases).contains(Phase.marked(s.mark())))
                .toList();
    }
}

package dev.wartung.core.life;

import java.util.List;
import java.util.Optional;

/**
 * Whether the data say enough to go by: the limits of the shape may be no wider than a factor {@value #WIDEST}. The
 * width goes with one over the root of the number of failures, so that
 * how many more it takes follows from how wide it is.
 *
 * @param enough whether they do
 * @param more   about how many failures more it takes; 0 where they do
 */
public record Sufficiency(boolean enough, int more) {

    static final double WIDEST = 3;
    private static final int FEWEST = 5;

    public static Sufficiency of(Optional<Weibull> life, List<Lifetime> lives) {
        int failures = life.map(Weibull::failures)
                .orElse((int) lives.stream().filter(Lifetime::failed).count());
        if (life.isEmpty() || failures < FEWEST) {
            return new Sufficiency(false, Math.max(1, FEWEST - failures));
        }
        Weibull.Limits limits = life.get().shapeLimits(lives);
        if (limits.from() > 0 && limits.ratio() <= WIDEST) {
            return new Sufficiency(true, 0);
        }
        double width = limits.from() > 0 ? Math.log(limits.ratio()) : Math.log(WIDEST) * 3;
        int wanted = (int) Math.ceil(failures * Math.pow(width / Math.log(WIDEST), 2));
        return new Sufficiency(false, Math.max(1, wanted - failures));
    }
}

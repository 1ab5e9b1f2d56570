package dev.wartung.core.life;

import java.util.List;
import java.util.Optional;

/**
 * Whether the data say enough to go by: {@value #FEWEST} failures, and limits of the shape no wider than a factor
 * {@value #WIDEST}.
 *
 * <p>How many more it takes: the logarithm of the shape scatters by c/√r with r failures, so that the limits are
 * exp(2·1.96·c/√r) apart; c² is 6/π² = 0.61 where all have failed, and nears 1 where few of many have (the
 * information on the scale of a smallest extreme value, censored on the right), here 1 − 0.39·r/n. From
 * {@value #FEWEST} failures on, c follows from the limits there are. Worked: 2 of 3 failed: c² = 0.74, and
 * (3.92/ln 3)²·0.74 = 9.4, so 10 failures in all, 8 more. Both are checked by simulation.
 *
 * @param state what is missing
 * @param more  about how many failures more it takes; 0 where it takes none, or where more of the same do not help
 */
public record Sufficiency(State state, int more) {

    /** What is missing. */
    public enum State {
        ENOUGH,
        /** Too few failures. */
        FEW,
        /** Enough, but looked at so that no shape can be told from another. */
        UNSEEN,
        /** Limits too far apart. */
        WIDE
    }

    static final double WIDEST = 3;
    static final int FEWEST = 5;

    private static final double NORMAL_95 = 1.959963984540054;
    private static final double ALL_FAILED = 0.39;

    public static Sufficiency of(Optional<Weibull> life, List<Lifetime> lives) {
        int failures = (int) lives.stream().filter(Lifetime::failed).count();
        if (failures < FEWEST) {
            double share = lives.isEmpty() ? 1 : failures / (double) lives.size();
            int wanted = (int) Math.ceil(wanted(1 - ALL_FAILED * share));
            return new Sufficiency(State.FEW, Math.max(1, wanted - failures));
        }
        if (life.isEmpty()) {
            return new Sufficiency(State.UNSEEN, 0);
        }
        Weibull.Limits limits = life.get().shapeLimits(lives);
        if (!(limits.from() > 0) || Double.isInfinite(limits.to())) {
            return new Sufficiency(State.UNSEEN, 0);
        }
        if (limits.ratio() <= WIDEST) {
            return new Sufficiency(State.ENOUGH, 0);
        }
        double spread = Math.log(limits.ratio()) * Math.sqrt(failures) / (2 * NORMAL_95);
        return new Sufficiency(State.WIDE, Math.max(1, (int) Math.ceil(wanted(spread * spread)) - failures));
    }

    /** Failures with which the limits are as far apart as they may be, with this c². */
    private static double wanted(double spreadSquared) {
        double factor = 2 * NORMAL_95 / Math.log(WIDEST);
        return factor * factor * spreadSquared;
    }

    public boolean enough() {
        return state == State.ENOUGH;
    }
}

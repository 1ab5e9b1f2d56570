package dev.wartung.core.life;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleSupplier;

/**
 * Whether a Weibull describes the data: the correlation of the points of its plot, held against that of data drawn from
 * the fit itself, looked at on the same days (a parametric bootstrap: right for few failures as well).
 *
 * @param correlation of ln days against ln(−ln R) at the points of the plot
 * @param chance      how often data drawn from the fit lie as badly or worse
 */
public record Fit(double correlation, double chance) {

    private static final int DRAWS = 400;
    /** Fewer points lie on a line whatever they are. */
    private static final int FEWEST = 3;
    /** Below this the Weibull does not describe them. */
    public static final double RARE = 0.05;

    /**
     * @param life the fit
     * @param chance numbers from 0 up to 1, evenly spread; the same ones give the same answer
     * @return empty where there are too few points to say
     */
    public static Optional<Fit> of(Weibull life, List<Lifetime> lives, DoubleSupplier chance) {
        OptionalDouble seen = correlation(lives);
        if (seen.isEmpty()) {
            return Optional.empty();
        }
        int worse = 1;
        int drawn = 1;
        double longest = lives.stream().mapToDouble(Lifetime::days).max().orElse(1);
        for (int i = 0; i < DRAWS; i++) {
            List<Lifetime> other = new ArrayList<>(lives.size());
            for (Lifetime l : lives) {
                double fails = life.quantile(Math.min(1 - 1e-12, Math.max(1e-12, chance.getAsDouble())));
                other.add(lookedAt(fails, l, longest));
            }
            OptionalDouble correlation = correlation(other);
            if (correlation.isPresent()) {
                drawn++;
                worse += correlation.getAsDouble() <= seen.getAsDouble() ? 1 : 0;
            }
        }
        return Optional.of(new Fit(seen.getAsDouble(), worse / (double) drawn));
    }

    /** How a piece that fails on a day would have been seen, looked at as another was. */
    private static Lifetime lookedAt(double fails, Lifetime like, double longest) {
        if (like.isBetween()) {
            if (fails > like.days()) {
                return Lifetime.good(like.days());
            }
            return fails <= like.good()
                    ? Lifetime.foundFailed(0, like.good(), "")
                    : Lifetime.foundFailed(like.good(), like.days(), "");
        }
        // when a piece that failed would have been taken out is not known: at the end of what was watched
        double until = like.failed() ? longest : like.days();
        return fails <= until ? Lifetime.failed(fails, "") : Lifetime.good(until);
    }

    public boolean describes() {
        return chance >= RARE;
    }

    private static OptionalDouble correlation(List<Lifetime> lives) {
        List<double[]> points = Survival.points(lives).stream()
                .map(p -> new double[] {Math.log(p.middle()), Math.log(-Math.log(p.good()))})
                .toList();
        if (points.size() < FEWEST) {
            return OptionalDouble.empty();
        }
        double meanX = points.stream().mapToDouble(p -> p[0]).average().orElse(0);
        double meanY = points.stream().mapToDouble(p -> p[1]).average().orElse(0);
        double xy = 0;
        double xx = 0;
        double yy = 0;
        for (double[] p : points) {
            xy += (p[0] - meanX) * (p[1] - meanY);
            xx += (p[0] - meanX) * (p[0] - meanX);
            yy += (p[1] - meanY) * (p[1] - meanY);
        }
        return OptionalDouble.of(xy / Math.sqrt(xx * yy));
    }
}

package dev.wartung.core.life;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleSupplier;

/**
 * Whether a Weibull describes the data: the correlation of the points of its plot, held against that of data drawn from
 * the fit itself with the same pieces still in at the same days
 * (a parametric bootstrap).
 *
 * @param correlation of ln days against ln(−ln R) at the Kaplan-Meier points
 * @param chance      how often data drawn from the fit lie as badly or worse
 */
public record Fit(double correlation, double chance) {

    private static final int DRAWS = 400;
    /** Below this the Weibull does not describe them. */
    public static final double RARE = 0.05;

    /**
     * @param life the fit
     * @param chance numbers from 0 up to 1, evenly spread; the same ones give the same answer
     */
    public static Fit of(Weibull life, List<Lifetime> lives, DoubleSupplier chance) {
        double seen = correlation(lives);
        int worse = 0;
        int drawn = 0;
        double longest = lives.stream().mapToDouble(Lifetime::days).max().orElse(1);
        for (int i = 0; i < DRAWS; i++) {
            List<Lifetime> other = new ArrayList<>(lives.size());
            for (Lifetime l : lives) {
                // when a piece that failed would have been taken out is not known: at the end of what was watched
                double until = l.failed() ? longest : l.days();
                double fails = life.quantile(Math.min(1 - 1e-12, Math.max(1e-12, chance.getAsDouble())));
                other.add(new Lifetime(Math.min(fails, until), fails <= until, ""));
            }
            double correlation = correlation(other);
            if (!Double.isNaN(correlation)) {
                drawn++;
                worse += correlation <= seen ? 1 : 0;
            }
        }
        return new Fit(seen, drawn == 0 ? 1 : worse / (double) drawn);
    }

    public boolean describes() {
        return chance >= RARE;
    }

    private static double correlation(List<Lifetime> lives) {
        List<double[]> points = Survival.points(lives).stream()
                .map(p -> new double[] {Math.log(p.days()), Math.log(-Math.log(p.good()))})
                .toList();
        if (points.size() < 3) {
            return Double.NaN;
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
        return xy / Math.sqrt(xx * yy);
    }
}

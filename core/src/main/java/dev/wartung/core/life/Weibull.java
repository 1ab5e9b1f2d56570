package dev.wartung.core.life;

import java.util.List;
import java.util.Optional;
import org.hipparchus.analysis.UnivariateFunction;
import org.hipparchus.analysis.solvers.BrentSolver;

/**
 * A Weibull life fitted by maximum likelihood to failures and pieces censored on the right: R(t) = exp(−(t/η)^β).
 *
 * <p>Source: the score equation of the shape, Σtᵝ ln t / Σtᵝ − 1/β − mean of ln t over the failures = 0 (sums over all
 * pieces), and ηᵝ = Σtᵝ / r; for instance in textbooks of life data
 * analysis. Limits are those of the profile likelihood: what lies within χ²(1)/2 of its highest point. Times are scaled
 * by the longest, so that nothing overflows.
 *
 * <p>Worked: the 23 ball bearings of Lieblein and Zelen (million revolutions): β = 2.1018, η = 81.875. 38 shock
 * absorbers, 11 failed (kilometres; published with μ = ln η = 10.23, σ = 1/β = 0.3164): β = 3.1605, η = 27 719.
 *
 * @param shape    β, above 0: under 1 failures early on, about 1 by chance, over 1 by wear
 * @param scale    η in days: by then 63.2 % have failed
 * @param failures how many failed
 * @param pieces   how many there are
 * @param logLikelihood at the fit, with times in days
 */
public record Weibull(double shape, double scale, int failures, int pieces, double logLikelihood) {

    /** Half of the 95 % point of chi-square with one degree of freedom. */
    static final double DROP_95 = 3.841458820694124 / 2;

    private static final double FLATTEST = 1e-3;
    private static final double STEEPEST = 500;
    private static final double PRECISE = 1e-13;

    /** From and to. An end at which the likelihood never falls far enough is zero or infinite. */
    public record Limits(double from, double to) {

        /** How wide, as a ratio. */
        public double ratio() {
            return to / from;
        }
    }

    /**
     * Fits it.
     *
     * @return empty where there is nothing to fit: no failure, or all failures at the longest time of all, where the
     *     likelihood grows without end
     */
    public static Optional<Weibull> fit(List<Lifetime> lives) {
        Sums sums = new Sums(lives);
        if (sums.failures == 0 || sums.endless()) {
            return Optional.empty();
        }
        double shape = root(sums::score, FLATTEST, STEEPEST);
        return Optional.of(new Weibull(shape, sums.scale(shape), sums.failures, lives.size(), sums.profile(shape)));
    }

    /** The part that is still good after so many days. */
    public double reliability(double days) {
        return days <= 0 ? 1 : Math.exp(-Math.pow(days / scale, shape));
    }

    /**
     * Days by which this part has failed.
     *
     * @param part above 0, below 1
     */
    public double quantile(double part) {
        return scale * Math.pow(-Math.log1p(-part), 1 / shape);
    }

    /** Limits of the shape, 95 %. */
    public Limits shapeLimits(List<Lifetime> lives) {
        Sums sums = new Sums(lives);
        double wanted = logLikelihood - DROP_95;
        return new Limits(
                below(b -> sums.profile(b) - wanted, shape, FLATTEST),
                above(b -> sums.profile(b) - wanted, shape, STEEPEST));
    }

    /**
     * Limits of the days by which a part has failed, 95 %.
     *
     * @param part above 0, below 1; 0.632 gives those of the scale
     */
    public Limits quantileLimits(List<Lifetime> lives, double part) {
        Sums sums = new Sums(lives);
        double wanted = logLikelihood - DROP_95;
        double best = quantile(part);
        double log = Math.log(-Math.log1p(-part));
        UnivariateFunction profile = days -> sums.best(b -> Math.log(days) - log / b) - wanted;
        return new Limits(below(profile, best, best * 1e-6), above(profile, best, best * 1e6));
    }

    private static double below(UnivariateFunction above0, double from, double least) {
        double step = from;
        while (step > least && above0.value(step) > 0) {
            step *= 0.7;
        }
        return step <= least ? 0 : root(above0, step, from);
    }

    private static double above(UnivariateFunction above0, double from, double most) {
        double step = from;
        while (step < most && above0.value(step) > 0) {
            step *= 1.4;
        }
        return step >= most ? Double.POSITIVE_INFINITY : root(above0, from, step);
    }

    static double root(UnivariateFunction function, double from, double to) {
        return new BrentSolver(PRECISE, 1e-14).solve(500, function, from, to);
    }

    /** What the likelihood needs of the data, times scaled by the longest. */
    static final class Sums {

        private final double[] logs;
        private final double logLongest;
        private final double failedLogs;
        private final int failures;
        private final int atTheEnd;

        Sums(List<Lifetime> lives) {
            double longest = lives.stream().mapToDouble(Lifetime::days).max().orElse(1);
            logLongest = Math.log(longest);
            logs = lives.stream().mapToDouble(l -> Math.log(l.days() / longest)).toArray();
            failures = (int) lives.stream().filter(Lifetime::failed).count();
            failedLogs = lives.stream()
                    .filter(Lifetime::failed)
                    .mapToDouble(l -> Math.log(l.days() / longest))
                    .sum();
            atTheEnd = (int) lives.stream()
                    .filter(l -> l.failed() && l.days() == longest)
                    .count();
        }

        boolean endless() {
            return atTheEnd == failures;
        }

        private double power(double shape) {
            double sum = 0;
            for (double log : logs) {
                sum += Math.exp(shape * log);
            }
            return sum;
        }

        double score(double shape) {
            double weighted = 0;
            double sum = 0;
            for (double log : logs) {
                double power = Math.exp(shape * log);
                sum += power;
                weighted += power * log;
            }
            return weighted / sum - 1 / shape - failedLogs / failures;
        }

        double scale(double shape) {
            return Math.exp(logLongest + Math.log(power(shape) / failures) / shape);
        }

        /** Highest log likelihood with this shape. */
        double profile(double shape) {
            return value(shape, Math.log(scale(shape)));
        }

        double value(double shape, double logScale) {
            double hazards = 0;
            for (double log : logs) {
                hazards += Math.exp(shape * (log + logLongest - logScale));
            }
            return failures * Math.log(shape)
                    + shape * (failedLogs + failures * (logLongest - logScale))
                    - failedLogs
                    - failures * logLongest
                    - hazards;
        }

        /**
         * Highest log likelihood along a line of shapes, each with its scale: golden section on the logarithm of the
         * shape, which it is unimodal in.
         */
        double best(UnivariateFunction logScaleOf) {
            double golden = (Math.sqrt(5) - 1) / 2;
            double from = Math.log(0.02);
            double to = Math.log(200);
            double a = to - golden * (to - from);
            double b = from + golden * (to - from);
            double atA = line(a, logScaleOf);
            double atB = line(b, logScaleOf);
            while (to - from > 1e-9) {
                if (atA > atB) {
                    to = b;
                    b = a;
                    atB = atA;
                    a = to - golden * (to - from);
                    atA = line(a, logScaleOf);
                } else {
                    from = a;
                    a = b;
                    atA = atB;
                    b = from + golden * (to - from);
                    atB = line(b, logScaleOf);
                }
            }
            return Math.max(atA, atB);
        }

        private double line(double logShape, UnivariateFunction logScaleOf) {
            double shape = Math.exp(logShape);
            double value = value(shape, logScaleOf.value(shape));
            return Double.isNaN(value) ? Double.NEGATIVE_INFINITY : value;
        }
    }
}

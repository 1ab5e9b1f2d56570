package dev.wartung.core.life;

import java.util.List;
import java.util.Optional;
import org.hipparchus.analysis.UnivariateFunction;

/**
 * A Weibull life, R(t) = exp(−(t/η)^β), fitted by maximum likelihood to days of failure, failures found between two
 * looks, and pieces still good.
 *
 * <p>Source: where every day of failure is known, the score equation of the shape, Σtᵝ ln t / Σtᵝ − 1/β − mean of ln t
 * over the failures = 0 (sums over all pieces), and ηᵝ = Σtᵝ / r, as in textbooks of life data analysis; for failures
 * between looks {@link Likelihood}. Limits are those of the profile likelihood: what lies within χ²(1)/2 of its highest
 * point.
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
     * @return empty where there is nothing to fit: no failure, all failures at the longest time of all, where the
     *     likelihood grows without end, or everything looked at on one day of its life, where any shape fits as well
     */
    public static Optional<Weibull> fit(List<Lifetime> lives) {
        Likelihood likelihood = new Likelihood(lives);
        return likelihood
                .best()
                .map(best -> new Weibull(
                        best.shape(),
                        likelihood.scale(best),
                        (int) lives.stream().filter(Lifetime::failed).count(),
                        lives.size(),
                        likelihood.value(best)));
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
        Likelihood likelihood = new Likelihood(lives);
        double wanted = logLikelihood - DROP_95;
        return new Limits(
                below(b -> likelihood.profile(b) - wanted, shape, Likelihood.FLATTEST),
                above(b -> likelihood.profile(b) - wanted, shape, Likelihood.STEEPEST));
    }

    /**
     * Limits of the days by which a part has failed, 95 %.
     *
     * @param part above 0, below 1; 0.632 gives those of the scale
     */
    public Limits quantileLimits(List<Lifetime> lives, double part) {
        Likelihood likelihood = new Likelihood(lives);
        double wanted = logLikelihood - DROP_95;
        double best = quantile(part);
        double log = Math.log(-Math.log1p(-part));
        UnivariateFunction profile = days -> likelihood.best(b -> Math.log(days) - log / b) - wanted;
        return new Limits(below(profile, best, best * 1e-6), above(profile, best, best * 1e6));
    }

    private static double below(UnivariateFunction above0, double from, double least) {
        double step = from;
        while (step > least && above0.value(step) > 0) {
            step *= 0.7;
        }
        return step <= least ? 0 : Likelihood.root(above0, step, from);
    }

    private static double above(UnivariateFunction above0, double from, double most) {
        double step = from;
        while (step < most && above0.value(step) > 0) {
            step *= 1.4;
        }
        return step >= most ? Double.POSITIVE_INFINITY : Likelihood.root(above0, from, step);
    }
}

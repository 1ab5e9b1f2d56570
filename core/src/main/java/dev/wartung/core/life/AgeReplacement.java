package dev.wartung.core.life;

import java.util.OptionalDouble;
import org.hipparchus.special.Gamma;

/**
 * The interval at which renewing by plan costs least in the long run: planned renewals at an age T cost one amount,
 * failures before it another. Cost per day
 * C(T) = (planned·R(T) + failure·F(T)) / ∫₀ᵀ R(t) dt.
 *
 * <p>Source: age replacement after Barlow and Proschan. Worked: β = 2, η = 365 days, planned 1, failure 10: best at
 * 0.336 η, 123 days.
 *
 * @param life    of the seal
 * @param planned cost of a planned renewal, above 0
 * @param failure cost of a failure, all that follows from it included; above the planned one
 */
public record AgeReplacement(Weibull life, double planned, double failure) {

    private static final int SLICES = 400;
    private static final double GOLDEN = (Math.sqrt(5) - 1) / 2;

    public AgeReplacement {
        if (!(planned > 0) || !(failure > planned)) {
            throw new IllegalArgumentException("a planned renewal costs something, and a failure more");
        }
    }

    /** Cost per day with renewals at this age. */
    public double costPerDay(double days) {
        double good = life.reliability(days);
        return (planned * good + failure * (1 - good)) / meanUntil(days);
    }

    /** Cost per day when nothing is renewed before it fails: of a failure over the mean life, η·Γ(1 + 1/β). */
    public double costPerDayOfWaiting() {
        return failure / (life.scale() * Gamma.gamma(1 + 1 / life.shape()));
    }

    /** Mean days in, when it is renewed at this age: Simpson's rule. */
    private double meanUntil(double days) {
        double step = days / SLICES;
        double sum = 1 + life.reliability(days);
        for (int i = 1; i < SLICES; i++) {
            sum += life.reliability(i * step) * (i % 2 == 1 ? 4 : 2);
        }
        return sum * step / 3;
    }

    /**
     * The best age in days; empty where renewing by plan never pays, because failures do not come with age, or failing
     * costs too little more.
     */
    public OptionalDouble best() {
        if (life.shape() <= 1) {
            return OptionalDouble.empty();
        }
        double longest = life.quantile(0.9999);
        double from = life.scale() * 1e-4;
        double to = longest;
        // the cost falls, then rises: golden section
        while (to - from > 1e-6 * longest) {
            double a = to - GOLDEN * (to - from);
            double b = from + GOLDEN * (to - from);
            if (costPerDay(a) < costPerDay(b)) {
                to = b;
            } else {
                from = a;
            }
        }
        double best = (from + to) / 2;
        return best > longest * 0.99 || costPerDay(best) > costPerDay(longest) * 0.9999
                ? OptionalDouble.empty()
                : OptionalDouble.of(best);
    }
}

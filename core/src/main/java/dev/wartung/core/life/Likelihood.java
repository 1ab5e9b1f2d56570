package dev.wartung.core.life;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.hipparchus.analysis.UnivariateFunction;
import org.hipparchus.analysis.solvers.BrentSolver;

/**
 * How likely lives are under a Weibull, in shape β and place b = β·ln η, with z = β·ln t − b and u = eᶻ.
 *
 * <p>A day of failure gives ln β + z − ln t − u, a piece still good −u, a failure between two looks
 * ln(e^−u₁ − e^−u₂) = −u₁ + ln(1 − e^−(u₂−u₁)). In (β, b) it is concave (the logarithm of the smallest extreme value's
 * density is; Burridge 1981 for grouped data), so that each of its two slopes has one root, and what lies above a level
 * is convex. Times are scaled by the longest, so that nothing overflows.
 */
final class Likelihood {

    static final double FLATTEST = 1e-3;
    static final double STEEPEST = 500;

    private static final double PRECISE = 1e-13;
    /** Beyond this a difference of hazards tells of nothing more: e^−700 is the least number there is. */
    private static final double CERTAIN = 700;

    private static final double FARTHEST = 700;

    private enum Kind {
        EXACT,
        GOOD,
        BETWEEN
    }

    private final Kind[] kinds;
    /** Logarithms of days over the longest; of the last good look, minus infinity where there was none. */
    private final double[] good;

    private final double[] days;
    private final double logLongest;
    private final int failures;

    Likelihood(List<Lifetime> lives) {
        double longest = lives.stream().mapToDouble(Lifetime::days).max().orElse(1);
        logLongest = Math.log(longest);
        good = lives.stream().mapToDouble(l -> Math.log(l.good() / longest)).toArray();
        days = lives.stream().mapToDouble(l -> Math.log(l.days() / longest)).toArray();
        kinds = lives.stream()
                .map(l -> l.isExact() ? Kind.EXACT : l.failed() ? Kind.BETWEEN : Kind.GOOD)
                .toArray(Kind[]::new);
        failures = (int) lives.stream().filter(Lifetime::failed).count();
    }

    /** A shape with its place, b for times scaled by the longest. */
    record Place(double shape, double b) {}

    /** Mean logarithm of the days by which they failed, over the longest. */
    double centre() {
        return IntStream.range(0, kinds.length)
                .filter(i -> kinds[i] != Kind.GOOD)
                .mapToDouble(i -> days[i])
                .average()
                .orElse(0);
    }

    double scale(Place place) {
        return Math.exp(logLongest + place.b() / place.shape());
    }

    Place place(double shape, double logScale) {
        return new Place(shape, shape * (logScale - logLongest));
    }

    /** The most likely one; empty where there is none, because it grows towards one end or is the same everywhere. */
    Optional<Place> best() {
        if (failures == 0 || !reaches(FLATTEST) || !reaches(STEEPEST)) {
            return Optional.empty();
        }
        if (!(slope(FLATTEST) > 0) || !(slope(STEEPEST) < 0)) {
            return Optional.empty();
        }
        double shape = root(this::slope, FLATTEST, STEEPEST);
        return Optional.of(at(shape));
    }

    private boolean reaches(double shape) {
        return lean(new Place(shape, -FARTHEST)) > 0 && lean(new Place(shape, FARTHEST)) < 0;
    }

    /** The most likely place with a shape. */
    Place at(double shape) {
        // where every failure would be on the day it was found: right where all were, near where not
        double first = Math.log(hazards(new Place(shape, 0)) / failures);
        double from = first;
        double to = first;
        for (double step = 0.5; lean(new Place(shape, from)) < 0 && from > -FARTHEST; step *= 2) {
            from -= step;
        }
        for (double step = 0.5; lean(new Place(shape, to)) > 0 && to < FARTHEST; step *= 2) {
            to += step;
        }
        return new Place(shape, from == to ? first : root(b -> lean(new Place(shape, b)), from, to));
    }

    /** Highest log likelihood with this shape. */
    double profile(double shape) {
        return value(at(shape));
    }

    private double slope(double shape) {
        return slope(at(shape));
    }

    private double hazards(Place place) {
        double sum = 0;
        for (double day : days) {
            sum += Math.exp(place.shape() * day - place.b());
        }
        return sum;
    }

    double value(Place place) {
        double sum = 0;
        for (int i = 0; i < kinds.length; i++) {
            double z = place.shape() * days[i] - place.b();
            double u = Math.exp(z);
            sum += switch (kinds[i]) {
                case EXACT -> Math.log(place.shape()) + z - days[i] - logLongest - u;
                case GOOD -> -u;
                case BETWEEN -> {
                    double before = before(i, place);
                    yield -before + Math.log(-Math.expm1(before - u));
                }
            };
        }
        return sum;
    }

    /** Its slope in b. */
    private double lean(Place place) {
        double sum = 0;
        for (int i = 0; i < kinds.length; i++) {
            double u = Math.exp(place.shape() * days[i] - place.b());
            sum += switch (kinds[i]) {
                case EXACT -> u - 1;
                case GOOD -> u;
                case BETWEEN -> {
                    double before = before(i, place);
                    yield before - flow(u - before);
                }
            };
        }
        return sum;
    }

    /** Its slope in the shape. */
    private double slope(Place place) {
        double sum = 0;
        for (int i = 0; i < kinds.length; i++) {
            double u = Math.exp(place.shape() * days[i] - place.b());
            sum += switch (kinds[i]) {
                case EXACT -> 1 / place.shape() + days[i] - u * days[i];
                case GOOD -> -u * days[i];
                case BETWEEN -> {
                    if (good[i] == Double.NEGATIVE_INFINITY) {
                        yield flow(u) * days[i];
                    }
                    double before = before(i, place);
                    double back = place.shape() * (good[i] - days[i]);
                    yield flow(u - before) * (days[i] - Math.exp(back) * good[i]) / -Math.expm1(back)
                            - before * good[i];
                }
            };
        }
        return sum;
    }

    private double before(int piece, Place place) {
        return good[piece] == Double.NEGATIVE_INFINITY ? 0 : Math.exp(place.shape() * good[piece] - place.b());
    }

    /** d / (eᵈ − 1): what a failure somewhere in between adds, 1 where it hardly could happen, 0 where it had to. */
    private static double flow(double d) {
        return d > CERTAIN ? 0 : d == 0 ? 1 : d / Math.expm1(d);
    }

    /**
     * Highest log likelihood along a line of shapes, each with its scale: golden section on the logarithm of the shape,
     * which it is unimodal in.
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
        double value = value(place(shape, logScaleOf.value(shape)));
        return Double.isNaN(value) ? Double.NEGATIVE_INFINITY : value;
    }

    static double root(UnivariateFunction function, double from, double to) {
        return new BrentSolver(PRECISE, 1e-14).solve(500, function, from, to);
    }
}

package dev.wartung.core.life;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Whether readings of one valve, taken one job after the other, changed at some point: the two means before and after
 * it differ by more than their scatter explains.
 *
 * <p>Source: the largest t statistic (|mean after − mean before| − d)·√(k(n−k)/n)/s over all places k, with d the last
 * digit readings are taken to and s² the scatter about both means and within that digit (d²/12). How rare it is comes from as many readings
 * of normal scatter without a change, drawn {@value #DRAWS} times: for a step in a few readings no test that assumes
 * nothing of the scatter can find it (of 5, 5, 5, 9, 9, 9 there are only 20 orders). Worked: those six read to 0.1 have
 * s = 0.1/√12 = 0.0289 and the statistic 3.9·√1.5/0.0289 = 165; chance reaches about 5 once in twenty.
 *
 * @param after  how many readings lie before the change
 * @param before mean of those
 * @param since  mean of the others
 * @param chance how often chance alone would show as much
 */
public record ChangePoint(int after, double before, double since, double chance) {

    /** Fewer readings tell nothing. */
    public static final int FEWEST = 6;
    /** Below this it is taken to have changed. */
    public static final double RARE = 0.05;

    private static final int DRAWS = 1999;
    private static final int SHORTEST = 2;
    private static final long SEED = 20;
    /** Nine tenths of what is normal lies below so many of its scatters. */
    private static final double NINE_IN_TEN = 1.28;

    /** The largest statistics of readings without a change, rising, by how many readings there are. */
    private static final Map<Integer, double[]> BY_CHANCE = new ConcurrentHashMap<>();

    /**
     * Looks for it.
     *
     * @param readings   in the order they were taken
     * @param resolution the last digit they are read to, 0 or more, in their unit
     * @return empty for fewer than {@value #FEWEST} readings, or where all are the same
     */
    public static Optional<ChangePoint> in(List<Double> readings, double resolution) {
        double[] values = readings.stream().mapToDouble(Double::doubleValue).toArray();
        if (values.length < FEWEST || Arrays.stream(values).distinct().count() < 2) {
            return Optional.empty();
        }
        int at = place(values, resolution);
        double seen = statistic(values, at, resolution);
        double[] chance = byChance(values.length);
        long asMuch = Arrays.stream(chance).filter(c -> c >= seen).count();
        return Optional.of(new ChangePoint(
                at, mean(values, 0, at), mean(values, at, values.length), (asMuch + 1.0) / (chance.length + 1)));
    }

    /**
     * The smallest step half-way through that readings with this scatter would nine times in ten tell from chance, in
     * their unit; empty for too few.
     *
     * <p>Source: the statistic of such a step scatters by about 1, so that it has to lie 1.28 above what is rare.
     *
     * @param resolution the last digit they are read to
     */
    public static Optional<Double> smallest(List<Double> readings, double resolution) {
        int n = readings.size();
        if (n < FEWEST) {
            return Optional.empty();
        }
        double[] values = readings.stream().mapToDouble(Double::doubleValue).toArray();
        double[] chance = byChance(n);
        double rare = chance[(int) Math.ceil((1 - RARE) * (chance.length + 1)) - 1];
        int k = n / 2;
        return Optional.of(resolution
                + (rare + NINE_IN_TEN) * scatter(values, 0, resolution) / Math.sqrt(k * (double) (n - k) / n));
    }

    /** Whether it is more than chance. */
    public boolean changed() {
        return chance < RARE;
    }

    private static double[] byChance(int n) {
        return BY_CHANCE.computeIfAbsent(n, size -> {
            SplittableRandom random = new SplittableRandom(SEED);
            double[] most = new double[DRAWS];
            for (int i = 0; i < DRAWS; i++) {
                double[] drawn = new double[size];
                Arrays.setAll(drawn, j -> random.nextGaussian());
                most[i] = statistic(drawn, place(drawn, 0), 0);
            }
            Arrays.sort(most);
            return most;
        });
    }

    private static int place(double[] values, double resolution) {
        int best = SHORTEST;
        for (int k = SHORTEST; k <= values.length - SHORTEST; k++) {
            if (statistic(values, k, resolution) > statistic(values, best, resolution)) {
                best = k;
            }
        }
        return best;
    }

    private static double statistic(double[] values, int k, double resolution) {
        int n = values.length;
        // rounding alone may have made one of the last digit of it
        double step = Math.max(0, Math.abs(mean(values, k, n) - mean(values, 0, k)) - resolution);
        return step * Math.sqrt(k * (double) (n - k) / n) / scatter(values, k, resolution);
    }

    /** @param k readings before a step; 0 for none */
    private static double scatter(double[] values, int k, double resolution) {
        double before = k == 0 ? 0 : mean(values, 0, k);
        double since = mean(values, k, values.length);
        double squares = 0;
        for (int i = 0; i < values.length; i++) {
            double off = values[i] - (i < k ? before : since);
            squares += off * off;
        }
        // readings that agree to the last digit still differ within it
        return Math.sqrt(squares / (values.length - (k == 0 ? 1 : 2)) + resolution * resolution / 12)
                + Double.MIN_NORMAL;
    }

    private static double mean(double[] values, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += values[i];
        }
        return sum / (to - from);
    }
}

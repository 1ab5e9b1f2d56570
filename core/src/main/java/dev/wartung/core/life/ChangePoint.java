package dev.wartung.core.life;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleSupplier;

/**
 * Whether readings of one valve, taken one job after the other, changed at some point: the two means before and after
 * it differ by more than their scatter explains.
 *
 * <p>Source: the largest t-like statistic |mean after − mean before|·√(k(n−k)/n)/s over all places k, with s the
 * scatter about both means; how rare it is comes from the same readings in
 * other orders (a permutation test), so that no law of scatter is assumed. Worked: 5, 5, 5, 9, 9, 9 with a little
 * scatter changes after the third, which chance does in about 2 of 20 orders
 * at the most.
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

    private static final int ORDERS = 999;
    private static final int SHORTEST = 2;

    /**
     * Looks for it.
     *
     * @param readings in the order they were taken
     * @param chance   numbers from 0 up to 1, evenly spread
     * @return empty for fewer than {@value #FEWEST} readings, or where all are the same
     */
    public static Optional<ChangePoint> in(List<Double> readings, DoubleSupplier chance) {
        double[] values = readings.stream().mapToDouble(Double::doubleValue).toArray();
        if (values.length < FEWEST || Arrays.stream(values).distinct().count() < 2) {
            return Optional.empty();
        }
        int at = place(values);
        double seen = statistic(values, at);
        double[] mixed = values.clone();
        int asMuch = 1;
        for (int i = 0; i < ORDERS; i++) {
            shuffle(mixed, chance);
            asMuch += statistic(mixed, place(mixed)) >= seen - 1e-12 ? 1 : 0;
        }
        return Optional.of(new ChangePoint(
                at, mean(values, 0, at), mean(values, at, values.length), asMuch / (double) (ORDERS + 1)));
    }

    /** Whether it is more than chance. */
    public boolean changed() {
        return chance < RARE;
    }

    private static void shuffle(double[] values, DoubleSupplier chance) {
        for (int i = values.length - 1; i > 0; i--) {
            int other = (int) (chance.getAsDouble() * (i + 1));
            double held = values[i];
            values[i] = values[other];
            values[other] = held;
        }
    }

    private static int place(double[] values) {
        int best = SHORTEST;
        for (int k = SHORTEST; k <= values.length - SHORTEST; k++) {
            if (statistic(values, k) > statistic(values, best)) {
                best = k;
            }
        }
        return best;
    }

    private static double statistic(double[] values, int k) {
        int n = values.length;
        double before = mean(values, 0, k);
        double since = mean(values, k, n);
        double squares = 0;
        for (int i = 0; i < n; i++) {
            double off = values[i] - (i < k ? before : since);
            squares += off * off;
        }
        // readings that agree to the last digit have no scatter: the instrument's is taken to be a thousandth of what
        // it shows
        double scatter = Math.sqrt(squares / (n - 2)) + 1e-3 * Math.max(Math.abs(before), Math.abs(since)) + 1e-12;
        return Math.abs(since - before) * Math.sqrt(k * (n - k) / (double) n) / scatter;
    }

    private static double mean(double[] values, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += values[i];
        }
        return sum / (to - from);
    }
}

package dev.wartung.core.workshop;

import dev.wartung.core.workshop.MeasuredDrive.Value;
import java.util.List;

/**
 * Lengths that no manual states, from a caliper, a rule or a thread laid round. How far each may be off is k = 2: what
 * the instrument may be off, and how far several readings lie apart (twice the standard deviation of their mean, GUM
 * 4.2).
 */
public final class MeasuredLength {

    private MeasuredLength() {}

    /**
     * A stroke: how far out the stem stands with the valve open, less how far with it closed.
     *
     * @param closed    readings over the same face, metre, at least one
     * @param open      the same, as many
     * @param uncertain of the caliper, k = 2, 0 or more
     * @throws IllegalArgumentException if there are none, or not as many open as closed
     */
    public static Value stroke(List<Double> closed, List<Double> open, double uncertain) {
        if (closed.isEmpty() || closed.size() != open.size()) {
            throw new IllegalArgumentException("as many readings open as closed, and at least one");
        }
        double mean = Math.abs(mean(open) - mean(closed));
        return new Value(mean, Math.hypot(Math.sqrt(2) * uncertain, Math.hypot(scatter(closed), scatter(open))));
    }

    /**
     * What is across something, from readings in several directions.
     *
     * @param readings  metre, at least one
     * @param uncertain of the caliper, k = 2, 0 or more
     * @throws IllegalArgumentException if there are none
     */
    public static Value across(List<Double> readings, double uncertain) {
        if (readings.isEmpty()) {
            throw new IllegalArgumentException("at least one reading");
        }
        return new Value(mean(readings), Math.hypot(uncertain, scatter(readings)));
    }

    /**
     * What is across something a thread is laid round: its middle runs round what is measured and half of itself to
     * either side. Source: U = π·(d + t). Worked for 157.9 mm of a thread of 0.3 mm: 49.96 mm.
     *
     * @param length    of the thread, once round, metre
     * @param thickness of the thread, metre, 0 or more
     * @param uncertain of the length, k = 2, 0 or more
     */
    public static Value round(double length, double thickness, double uncertain) {
        return new Value(length / Math.PI - thickness, uncertain / Math.PI);
    }

    private static double mean(List<Double> readings) {
        return readings.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
    }

    private static double scatter(List<Double> readings) {
        int n = readings.size();
        double mean = mean(readings);
        double squares =
                readings.stream().mapToDouble(r -> (r - mean) * (r - mean)).sum();
        return n < 2 ? 0 : 2 * Math.sqrt(squares / (n - 1) / n);
    }
}

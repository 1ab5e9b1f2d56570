package dev.wartung.core.measure;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;

/**
 * A measured or stated amount, kept in SI.
 *
 * @param si        the value in the SI unit of its dimension (m, N·m, Pa, N, N/m, J, kg, K, s); finite
 * @param dimension what it measures
 */
public record Quantity(double si, Dimension dimension) implements Comparable<Quantity> {

    public Quantity {
        if (!Double.isFinite(si)) {
            throw new IllegalArgumentException("not a finite number");
        }
    }

    public static Quantity of(double value, Unit unit) {
        return new Quantity(unit.toSi(value), unit.dimension());
    }

    /**
     * Reads a stated amount, number and unit both required and with a decimal point, as sheets write it: "2300 N", "1.4
     * mm".
     */
    public static Optional<Quantity> stated(String text) {
        int gap = text.indexOf(' ');
        if (gap < 1) {
            return Optional.empty();
        }
        try {
            double value = Double.parseDouble(text.substring(0, gap));
            return Unit.named(text.substring(gap + 1)).map(unit -> of(value, unit));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /**
     * The value in the given unit.
     *
     * @throws IllegalArgumentException if the unit measures something else
     */
    public double in(Unit unit) {
        if (unit.dimension() != dimension) {
            throw new IllegalArgumentException(unit + " does not measure " + dimension);
        }
        return unit.fromSi(si);
    }

    /**
     * Compares amounts of the same dimension.
     *
     * @throws IllegalArgumentException for different dimensions
     */
    @Override
    public int compareTo(Quantity other) {
        if (other.dimension != dimension) {
            throw new IllegalArgumentException("cannot compare " + dimension + " with " + other.dimension);
        }
        return Double.compare(si, other.si);
    }

    /**
     * As read at the bench: metric, with the decimals that make sense, for instance "13 N·m". Forces from 1000 N on are
     * shown in kN.
     */
    public String shown() {
        return UnitSystem.METRIC.shown(this);
    }

    public String shownIn(Unit unit) {
        return numberIn(unit) + " " + unit.symbol();
    }

    /**
     * The bare number in the given unit, rounded half up to the decimals that make sense for it, without trailing
     * zeros.
     */
    public String numberIn(Unit unit) {
        return rounded(in(unit), unit.decimals());
    }

    /** The same, rounded otherwise. What is off by a rounding of the machine is not rounded to the next number. */
    public String numberIn(Unit unit, RoundingMode mode) {
        double value = in(unit);
        double slack = mode == RoundingMode.CEILING ? -1e-9 : mode == RoundingMode.FLOOR ? 1e-9 : 0;
        return rounded(value + slack * Math.max(1, Math.abs(value)), unit.decimals(), mode);
    }

    /** A bare number rounded half up to so many decimals, without trailing zeros. */
    public static String rounded(double value, int decimals) {
        return rounded(value, decimals, RoundingMode.HALF_UP);
    }

    private static String rounded(double value, int decimals, RoundingMode mode) {
        BigDecimal rounded = BigDecimal.valueOf(value).setScale(decimals, mode);
        return rounded.signum() == 0 ? "0" : rounded.stripTrailingZeros().toPlainString();
    }
}

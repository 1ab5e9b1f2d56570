package dev.wartung.core.measure;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A unit of measurement with its exact conversion to SI: {@code si = value * factor + offset}.
 *
 * <p>Factors of the inch, pound-force and psi follow from the international yard and pound (1 in = 25.4 mm,
 * 1 lb = 0.45359237 kg) and standard gravity 9.80665 m/s².
 */
public enum Unit {
    MILLIMETRE(Dimension.LENGTH, "mm", 1e-3, 0, 2),
    METRE(Dimension.LENGTH, "m", 1, 0, 3),
    INCH(Dimension.LENGTH, "in", 0.0254, 0, 3, "inch", "\""),
    NEWTON_METRE(Dimension.TORQUE, "N·m", 1, 0, 1, "nm", "n m", "n*m", "n.m"),
    POUND_FORCE_INCH(Dimension.TORQUE, "lbf·in", 0.45359237 * 9.80665 * 0.0254, 0, 0, "lbfin", "lbf in", "lb in", "in lb", "in lbf"),
    POUND_FORCE_FOOT(Dimension.TORQUE, "lbf·ft", 0.45359237 * 9.80665 * 0.3048, 0, 1, "lbfft", "lbf ft", "lb ft", "ft lb", "ft lbf"),
    BAR(Dimension.PRESSURE, "bar", 1e5, 0, 2),
    PASCAL(Dimension.PRESSURE, "Pa", 1, 0, 0),
    KILOPASCAL(Dimension.PRESSURE, "kPa", 1e3, 0, 0),
    PSI(Dimension.PRESSURE, "psi", 0.45359237 * 9.80665 / (0.0254 * 0.0254), 0, 1),
    NEWTON(Dimension.FORCE, "N", 1, 0, 0),
    KILONEWTON(Dimension.FORCE, "kN", 1e3, 0, 1),
    NEWTON_PER_MILLIMETRE(Dimension.STIFFNESS, "N/mm", 1e3, 0, 1),
    JOULE(Dimension.ENERGY, "J", 1, 0, 0),
    KILOGRAM(Dimension.MASS, "kg", 1, 0, 1),
    POUND(Dimension.MASS, "lb", 0.45359237, 0, 1),
    CELSIUS(Dimension.TEMPERATURE, "°C", 1, 273.15, 0, "c", "deg c"),
    FAHRENHEIT(Dimension.TEMPERATURE, "°F", 5.0 / 9.0, 273.15 - 32 * 5.0 / 9.0, 0, "f", "deg f"),
    MINUTE(Dimension.TIME, "min", 60, 0, 1);

    private final Dimension dimension;
    private final String symbol;
    private final double factor;
    private final double offset;
    private final int decimals;
    private final List<String> aliases;

    Unit(Dimension dimension, String symbol, double factor, double offset, int decimals, String... aliases) {
        this.dimension = dimension;
        this.symbol = symbol;
        this.factor = factor;
        this.offset = offset;
        this.decimals = decimals;
        this.aliases = List.of(aliases);
    }

    public Dimension dimension() {
        return dimension;
    }

    /** The symbol as it is written behind a number. */
    public String symbol() {
        return symbol;
    }

    /** Decimal places that make sense on a workshop instrument reading in this unit. */
    public int decimals() {
        return decimals;
    }

    double toSi(double value) {
        return value * factor + offset;
    }

    double fromSi(double si) {
        return (si - offset) / factor;
    }

    /** The unit a metric user reads this dimension in at the bench. */
    public static Unit metric(Dimension dimension) {
        return switch (dimension) {
            case LENGTH -> MILLIMETRE;
            case TORQUE -> NEWTON_METRE;
            case PRESSURE -> BAR;
            case FORCE -> NEWTON;
            case STIFFNESS -> NEWTON_PER_MILLIMETRE;
            case ENERGY -> JOULE;
            case MASS -> KILOGRAM;
            case TEMPERATURE -> CELSIUS;
            case TIME -> MINUTE;
        };
    }

    /** Finds a unit by symbol or a common way of typing it; case, middle dots, hyphens and doubled spaces do not matter. */
    static Optional<Unit> named(String text) {
        String wanted = plain(text);
        return Arrays.stream(values())
                .filter(unit -> plain(unit.symbol).equals(wanted) || unit.aliases.stream().map(Unit::plain).anyMatch(wanted::equals))
                .findFirst();
    }

    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[·⋅*.\\- ]+", "").strip();
    }
}

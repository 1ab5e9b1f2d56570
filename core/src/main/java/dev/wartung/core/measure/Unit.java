package dev.wartung.core.measure;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A unit of measurement with its exact conversion to SI: {@code si = value * factor + offset}.
 *
 * <p>Factors of the inch, pound-force and psi follow from the international yard and pound (1 in = 25.4 mm,
 * 1 lb = 0.45359237 kg) and standard gravity 9.80665 m/s²;
 * the US gallon is 231 in³; an inch of mercury is the conventional one at 0 °C, an inch of water
 * that at 4 °C (BS 350). Pressures are gauge.
 */
public enum Unit {
    MILLIMETRE(Dimension.LENGTH, "mm", 1e-3, 0, 2),
    MICROMETRE(Dimension.LENGTH, "µm", 1e-6, 0, 1, "um", "μm"),
    METRE(Dimension.LENGTH, "m", 1, 0, 3),
    MICROINCH(Dimension.LENGTH, "µin", 0.0254e-6, 0, 0, "uin", "μin"),
    INCH(Dimension.LENGTH, "in", 0.0254, 0, 3, "inch", "\""),
    NEWTON_METRE(Dimension.TORQUE, "N·m", 1, 0, 1, "nm", "n m", "n*m", "n.m"),
    POUND_FORCE_INCH(
            Dimension.TORQUE,
            "lbf·in",
            0.45359237 * 9.80665 * 0.0254,
            0,
            0,
            "lbfin",
            "lbf in",
            "lb in",
            "lbs in",
            "in lb",
            "in lbs",
            "in lbf"),
    POUND_FORCE_FOOT(
            Dimension.TORQUE,
            "lbf·ft",
            0.45359237 * 9.80665 * 0.3048,
            0,
            1,
            "lbfft",
            "lbf ft",
            "lb ft",
            "lbs ft",
            "ft lb",
            "ft lbs",
            "ft lbf"),
    NEWTON_CENTIMETRE(Dimension.TORQUE, "N·cm", 0.01, 0, 0, "ncm"),
    KILOGRAM_FORCE_METRE(Dimension.TORQUE, "kgf·m", 9.80665, 0, 2, "kgfm", "kgm", "kpm"),
    KILOGRAM_FORCE_CENTIMETRE(Dimension.TORQUE, "kgf·cm", 9.80665 * 0.01, 0, 0, "kgfcm", "kgcm", "kpcm"),
    BAR(Dimension.PRESSURE, "bar", 1e5, 0, 2, "barg"),
    PASCAL(Dimension.PRESSURE, "Pa", 1, 0, 0),
    KILOPASCAL(Dimension.PRESSURE, "kPa", 1e3, 0, 0),
    MILLIBAR(Dimension.PRESSURE, "mbar", 100, 0, 2, "mbarg"),
    MEGAPASCAL(Dimension.PRESSURE, "MPa", 1e6, 0, 0),
    PSI(Dimension.PRESSURE, "psi", 0.45359237 * 9.80665 / (0.0254 * 0.0254), 0, 1, "psig"),
    INCH_OF_MERCURY(Dimension.PRESSURE, "inHg", 3386.389, 0, 1),
    INCH_OF_WATER(Dimension.PRESSURE, "inH2O", 249.08891, 0, 2, "inwc"),
    NEWTON(Dimension.FORCE, "N", 1, 0, 0),
    KILONEWTON(Dimension.FORCE, "kN", 1e3, 0, 1),
    POUND_FORCE(Dimension.FORCE, "lbf", 0.45359237 * 9.80665, 0, 0),
    NEWTON_PER_MILLIMETRE(Dimension.STIFFNESS, "N/mm", 1e3, 0, 1),
    POUND_FORCE_PER_INCH(Dimension.STIFFNESS, "lbf/in", 0.45359237 * 9.80665 / 0.0254, 0, 0),
    JOULE(Dimension.ENERGY, "J", 1, 0, 0),
    FOOT_POUND_FORCE(Dimension.ENERGY, "ft·lbf", 0.45359237 * 9.80665 * 0.3048, 0, 0),
    KILOGRAM(Dimension.MASS, "kg", 1, 0, 1),
    POUND(Dimension.MASS, "lb", 0.45359237, 0, 1),
    CELSIUS(Dimension.TEMPERATURE, "°C", 1, 273.15, 0, "c", "deg c"),
    KELVIN(Dimension.TEMPERATURE, "K", 1, 0, 0),
    FAHRENHEIT(Dimension.TEMPERATURE, "°F", 5.0 / 9.0, 273.15 - 32 * 5.0 / 9.0, 0, "f", "deg f"),
    MINUTE(Dimension.TIME, "min", 60, 0, 1),
    SECOND(Dimension.TIME, "s", 1, 0, 1, "sec"),
    HOUR(Dimension.TIME, "h", 3600, 0, 1),
    DAY(Dimension.TIME, "d", 86400, 0, 1, "days", "day"),
    DEGREE(Dimension.ANGLE, "°", Math.PI / 180, 0, 0, "deg"),
    MILLILITRE(Dimension.VOLUME, "ml", 1e-6, 0, 3, "cm³", "cm3"),
    LITRE(Dimension.VOLUME, "l", 1e-3, 0, 3),
    CUBIC_INCH(Dimension.VOLUME, "in³", 0.0254 * 0.0254 * 0.0254, 0, 3, "in3"),
    SQUARE_MILLIMETRE(Dimension.AREA, "mm²", 1e-6, 0, 2, "mm2"),
    SQUARE_INCH(Dimension.AREA, "in²", 0.0254 * 0.0254, 0, 4, "in2"),
    CUBIC_METRE_PER_HOUR(Dimension.FLOW, "m³/h", 1.0 / 3600, 0, 2, "m3/h"),
    GALLON_PER_MINUTE(Dimension.FLOW, "gal/min", 231 * 0.0254 * 0.0254 * 0.0254 / 60, 0, 1, "gpm"),
    CUBIC_MILLIMETRE_PER_SECOND(Dimension.FLOW, "mm³/s", 1e-9, 0, 2, "mm3/s"),
    CUBIC_INCH_PER_MINUTE(Dimension.FLOW, "in³/min", 0.0254 * 0.0254 * 0.0254 / 60, 0, 4, "in3/min");

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

    /** What a value is multiplied by, before {@link #offset} is added, to have it in the SI unit of its dimension. */
    public double factor() {
        return factor;
    }

    /** What is added after {@link #factor}: zero but for scales of temperature. */
    public double offset() {
        return offset;
    }

    double toSi(double value) {
        return value * factor + offset;
    }

    double fromSi(double si) {
        return (si - offset) / factor;
    }

    /** The unit a metric user reads this dimension in at the bench. */
    public static Unit metric(Dimension dimension) {
        return UnitSystem.METRIC.unit(dimension);
    }

    /**
     * Finds a unit by symbol or a common way of typing it; middle dots, hyphens, brackets and doubled spaces do not
     * matter, nor does case where it changes nothing: a small m makes of a megapascal another unit.
     */
    public static Optional<Unit> named(String text) {
        return known(text).findFirst();
    }

    /** The same where something of one dimension is meant: "ft lbf" is a torque at a bolt and an energy at a spring. */
    static Optional<Unit> named(String text, Dimension meant) {
        return known(text).filter(unit -> unit.dimension == meant).findFirst().or(() -> named(text));
    }

    /** Every way it is typed, as {@link #named(String)} takes them, with what does not matter left out of them. */
    public List<String> names() {
        return Stream.concat(Stream.of(symbol), aliases.stream())
                .map(Unit::plain)
                .distinct()
                .toList();
    }

    private static Stream<Unit> known(String text) {
        String wanted = plain(text);
        return Arrays.stream(values())
                .filter(unit -> unit != MEGAPASCAL || !text.strip().startsWith("m"))
                .filter(unit -> plain(unit.symbol).equals(wanted)
                        || unit.aliases.stream().map(Unit::plain).anyMatch(wanted::equals));
    }

    private static String plain(String text) {
        return text.toLowerCase(Locale.ROOT).replaceAll("[·⋅*.\\-() ]+", "").strip();
    }
}

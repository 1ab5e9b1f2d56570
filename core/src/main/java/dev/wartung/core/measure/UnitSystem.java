package dev.wartung.core.measure;

import java.util.Arrays;
import java.util.Comparator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** The units somebody reads and types in. What is stored is SI in either case. */
public enum UnitSystem {
    METRIC,
    US;

    /** An amount, or a range "12 to 14 N·m". Not after "M8 × ": a screw's length is part of its name. */
    private static final Pattern AMOUNT = Pattern.compile(
            "(?<![\\w.,×/-])(?<!× )(?<number>-?\\d+(?:\\.\\d+)?)(?: to (?<end>-?\\d+(?:\\.\\d+)?))? (?<unit>"
                    + Arrays.stream(Unit.values())
                            .map(Unit::symbol)
                            .sorted(Comparator.comparing(String::length).reversed())
                            .map(Pattern::quote)
                            .collect(Collectors.joining("|"))
                    + ")(?![\\w·/³²])");

    /** The unit this dimension is read in at the bench. */
    public Unit unit(Dimension dimension) {
        boolean us = this == US;
        return switch (dimension) {
            case LENGTH -> us ? Unit.INCH : Unit.MILLIMETRE;
            case TORQUE -> us ? Unit.POUND_FORCE_INCH : Unit.NEWTON_METRE;
            case PRESSURE -> us ? Unit.PSI : Unit.BAR;
            case FORCE -> us ? Unit.POUND_FORCE : Unit.NEWTON;
            case STIFFNESS -> us ? Unit.POUND_FORCE_PER_INCH : Unit.NEWTON_PER_MILLIMETRE;
            case ENERGY -> us ? Unit.FOOT_POUND_FORCE : Unit.JOULE;
            case MASS -> us ? Unit.POUND : Unit.KILOGRAM;
            case TEMPERATURE -> us ? Unit.FAHRENHEIT : Unit.CELSIUS;
            case TIME -> Unit.MINUTE;
            case ANGLE -> Unit.DEGREE;
            case VOLUME -> us ? Unit.CUBIC_INCH : Unit.MILLILITRE;
            case AREA -> us ? Unit.SQUARE_INCH : Unit.SQUARE_MILLIMETRE;
            case FLOW -> us ? Unit.GALLON_PER_MINUTE : Unit.CUBIC_METRE_PER_HOUR;
        };
    }

    /**
     * The unit this system uses instead of a metric one. Small and special units that both read (mm³/s, µm, mbar,
     * angles, times) stay.
     */
    private Unit insteadOf(Unit unit) {
        return switch (unit) {
            case MICROMETRE,
                    CUBIC_MILLIMETRE_PER_SECOND,
                    MEGAPASCAL,
                    MILLIBAR,
                    SECOND,
                    MINUTE,
                    HOUR,
                    DAY,
                    DEGREE -> unit;
            default -> unit(unit.dimension());
        };
    }

    public String shown(Quantity quantity) {
        return this == METRIC ? quantity.shown() : quantity.shownIn(unit(quantity.dimension()));
    }

    /**
     * A text made for metric readers, with every amount in it said in this system: "moves over 24 mm" becomes "moves
     * over 0.945 in". Texts of steps are
     * kept with the job as they were derived, in metric units; whoever reads them may read others.
     */
    public String reword(String text) {
        if (this == METRIC || text.isEmpty()) {
            return text;
        }
        return AMOUNT.matcher(text)
                .replaceAll(
                        match -> Matcher.quoteReplacement(reworded(match.group(1), match.group(2), match.group(3))));
    }

    /**
     * The same for the name of a tool: its torque is said anew, its size is not: a key of 11 mm is a key of 11 mm for
     * every reader.
     */
    public String rewordTool(String text) {
        return this == METRIC
                ? text
                : AMOUNT.matcher(text)
                        .replaceAll(match -> Matcher.quoteReplacement(
                                Unit.named(match.group(3)).orElseThrow().dimension() == Dimension.LENGTH
                                        ? match.group()
                                        : reworded(match.group(1), match.group(2), match.group(3))));
    }

    private String reworded(String number, String end, String symbol) {
        Unit said = Unit.named(symbol).orElseThrow();
        Unit read = insteadOf(said);
        String from = Quantity.of(Double.parseDouble(number), said).numberIn(read);
        return from
                + (end == null
                        ? ""
                        : " to " + Quantity.of(Double.parseDouble(end), said).numberIn(read)) + " " + read.symbol();
    }
}

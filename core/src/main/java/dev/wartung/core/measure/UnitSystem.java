package dev.wartung.core.measure;

/** The units somebody reads and types in. What is stored is SI in either case. */
public enum UnitSystem {
    METRIC,
    US;

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

    /** The unit this very amount is read in: forces from 1000 N on in kN. */
    public Unit unitFor(Quantity quantity) {
        return this == METRIC && quantity.dimension() == Dimension.FORCE && Math.abs(quantity.si()) >= 1000
                ? Unit.KILONEWTON
                : unit(quantity.dimension());
    }

    /** What an amount is read in here where metric readers have it in this unit, which need not be the usual one. */
    public Unit counterpart(Unit metric) {
        if (this == METRIC) {
            return metric;
        }
        return switch (metric) {
            case MILLIBAR -> Unit.INCH_OF_WATER;
            case CUBIC_MILLIMETRE_PER_SECOND -> Unit.CUBIC_INCH_PER_MINUTE;
            case MICROMETRE -> Unit.MICROINCH;
            case SECOND, MINUTE, HOUR, DAY, DEGREE, KELVIN -> metric;
            default -> unit(metric.dimension());
        };
    }

    public String shown(Quantity quantity) {
        return quantity.shownIn(unitFor(quantity));
    }
}

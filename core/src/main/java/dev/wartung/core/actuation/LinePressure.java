package dev.wartung.core.actuation;

/**
 * Pressure in the line at the valve, pascal (gauge), ≥ 0.
 *
 * @param belowPa under the closed plug
 * @param abovePa above the closed plug
 */
public record LinePressure(double belowPa, double abovePa) {

    /** A drained line: the state in which the valve is worked on. */
    public static final LinePressure NONE = new LinePressure(0, 0);

    public LinePressure {
        if (belowPa < 0 || abovePa < 0) {
            throw new IllegalArgumentException("gauge pressure below zero");
        }
    }

    /** In the body of the open valve: the higher of the two. */
    double bodyPa() {
        return Math.max(belowPa, abovePa);
    }
}

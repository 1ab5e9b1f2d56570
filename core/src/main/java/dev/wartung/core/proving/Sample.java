package dev.wartung.core.proving;

/**
 * What a test bench measured at one moment.
 *
 * @param seq       counted up by one for each sample, so that a lost one shows
 * @param seconds   since the bench was reset
 * @param airPa     air at the actuator, pascal
 * @param travel    0 closed to 1 open
 * @param closedEnd the switch at the closed end
 * @param openEnd   the switch at the open end
 * @param airLost   the bench has no supply
 * @param linePa    pressure on the line side, under the closed plug, pascal
 * @param mark      the phase of the run the bench was told
 * @param upperMm   how far the upper seat of two has lifted alone, millimetres; 0 where there is one seat
 * @param lowerMm   the same of the lower seat
 */
public record Sample(
        int seq,
        double seconds,
        double airPa,
        double travel,
        boolean closedEnd,
        boolean openEnd,
        boolean airLost,
        double linePa,
        int mark,
        double upperMm,
        double lowerMm) {

    private static final double MOST_AIR_PA = 1.6e6;
    private static final double MOST_LINE_PA = 1e7;
    private static final double MOST_LIFT_MM = 20;

    /** Whether a bench can have measured this. A broken transmitter or a foreign device says otherwise. */
    public boolean makesSense() {
        return airPa >= -2e4
                && airPa <= MOST_AIR_PA
                && travel >= -0.05
                && travel <= 1.05
                && linePa >= -2e4
                && linePa <= MOST_LINE_PA
                && upperMm >= 0
                && upperMm <= MOST_LIFT_MM
                && lowerMm >= 0
                && lowerMm <= MOST_LIFT_MM
                && !(closedEnd && openEnd)
                && seconds >= 0;
    }
}

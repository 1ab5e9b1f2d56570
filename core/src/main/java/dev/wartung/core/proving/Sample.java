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
 * @param chamberPa pressure in the decay chamber on the line side, pascal
 * @param mark      the phase of the run the bench was told
 */
public record Sample(int seq, double seconds, double airPa, double travel, boolean closedEnd, boolean openEnd, boolean airLost, double chamberPa, int mark) {

    private static final double MOST_AIR_PA = 1.6e6;

    /** Whether a bench can have measured this. A broken transmitter or a foreign device says otherwise. */
    public boolean makesSense() {
        return airPa >= -2e4 && airPa <= MOST_AIR_PA && travel >= -0.05 && travel <= 1.05 && chamberPa >= -2e4 && chamberPa <= MOST_AIR_PA && !(closedEnd && openEnd) && seconds >= 0;
    }
}

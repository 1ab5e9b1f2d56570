package dev.wartung.core.workshop;

import dev.wartung.core.bolting.BoltSize;
import java.util.Arrays;
import java.util.Optional;

/** Which metric coarse thread a screw has, from what is across its crests and how far several turns reach. */
public final class MeasuredThread {

    /**
     * How far below its nominal diameter a screw's crests may lie, as a share of its pitch: a little more than the 0.19
     * of M4 and the 0.15 of M20. Source: ISO 965-1, 6g, allowance and tolerance of the major diameter.
     */
    private static final double BELOW = 0.22;

    private MeasuredThread() {}

    /**
     * The size; empty where both together fit none: a fine thread, one in inches, or a slip.
     *
     * @param across          its crests, metre
     * @param turns           how many pitches were measured together, 1 or more
     * @param reach           of these, metre
     * @param uncertainAcross of the diameter, metre, k = 2
     * @param uncertainReach  of the reach, metre, k = 2
     * @throws IllegalArgumentException if no turn was measured
     */
    public static Optional<BoltSize> of(
            double across, int turns, double reach, double uncertainAcross, double uncertainReach) {
        if (turns < 1) {
            throw new IllegalArgumentException("at least one turn");
        }
        double pitch = reach / turns;
        // however unsure the reach: beyond a tenth of its pitch a coarse thread cannot be told from a fine one
        double off = Math.min(uncertainReach / turns, 0.1 * pitch);
        return Arrays.stream(BoltSize.values())
                .filter(s -> across <= s.diameterM() + uncertainAcross
                        && across >= s.diameterM() - BELOW * s.pitchM() - uncertainAcross)
                .filter(s -> Math.abs(pitch - s.pitchM()) <= Math.max(off, 0.02 * s.pitchM()))
                .findFirst();
    }
}

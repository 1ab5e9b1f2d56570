package dev.wartung.core.leak;

/**
 * The volume of a chamber, measured by opening a vessel of known volume into it: what one loses the other takes up.
 *
 * <p>Source: Boyle, the temperature even again: V = V0·(p0 − p)/(p − p1), pressures gauge or absolute alike. Worked: 1 l at
 * 6 bar opened into a chamber at 0 bar, 2 bar in both: 1·4/2 = 2 l.
 *
 * @param vesselM3  known, above 0
 * @param vesselPa  in it before
 * @param chamberPa in the chamber before, less than in the vessel
 * @param bothPa    in both afterwards, between the two
 */
public record KnownVolume(double vesselM3, double vesselPa, double chamberPa, double bothPa) {

    public KnownVolume {
        if (!(vesselM3 > 0) || !(bothPa > chamberPa) || !(bothPa < vesselPa)) {
            throw new IllegalArgumentException("a vessel at more than the chamber, and afterwards both in between");
        }
    }

    public double volumeM3() {
        return vesselM3 * (vesselPa - bothPa) / (bothPa - chamberPa);
    }

    /**
     * How far it may be off, as a share of it, from the gauge alone.
     *
     * @param gaugePa of one reading, k = 2
     */
    public double share(double gaugePa) {
        double lost = gaugePa / (vesselPa - bothPa);
        double gained = gaugePa / (bothPa - chamberPa);
        // the last reading is in both differences, with opposite sign
        return Math.sqrt(lost * lost + gained * gained + (lost + gained) * (lost + gained));
    }
}

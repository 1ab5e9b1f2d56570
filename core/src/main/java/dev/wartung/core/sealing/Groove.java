package dev.wartung.core.sealing;

/**
 * A round seal in a rectangular groove, in section. Fill = seal area ÷ free groove area; hot, the seal has grown by
 * volume and the steel by almost nothing. A
 * groove filled above about 95 % hot pushes the seal out, and so does free space packed with grease, which cannot be
 * compressed.
 *
 * <p>The seal grows in section by the whole of its volumetric growth, since along the ring it is held to the steel's
 * length; steel grows 4.8e-5 /K
 * (three times 1.6e-5, austenitic). Worked: cord 5.3 mm in 4.2 × 6.6 mm: 22.06/27.72 = 79.6 %; EPDM from 20 to 121 °C:
 * 79.6·1.0485/1.0048 = 83.0 %.
 *
 * @param cordM  thickness of the seal, above 0
 * @param depthM depth of the groove with the joint closed, above 0, less than the cord: otherwise nothing is squeezed
 * @param widthM width of the groove, not less than the cord
 */
public record Groove(double cordM, double depthM, double widthM) {

    public static final double MOST_FILL = 0.95;
    private static final double STEEL_PER_K = 3 * 1.6e-5;

    public Groove {
        if (!(cordM > 0) || !(depthM > 0) || depthM >= cordM || widthM < cordM) {
            throw new IllegalArgumentException("a cord deeper than the groove and not wider than it");
        }
    }

    public double squeeze() {
        return (cordM - depthM) / cordM;
    }

    /** Share of the groove's section the seal takes at the temperature it was measured at. */
    public double fill() {
        return Math.PI / 4 * cordM * cordM / (depthM * widthM);
    }

    /** Share taken when warmer by so many kelvin (may be negative). */
    public double fillAt(Polymer polymer, double warmerK) {
        return fill() * (1 + polymer.growthPerK() * warmerK) / (1 + STEEL_PER_K * warmerK);
    }

    /**
     * The largest share of the free section grease may take so that the hot seal still has room; 0 where there is none.
     */
    public double roomForGrease(Polymer polymer, double warmerK) {
        double free = 1 - fill();
        double grows = Math.max(0, fillAt(polymer, warmerK) - fill());
        return Math.max(0, Math.min(1, (free - grows) / free));
    }
}

package dev.wartung.core.sealing;

/**
 * A round seal in a rectangular groove, in section. Fill = seal area ÷ groove area; hot, the seal has grown by volume
 * and the steel by almost nothing, and what it takes up of product and cleaner makes it grow more. One rule decides:
 * what cannot be compressed, the seal hot and swollen with the hot grease beside it, fills at most 95 % of the hot
 * groove; beyond, the seal is pushed out.
 *
 * <p>The seal grows in section by the whole of its volumetric growth, since along the ring it is held to the steel's
 * length; steel grows 4.8e-5 /K
 * (three times 1.6e-5, austenitic). Worked: cord 5.3 mm in 4.2 × 6.6 mm: 22.06/27.72 = 79.6 %; EPDM from 20 to 121 °C:
 * 79.6·1.0485/1.0048 = 83.0 %. Swollen by 5 %: 87.2 %. With a fifth of the cold free space full of grease, which
 * grows up to 1e-3 /K (silicone and perfluorinated oils; others 7e-4): 20 %·20.4 %·1.101/1.0048 = 4.5 % more, 91.7 %.
 *
 * @param cordM  thickness of the seal, above 0
 * @param depthM depth of the groove with the joint closed, above 0, less than the cord: otherwise nothing is squeezed
 * @param widthM width of the groove, not less than the cord
 */
public record Groove(double cordM, double depthM, double widthM) {

    public static final double MOST_FILL = 0.95;
    private static final double STEEL_PER_K = 3 * 1.6e-5;
    /** Volumetric expansion of greases at the most, 1/K: silicone and perfluorinated oils. */
    private static final double GREASE_PER_K = 1e-3;

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

    /**
     * Share the seal takes when warmer by so many kelvin (may be negative).
     *
     * @param swelling by what it takes up, as a part of its volume; 0 or more
     */
    public double fillAt(Polymer polymer, double warmerK, double swelling) {
        return fill() * (1 + polymer.growthPerK() * warmerK) * (1 + swelling) / (1 + STEEL_PER_K * warmerK);
    }

    /**
     * Share that seal and grease take together.
     *
     * @param grease part of the cold free section that grease takes, 0 to 1
     */
    public double packedAt(Polymer polymer, double warmerK, double swelling, double grease) {
        return fillAt(polymer, warmerK, swelling) + grease * greaseAt(warmerK);
    }

    /** Share of the hot groove that the whole cold free section takes, full of grease. */
    private double greaseAt(double warmerK) {
        return Math.max(0, 1 - fill()) * (1 + GREASE_PER_K * warmerK) / (1 + STEEL_PER_K * warmerK);
    }

    /**
     * The largest part of the cold free section that grease may take, so that both together stay within
     * {@link #MOST_FILL} when hot; 0 where none may.
     */
    public double roomForGrease(Polymer polymer, double warmerK, double swelling) {
        double left = MOST_FILL - fillAt(polymer, warmerK, swelling);
        double whole = greaseAt(warmerK);
        return left <= 0 || whole <= 0 ? 0 : Math.min(1, left / whole);
    }
}

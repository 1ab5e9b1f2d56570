package dev.wartung.core.lubrication;

/**
 * How much grease a seal takes: its surface times the thickness of the film. Source: geometry of a ring of round
 * section, surface π²·(d + c)·c. Worked: a
 * ring of 50 mm inside and 5 mm cord has 2714 mm²; 8 µm on it are 22 mm³, the head of a match.
 */
public final class Film {

    /** Demo value of our invented plant: a film one can just see shine. */
    public static final double THIN_M = 8e-6;

    private Film() {}

    /**
     * Surface of a ring, m².
     *
     * @param insideM inside diameter, above 0
     * @param cordM thickness, above 0
     */
    public static double areaM2(double insideM, double cordM) {
        if (!(insideM > 0) || !(cordM > 0)) {
            throw new IllegalArgumentException("a ring of some size");
        }
        return Math.PI * Math.PI * (insideM + cordM) * cordM;
    }

    /**
     * m³.
     *
     * @param thicknessM above 0
     */
    public static double volumeM3(double areaM2, double thicknessM) {
        if (!(areaM2 > 0) || !(thicknessM > 0)) {
            throw new IllegalArgumentException("a surface and a film of some thickness");
        }
        return areaM2 * thicknessM;
    }

    /**
     * A volume a hand can judge.
     *
     * @param volumeM3 above 0
     */
    public static String byEye(double volumeM3) {
        double mm3 = volumeM3 * 1e9;
        if (mm3 < 15) {
            return "less than a rice grain";
        }
        if (mm3 < 45) {
            return "a rice grain";
        }
        return mm3 < 250 ? "a pea cut in half" : mm3 < 600 ? "a pea" : Math.round(mm3 / 450) + " peas";
    }
}

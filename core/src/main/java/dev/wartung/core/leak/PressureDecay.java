package dev.wartung.core.leak;

/**
 * Gas lost from a closed volume between two readings: Q = V/Δt·(p1/T1 − p2/T2)·T0/p0, pressures absolute, temperatures
 * in kelvin, Q at T0 and p0.
 *
 * <p>Source: ideal gas. Worked: 2 l, 7 bar abs falling to 6.993 bar in 600 s at a steady 293.15 K:
 * 2e-3/600·(700/293.15)/1000 · 273.15/101325 Pa = 21.5 mm³/s
 * (at 0 °C, 1.01325 bar). A rise of 0.1 K over the test hides 2.4 mbar of it.
 *
 * @param volumeM3 enclosed, above 0
 * @param seconds  between the readings, above 0
 * @param startPa  absolute, above 0
 * @param endPa    absolute, above 0
 * @param startK   above 0
 * @param endK     above 0
 */
public record PressureDecay(double volumeM3, double seconds, double startPa, double endPa, double startK, double endK) {

    /** The conditions leakage is stated at: 0 °C and 1.01325 bar. */
    public static final double T0_K = 273.15;

    public static final double P0_PA = 101325;

    public PressureDecay {
        if (!(volumeM3 > 0) || !(seconds > 0) || !(startPa > 0) || !(endPa > 0) || !(startK > 0) || !(endK > 0)) {
            throw new IllegalArgumentException("volume, time, absolute pressures and kelvins are above zero");
        }
    }

    /** Leakage, m³/s at T0 and p0; negative where more came in than went out. */
    public double leakM3PerS() {
        return volumeM3 / seconds * (startPa / startK - endPa / endK) * T0_K / P0_PA;
    }

    /** The pressure change a change of temperature alone would have made, Pa. */
    public double byTemperaturePa() {
        return startPa * (endK / startK - 1);
    }

    /**
     * Uncertainty of the leakage, m³/s, from both readings of gauge and thermometer, added as squares (GUM,
     * uncorrelated).
     *
     * @param gaugePa       of one pressure reading, 0 or more
     * @param thermometerK  of one temperature reading, 0 or more
     */
    public double uncertaintyM3PerS(double gaugePa, double thermometerK) {
        return volumeM3 / seconds * T0_K / P0_PA * moles(startPa, startK, endPa, endK, gaugePa, thermometerK);
    }

    /** Uncertainty of p1/T1 − p2/T2, Pa/K. */
    private static double moles(double p1, double t1, double p2, double t2, double gaugePa, double thermometerK) {
        double start = Math.hypot(gaugePa / t1, p1 * thermometerK / (t1 * t1));
        return Math.hypot(start, Math.hypot(gaugePa / t2, p2 * thermometerK / (t2 * t2)));
    }

    /**
     * The shortest test, seconds, in which a leakage at the limit stands out: three times as large as the uncertainty
     * of what is read.
     *
     * @param limitM3PerS at T0 and p0, above 0
     */
    public static double shortestS(
            double volumeM3,
            double pressurePa,
            double temperatureK,
            double limitM3PerS,
            double gaugePa,
            double thermometerK) {
        if (!(limitM3PerS > 0)) {
            throw new IllegalArgumentException("a limit above zero: “no visible leakage” is not proven by a number");
        }
        return 3
                * volumeM3
                * T0_K
                / P0_PA
                * moles(pressurePa, temperatureK, pressurePa, temperatureK, gaugePa, thermometerK)
                / limitM3PerS;
    }
}

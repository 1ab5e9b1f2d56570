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
     * How far what is read may be off, each expanded (k = 2), as calibration certificates give it.
     *
     * @param gaugePa      of one pressure reading, above 0: no gauge reads without error
     * @param thermometerK of one temperature reading, 0 or more
     * @param volumeShare  of the volume, as a share of it, 0 or more, below 1
     * @param barometerPa  of the barometer, the same for both readings, 0 or more
     */
    public record Uncertainty(double gaugePa, double thermometerK, double volumeShare, double barometerPa) {
        public Uncertainty {
            if (!(gaugePa > 0)
                    || !(thermometerK >= 0)
                    || !(volumeShare >= 0)
                    || !(volumeShare < 1)
                    || !(barometerPa >= 0)) {
                throw new IllegalArgumentException("a gauge with some uncertainty, the others of zero or more");
            }
        }
    }

    /** Uncertainty of the leakage (k = 2), m³/s: readings, volume and barometer added as squares (GUM, uncorrelated). */
    public double uncertaintyM3PerS(Uncertainty of) {
        return Math.hypot(ofReadingsM3PerS(of), ofVolumeM3PerS(of));
    }

    /** What readings and barometer bring; it falls as the test lasts longer. */
    double ofReadingsM3PerS(Uncertainty of) {
        double readings = moles(of.gaugePa(), of.thermometerK());
        double barometer = Math.abs(1 / startK - 1 / endK) * of.barometerPa();
        return volumeM3 / seconds * T0_K / P0_PA * Math.hypot(readings, barometer);
    }

    /** What the volume brings: a share of the leakage, however long the test. */
    double ofVolumeM3PerS(Uncertainty of) {
        return Math.abs(leakM3PerS()) * of.volumeShare();
    }

    /** Uncertainty of p1/T1 − p2/T2, Pa/K. */
    private double moles(double gaugePa, double thermometerK) {
        double start = Math.hypot(gaugePa / startK, startPa * thermometerK / (startK * startK));
        return Math.hypot(start, Math.hypot(gaugePa / endK, endPa * thermometerK / (endK * endK)));
    }
}

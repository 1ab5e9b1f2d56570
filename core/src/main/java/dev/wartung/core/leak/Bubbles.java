package dev.wartung.core.leak;

/**
 * Leakage counted in bubbles from a tube held just under water: each about a ball, π/6·d³. Source: geometry. Worked: 4
 * mm bubbles are 33.5 mm³ each; 10 in
 * a minute are 5.6 mm³/s.
 *
 * @param count     0 or more
 * @param diameterM of a bubble, above 0; a 6 mm tube end gives about 4 to 5 mm
 * @param seconds   counted for, above 0
 */
public record Bubbles(int count, double diameterM, double seconds) {

    public Bubbles {
        if (count < 0 || !(diameterM > 0) || !(seconds > 0)) {
            throw new IllegalArgumentException("a count, a size and a time");
        }
    }

    public double volumeM3() {
        return count * Math.PI / 6 * diameterM * diameterM * diameterM;
    }

    public double leakM3PerS() {
        return volumeM3() / seconds;
    }

    /** None seen proves only that it is less than one: the leakage below which nothing would have been seen. */
    public double resolutionM3PerS() {
        return Math.PI / 6 * diameterM * diameterM * diameterM / seconds;
    }

    /** A bubble sized by eye is good to a quarter of its diameter, its volume to half or double. */
    public static final double SIZED_BY_EYE = 2;

    /**
     * The leakage at the conditions that decay is stated at, m³/s: a ball of gas at the barometer's pressure and the
     * water's temperature.
     *
     * @param m3PerS as counted
     * @param barometerPa above 0
     * @param waterK      above 0
     */
    public static double standardM3PerS(double m3PerS, double barometerPa, double waterK) {
        return m3PerS * barometerPa / PressureDecay.P0_PA * PressureDecay.T0_K / waterK;
    }

    /**
     * The most it may be: what chance may have left uncounted (n + 2·√n + 3, three of none), each twice as large as it
     * looked.
     */
    public double mostM3PerS() {
        return (count + 2 * Math.sqrt(count) + 3) * resolutionM3PerS() * SIZED_BY_EYE;
    }

    /** The least it may be: so many fewer, each half as large. */
    public double leastM3PerS() {
        return Math.max(0, count - 2 * Math.sqrt(count)) * resolutionM3PerS() / SIZED_BY_EYE;
    }
}

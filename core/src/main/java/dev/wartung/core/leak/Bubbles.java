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
}

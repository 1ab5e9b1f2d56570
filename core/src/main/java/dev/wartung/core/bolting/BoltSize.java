package dev.wartung.core.bolting;

import java.util.Optional;
import java.util.stream.Stream;

/**
 * Metric screws with coarse thread: diameter and pitch after ISO 261, stress area after ISO 898-1, nut height after ISO
 * 4032, width across flats after ISO 272.
 */
public enum BoltSize {
    M4(4, 0.7, 8.78, 3.2, 7),
    M5(5, 0.8, 14.2, 4.7, 8),
    M6(6, 1.0, 20.1, 5.2, 10),
    M8(8, 1.25, 36.6, 6.8, 13),
    M10(10, 1.5, 58.0, 8.4, 16),
    M12(12, 1.75, 84.3, 10.8, 18),
    M16(16, 2.0, 157, 14.8, 24),
    M20(20, 2.5, 245, 18.0, 30);

    private final double diameterMm;
    private final double pitchMm;
    private final double stressAreaMm2;
    private final double nutMm;
    private final double flatsMm;

    BoltSize(double diameterMm, double pitchMm, double stressAreaMm2, double nutMm, double flatsMm) {
        this.diameterMm = diameterMm;
        this.pitchMm = pitchMm;
        this.stressAreaMm2 = stressAreaMm2;
        this.nutMm = nutMm;
        this.flatsMm = flatsMm;
    }

    public double diameterM() {
        return diameterMm / 1000;
    }

    public double pitchM() {
        return pitchMm / 1000;
    }

    public double stressAreaM2() {
        return stressAreaMm2 * 1e-6;
    }

    /** Height of an ordinary hexagon nut, metre. */
    public double nutM() {
        return nutMm / 1000;
    }

    /** The spanner an ordinary hexagon head or nut takes, metre. */
    public double flatsM() {
        return flatsMm / 1000;
    }

    public static Optional<BoltSize> named(String name) {
        return Stream.of(values()).filter(s -> s.name().equals(name)).findFirst();
    }
}

package dev.wartung.core.leak;

import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Leakage rates of EN 12266-1, mm³/s per millimetre of nominal size. Rate A is "no visible leakage", not a number. */
public enum LeakClass {
    A(0, 0),
    AA(0.006, 0.18),
    B(0.01, 0.3),
    C(0.03, 3),
    CC(0.08, 22.3),
    D(0.1, 30),
    E(0.3, 300),
    EE(0.39, 470),
    F(1, 3000),
    G(2, 6000);

    private final double liquid;
    private final double gas;

    LeakClass(double liquid, double gas) {
        this.liquid = liquid;
        this.gas = gas;
    }

    /** What the valve is tested with. */
    public enum Medium {
        LIQUID,
        GAS;

        public String words() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * Most leakage allowed, m³/s (gas: at standard conditions); empty for rate A.
     *
     * @param nominalMm DN, above 0
     */
    public Optional<Double> limitM3PerS(Medium medium, double nominalMm) {
        return this == A ? Optional.empty() : Optional.of((medium == Medium.GAS ? gas : liquid) * nominalMm * 1e-9);
    }

    /** The tightest class with a number that a leakage still meets; empty if none. */
    public static Optional<LeakClass> metBy(double m3PerS, Medium medium, double nominalMm) {
        return Stream.of(values())
                .filter(c -> c.limitM3PerS(medium, nominalMm)
                        .filter(l -> m3PerS <= l * (1 + 1e-12))
                        .isPresent())
                .findFirst();
    }
}

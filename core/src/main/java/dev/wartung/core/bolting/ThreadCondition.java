package dev.wartung.core.bolting;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.Locale;

/**
 * How a thread is treated, with the nut factor K of T = K·F·d for a stainless pair. The factors and their scatter are
 * demo values of our invented plant;
 * they depend on the paste and the finish, and a plant enters its own.
 */
public enum ThreadCondition {
    @JsonProperty("dry")
    DRY(0.30, 0.25),
    @JsonProperty("oiled")
    OILED(0.18, 0.20),
    @JsonProperty("anti-seize")
    ANTI_SEIZE(0.16, 0.15);

    private final double k;
    private final double scatter;

    ThreadCondition(double k, double scatter) {
        this.k = k;
        this.scatter = scatter;
    }

    /** Nut factor, a pure number. */
    public double k() {
        return k;
    }

    /** How far K strays to either side, as a share of it. */
    public double scatter() {
        return scatter;
    }

    public String words() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}

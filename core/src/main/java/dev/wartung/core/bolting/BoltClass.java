package dev.wartung.core.bolting;

import com.fasterxml.jackson.annotation.JsonProperty;

/** Property classes of stainless screws, with the 0.2 % proof stress of ISO 3506-1. */
public enum BoltClass {
    @JsonProperty("A2-50")
    A2_50("A2-50", 210e6),
    @JsonProperty("A2-70")
    A2_70("A2-70", 450e6),
    @JsonProperty("A4-70")
    A4_70("A4-70", 450e6),
    @JsonProperty("A4-80")
    A4_80("A4-80", 600e6);

    private final String symbol;
    private final double proofPa;

    BoltClass(String symbol, double proofPa) {
        this.symbol = symbol;
        this.proofPa = proofPa;
    }

    /** As stamped on the head. */
    public String symbol() {
        return symbol;
    }

    /** Pascal. */
    public double proofPa() {
        return proofPa;
    }
}

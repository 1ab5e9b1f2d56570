package dev.wartung.core.bolting;

/** Property classes of stainless screws, with the 0.2 % proof stress of ISO 3506-1. */
public enum BoltClass {
    A2_50("A2-50", 210e6), A2_70("A2-70", 450e6), A4_70("A4-70", 450e6), A4_80("A4-80", 600e6);

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

package dev.wartung.core.sealing;

import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Seal materials. Volumetric growth per kelvin: usual handbook values for cured compounds; shelf life: years from cure,
 * and one extension after inspection,
 * by the polymer groups of ISO 2230.
 */
public enum Polymer {
    EPDM("EPDM", 4.8e-4, 10, 5),
    HNBR("HNBR", 4.8e-4, 7, 3),
    NBR("NBR", 4.8e-4, 7, 3),
    FKM("FKM", 4.5e-4, 10, 5),
    VMQ("VMQ", 6e-4, 10, 5),
    FFKM("FFKM", 9e-4, 10, 5),
    PTFE("PTFE", 3.5e-4, 0, 0);

    private final String symbol;
    private final double growthPerK;
    private final int years;
    private final int extension;

    Polymer(String symbol, double growthPerK, int years, int extension) {
        this.symbol = symbol;
        this.growthPerK = growthPerK;
        this.years = years;
        this.extension = extension;
    }

    public String symbol() {
        return symbol;
    }

    /** Volumetric thermal expansion, 1/K. */
    public double growthPerK() {
        return growthPerK;
    }

    /** Years from cure to fitting; empty: without limit. PTFE with an elastomer backing takes its elastomer's. */
    public Optional<Integer> shelfYears() {
        return years == 0 ? Optional.empty() : Optional.of(years);
    }

    /** Years added once, after an inspection; 0 where there is no limit. */
    public int extensionYears() {
        return extension;
    }

    public boolean elastomer() {
        return this != PTFE;
    }

    /** By the symbol on bag and article; "modified PTFE" and "TFM" are PTFE here. */
    public static Optional<Polymer> named(String material) {
        String wanted = material.strip().toUpperCase(java.util.Locale.ROOT);
        return Stream.of(values())
                .filter(p -> wanted.equals(p.symbol) || (p == PTFE && wanted.endsWith("PTFE")))
                .findFirst();
    }

    /** All that a material is made of, for instance both of "PTFE/EPDM". */
    public static Set<Polymer> in(String material) {
        return Stream.of(material.split("/")).flatMap(m -> named(m).stream()).collect(Collectors.toUnmodifiableSet());
    }
}

package dev.wartung.core.simulation;

/** Where a part is. */
public enum Place {
    ON_VALVE,
    CLOTH,
    BIN,
    BAG,
    LOST
}

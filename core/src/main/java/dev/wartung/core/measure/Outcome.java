package dev.wartung.core.measure;

/** Where a reading lies; an observation that is not the expected one is {@link #DIFFERENT}. */
public enum Outcome {
    WITHIN,
    LOW,
    HIGH,
    DIFFERENT
}

package dev.wartung.core.measure;

/**
 * Where a reading lies; an observation that is not the expected one is {@link #DIFFERENT}, a reading within its limits
 * that the tool's uncertainty could take out of them is {@link #UNSURE}.
 */
public enum Outcome {
    WITHIN,
    LOW,
    HIGH,
    DIFFERENT,
    UNSURE
}

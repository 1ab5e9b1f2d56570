package dev.wartung.core.measure;

/** What kind of thing a quantity measures. Quantities of different dimensions are never compared. */
public enum Dimension {
    LENGTH,
    TORQUE,
    PRESSURE,
    FORCE,
    STIFFNESS,
    ENERGY,
    MASS,
    TEMPERATURE,
    TIME,
    ANGLE,
    VOLUME,
    AREA,
    FLOW
}

package dev.wartung.core.actuation;

/** A figure at the bad end of the scatter, as it should be, and at the good end. */
public record Range(double worst, double usual, double best) {}

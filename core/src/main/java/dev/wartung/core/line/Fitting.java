package dev.wartung.core.line;

/**
 * Something that stands in a line.
 *
 * @param id   within its line
 * @param name what it is called; of a valve its tag
 */
public record Fitting(String id, FittingKind kind, String name) {}

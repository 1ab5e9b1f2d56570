package dev.wartung.core.drawing;

/**
 * A label beside the drawing, with a line to what it names.
 *
 * @param part  the part, or "spring" or "air"
 * @param title the name, written strong
 * @param note  a second line, may be empty
 * @param style how it is coloured: "old", "new", "marked", "spring" or "plain"; the words say the same
 */
public record CallOut(String part, String title, String note, String style) {}

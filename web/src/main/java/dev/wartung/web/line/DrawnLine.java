package dev.wartung.web.line;

import dev.wartung.core.line.LineDrawing;
import java.time.Instant;
import java.util.Optional;

/**
 * A line of the site as it was drawn.
 *
 * @param revision raised with every change
 * @param walked   by whom and when it was found to run so; empty since it was changed last
 */
public record DrawnLine(
        long id,
        String area,
        String line,
        LineDrawing drawing,
        int revision,
        String changedBy,
        Instant changedAt,
        Optional<Walked> walked) {

    /** Somebody has gone along it with the drawing in hand. */
    public record Walked(String by, Instant at) {}
}

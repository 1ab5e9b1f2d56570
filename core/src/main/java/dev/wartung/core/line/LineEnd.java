package dev.wartung.core.line;

/**
 * Where a pipe is joined.
 *
 * @param fitting its id
 * @param end     which end of a valve; empty of anything else
 */
public record LineEnd(String fitting, String end) {

    public static LineEnd of(String fitting) {
        return new LineEnd(fitting, "");
    }

    @Override
    public String toString() {
        return end.isEmpty() ? fitting : fitting + "." + end;
    }
}

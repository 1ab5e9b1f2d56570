package dev.wartung.core.line;

/** A pipe, in the order product takes. */
public record Pipe(LineEnd from, LineEnd to) {

    public boolean touches(String fitting) {
        return from.fitting().equals(fitting) || to.fitting().equals(fitting);
    }
}

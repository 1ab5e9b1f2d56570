package dev.wartung.core.progress;

/** How many of how many. */
public record Count(int done, int of) {

    public boolean complete() {
        return done == of;
    }
}

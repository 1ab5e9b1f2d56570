package dev.wartung.core.progress;

/**
 * A lock of a line: put on, taken off, or not put on.
 *
 * @param at  what it is on, as its plate says
 * @param how what was done there, in words; of one that was not put on, why
 */
public record Locked(String at, String how, Done done) {

    /** What became of it. */
    public enum Done {
        ON,
        OFF,
        /** it could not be, or need not: whoever stood there has said why */
        NOT_PUT
    }

    /** The same, taken off. */
    public Locked takenOff() {
        return new Locked(at, how, Done.OFF);
    }

    /** The same, not put on. */
    public Locked notPut(String why) {
        return new Locked(at, why, Done.NOT_PUT);
    }
}

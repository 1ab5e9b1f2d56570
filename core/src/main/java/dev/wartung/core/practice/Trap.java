package dev.wartung.core.practice;

/**
 * What is not as it seems.
 *
 * @param kind what sort of trap
 * @param what the part with the fault, or the option (or "drive") the record has wrong
 * @param is   how the part looks, or what the option really is
 */
public record Trap(Kind kind, String what, String is) {

    /** Sorts of traps. */
    public enum Kind {
        NONE("Everything is as the record says"),
        WRONG_RECORD("The record may be wrong"),
        HIDDEN_FAULT("A part may have a fault");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    static final Trap NONE = new Trap(Kind.NONE, "", "");

    /** The option that stands for the drive. */
    public static final String DRIVE = "drive";
}

package dev.wartung.core.practice;

/**
 * Something a learner did.
 *
 * @param what   what sort of thing
 * @param key    a move's key; the part looked at or named; the option said to be otherwise
 * @param tool   chosen for a move, empty where none was asked for
 * @param grease chosen for a move; {@link #DRY} for none
 * @param value  what the option is said to be
 */
public record Made(What what, String key, String tool, String grease, String value) {

    /** What can be done. */
    public enum What {
        /** a move carried out */
        MOVE,
        /** a part looked at closely */
        LOOK,
        /** a hint asked for */
        HINT,
        /** what is not as it seems named */
        NAME
    }

    /** No grease at all. */
    public static final String DRY = "none";

    public static Made move(String key, String tool, String grease) {
        return new Made(What.MOVE, key, tool, grease, "");
    }

    public static Made look(String part) {
        return new Made(What.LOOK, part, "", "", "");
    }

    public static Made hint() {
        return new Made(What.HINT, "", "", "", "");
    }

    public static Made name(String what, String value) {
        return new Made(What.NAME, what, "", "", value);
    }
}

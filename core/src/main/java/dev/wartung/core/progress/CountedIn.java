package dev.wartung.core.progress;

/**
 * A piece counted in before the line was opened, with its lot.
 *
 * @param part     its id in the build
 * @param name     in words
 * @param article  the maker's number; empty where the type sheet names none
 * @param material as the type sheet names it; may be empty
 * @param lot      as read off the bag
 * @param fromKit  the number of the kit it came in; empty for one fetched on its own
 * @param instead  why it was taken although the stores' books say otherwise; empty where they agree
 */
public record CountedIn(
        String part, String name, String article, String material, String lot, String fromKit, String instead) {

    /** One fetched on its own, as the stores' books have it. */
    public static CountedIn alone(String part, String name, String article, String material, String lot) {
        return new CountedIn(part, name, article, material, lot, "", "");
    }
}

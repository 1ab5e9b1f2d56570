package dev.wartung.web.page;

import java.util.Map;

/** Reads names and sentences that were typed into forms, and says beside the field what is wrong. */
public final class TypedWords {

    private TypedWords() {}

    /**
     * What was typed, without blanks around it.
     *
     * @param missing  what is told where nothing was
     * @param longest  letters at most
     * @param troubles takes, under the field's name, what is wrong
     */
    public static String read(
            String field, Map<String, String> typed, String missing, int longest, Map<String, String> troubles) {
        String words = typed.getOrDefault(field, "").strip();
        if (words.isEmpty()) {
            troubles.put(field, missing);
        } else if (words.length() > longest) {
            troubles.put(field, "Keep it under " + longest + " letters.");
        }
        return words;
    }
}

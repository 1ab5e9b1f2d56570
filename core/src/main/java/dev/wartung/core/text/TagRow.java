package dev.wartung.core.text;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * A row of tags that differ in their last number, typed as first and last with two dots between: {@code CU-231..CU-238},
 * or {@code CU-231..238}.
 *
 * @param tags    in order
 * @param trouble why what was typed is no row, in words; empty where it is one, or only one tag
 */
public record TagRow(List<String> tags, Optional<String> trouble) {

    /** Valves added at once, at most. */
    public static final int MOST = 60;

    private static final Pattern ROW = Pattern.compile("(.*?)([0-9]{1,6})\\s*\\.\\.\\s*(.*?)([0-9]{1,6})");

    public TagRow {
        tags = List.copyOf(tags);
    }

    /**
     * Reads what was typed: one tag, or a row.
     *
     * @param plain as {@link Tag#plain} gives it
     */
    public static TagRow read(String plain) {
        Matcher row = ROW.matcher(plain);
        if (!row.matches()) {
            return new TagRow(List.of(plain), Optional.empty());
        }
        String before = row.group(1);
        String digits = row.group(2);
        if (!row.group(3).isEmpty() && !row.group(3).equals(before)) {
            return none(
                    "In a row of tags only the last number differs: “" + before + "” is not “" + row.group(3) + "”.");
        }
        int first = Integer.parseInt(digits);
        int last = Integer.parseInt(row.group(4));
        if (last <= first) {
            return none("The last of a row comes after the first.");
        }
        if (last - first >= MOST) {
            return none("At most " + MOST + " at once: these are " + (last - first + 1) + ".");
        }
        return new TagRow(
                IntStream.rangeClosed(first, last)
                        .mapToObj(n -> before + String.format(Locale.ROOT, "%0" + digits.length() + "d", n))
                        .toList(),
                Optional.empty());
    }

    private static TagRow none(String why) {
        return new TagRow(List.of(), Optional.of(why));
    }
}

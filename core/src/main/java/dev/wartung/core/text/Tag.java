package dev.wartung.core.text;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What the plate of a valve may say: letters A to Z in either case, digits, and {@code - _ . / #} between them. Letters
 * of other alphabets look like these and are not, and no plate has signs that cannot be seen.
 */
public final class Tag {

    /** Letters at most. */
    public static final int LONGEST = 30;

    private static final Pattern TAG = Pattern.compile("[A-Za-z0-9]([-_./#]{0,2}[A-Za-z0-9])*");
    /** Of no use in an address, where they lead elsewhere. */
    private static final Pattern ELSEWHERE = Pattern.compile("[./][./]");

    private Tag() {}

    /** As it is kept and searched for: without blanks around it, wide signs narrow (Unicode form NFKC). */
    public static String plain(String typed) {
        return Normalizer.normalize(typed, Normalizer.Form.NFKC).strip();
    }

    /** What is wrong with a plain tag, in words; empty if it can be one. */
    public static Optional<String> trouble(String plain) {
        if (plain.isEmpty()) {
            return Optional.of("The tag as its plate says it.");
        }
        if (plain.length() > LONGEST) {
            return Optional.of("A tag has at most " + LONGEST + " signs.");
        }
        Optional<String> other = plain.codePoints()
                .filter(c -> c > 0x7E
                        || c <= 0x20
                        || !TAG.matcher("A" + (char) c + "A").matches())
                .boxed()
                .findFirst()
                .map(c -> String.format(
                        Locale.ROOT,
                        PlainText.mayHold(c) && !Character.isWhitespace(c) ? "“%s” (U+%04X)" : "sign U+%2$04X",
                        Character.toString(c),
                        c));
        if (other.isPresent()) {
            return Optional.of("A tag has letters A to Z, digits and - _ . / #, and no " + other.get()
                    + ", which may only look like one of them.");
        }
        return TAG.matcher(plain).matches() && !ELSEWHERE.matcher(plain).find()
                ? Optional.empty()
                : Optional.of("A tag begins and ends with a letter or a digit, with at most two other signs between,"
                        + " and no two dots or strokes.");
    }
}

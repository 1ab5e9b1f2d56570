package dev.wartung.core.text;

import java.util.Locale;
import java.util.Optional;

/**
 * The one place that decides what a text may hold, for every form, import and call: letters, digits, signs, blanks,
 * tabs and line breaks. Not control characters, halves of
 * characters, code points that are no characters (Unicode 15, 23.7; of these and the controls XML 1.0, 2.2 can write
 * none), nor marks that turn the direction of writing, so
 * that a text reads as it was typed. What was kept before this was asked is shown with {@link #REPLACEMENT} in its
 * place.
 */
public final class PlainText {

    /** What a character that no text may hold is shown as. */
    public static final char REPLACEMENT = '\ufffd';

    private static final int LETTERS_NAMED = 20;

    private PlainText() {}

    /** Whether a text may hold a code point. A surrogate that stands alone counts as one, and may not be. */
    public static boolean mayHold(int codePoint) {
        return switch (Character.getType(codePoint)) {
            case Character.CONTROL -> codePoint == '\t' || codePoint == '\n' || codePoint == '\r';
            case Character.SURROGATE -> false;
                // U+FDD0 to U+FDEF and the last two of every plane are no characters, and unassigned for good
            case Character.UNASSIGNED -> (codePoint & 0xFFFE) != 0xFFFE && (codePoint < 0xFDD0 || codePoint > 0xFDEF);
            case Character.FORMAT -> (codePoint < 0x202A || codePoint > 0x202E)
                    && (codePoint < 0x2066 || codePoint > 0x2069);
            default -> true;
        };
    }

    /** What a text holds that it may not, and where, in words that follow “holds”; empty if it is as it should be. */
    public static Optional<String> trouble(String text) {
        if (isOrdinary(text)) {
            return Optional.empty();
        }
        for (int i = 0; i < text.length(); i += Character.charCount(text.codePointAt(i))) {
            int codePoint = text.codePointAt(i);
            if (!mayHold(codePoint)) {
                String before =
                        shown(text.substring(Math.max(0, i - LETTERS_NAMED), i)).strip();
                return Optional.of(String.format(
                        Locale.ROOT,
                        "a character that cannot be kept (U+%04X%s)",
                        codePoint,
                        before.isEmpty() ? ", at the beginning" : ", after “" + before + "”"));
            }
        }
        return Optional.empty();
    }

    /**
     * The text with {@link #REPLACEMENT} for whatever it may not hold: for documents, drawings, tables and feeds made
     * of what was kept before.
     */
    public static String shown(String text) {
        if (isOrdinary(text) || text.codePoints().allMatch(PlainText::mayHold)) {
            return text;
        }
        StringBuilder shown = new StringBuilder(text.length());
        text.codePoints().map(c -> mayHold(c) ? c : REPLACEMENT).forEach(shown::appendCodePoint);
        return shown.toString();
    }

    /** Letters, digits and signs of ASCII, lines and tabs: what nearly every text is, and of which none is looked up. */
    private static boolean isOrdinary(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if ((c < ' ' || c > '~') && c != '\n' && c != '\r' && c != '\t') {
                return false;
            }
        }
        return true;
    }
}

package dev.wartung.core.measure;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What somebody typed (or an instrument in keyboard mode sent) into a reading field: understood, or not with the
 * reason.
 */
public sealed interface Entry {

    /** A number with its unit. {@code unit} is the one it was typed in. */
    record Understood(Quantity quantity, Unit unit) implements Entry {}

    /** Not usable; {@code reason} is said beside the field. */
    record NotUnderstood(String reason) implements Entry {}

    /** Thousands to one reader, a decimal to another: "2,300". */
    Pattern EITHER = Pattern.compile("[1-9]\\d{0,2},\\d{3}");

    Pattern NUMBER_AND_UNIT = Pattern.compile("([+-]?)((?:\\d+[ -])?\\d+/\\d+|\\d+(?:[.,]\\d+)?|[.,]\\d+)\\s*(.*)");

    /**
     * Reads a number of zero or more with an optional unit: "13", "13,2", "9.6 Nm", "115 lbf·in", "3/32 in", "1 1/2 in".
     * Point and comma are decimal signs, and nothing parts thousands; a comma before three digits is asked about.
     *
     * @param typed what stands in the field
     * @param usual the unit meant when none is typed; also says which dimension is asked for
     */
    static Entry read(String typed, Unit usual) {
        return read(typed, usual, false);
    }

    /**
     * The same, also below zero where that can be.
     *
     * @param belowZero of temperatures and angles it always can
     */
    static Entry read(String typed, Unit usual, boolean belowZero) {
        String text = typed.replace('\u2212', '-').replace('\u00a0', ' ').strip();
        if (text.isEmpty()) {
            return new NotUnderstood("Type the reading in " + usual.symbol() + ".");
        }
        Matcher matcher = NUMBER_AND_UNIT.matcher(text);
        if (!matcher.matches()) {
            return new NotUnderstood("“" + text + "” is not a number. Type for instance 12.5 or 12,5.");
        }
        Optional<String> either = eitherWay(matcher.group(2));
        if (either.isPresent()) {
            return new NotUnderstood(either.get());
        }
        String tail = matcher.group(3).strip();
        Optional<Unit> unit = tail.isEmpty() ? Optional.of(usual) : Unit.named(tail, usual.dimension());
        if (unit.isEmpty()) {
            return new NotUnderstood(unknown(text, tail, usual));
        }
        if (unit.get().dimension() != usual.dimension()) {
            return new NotUnderstood(
                    unit.get().symbol() + " does not measure this. It is read in " + usual.symbol() + ".");
        }
        double value = (matcher.group(1).equals("-") ? -1 : 1) * number(matcher.group(2));
        if (!Double.isFinite(value)) {
            return new NotUnderstood("“" + text + "” divides by zero.");
        }
        if (value < 0
                && !belowZero
                && usual.dimension() != Dimension.TEMPERATURE
                && usual.dimension() != Dimension.ANGLE) {
            return new NotUnderstood("Less than zero cannot be right. Read it again.");
        }
        if (value > 1e9) {
            return new NotUnderstood("“" + text + "” is too large to be a reading.");
        }
        Quantity quantity = Quantity.of(value, unit.get());
        return quantity.dimension() == Dimension.TEMPERATURE && quantity.si() < 0
                ? new NotUnderstood("“" + text + "” is below absolute zero.")
                : new Understood(quantity, unit.get());
    }

    /**
     * What to ask about a bare number that reads two ways; empty where it reads one. Whoever reads numbers without a
     * unit asks here first.
     */
    static Optional<String> eitherWay(String number) {
        return EITHER.matcher(number).matches()
                ? Optional.of("Is “" + number + "” " + number.replace(',', '.') + " or " + number.replace(",", "")
                        + "? Type it with a point, or without a separator.")
                : Optional.empty();
    }

    private static String unknown(String text, String tail, Unit usual) {
        String plain = tail.toLowerCase(Locale.ROOT).replaceAll("[() ]", "");
        if (tail.matches("['’.,\\d].*")) {
            return "“" + text + "” has two decimal signs, or a separator. Type thousands without a separator.";
        }
        if (plain.equals("mpa")) {
            return "“" + tail + "” is a thousandth of a pascal. Megapascal is MPa.";
        }
        return plain.matches("bara|mbara|psia|kpaa|mpaa")
                ? "“" + tail + "” is absolute. Here pressures are gauge: take the barometer's off."
                : "“" + tail + "” is not a unit known here. Leave it out to mean " + usual.symbol() + ".";
    }

    /**
     * A decimal with point or comma, a fraction "3/32", or a mixed number "1 1/2"; infinite when the fraction divides
     * by zero.
     */
    private static double number(String text) {
        int slash = text.indexOf('/');
        if (slash < 0) {
            return Double.parseDouble(text.replace(',', '.'));
        }
        int gap = Math.max(text.indexOf(' '), text.indexOf('-'));
        double whole = gap < 0 ? 0 : Double.parseDouble(text.substring(0, gap));
        double over = Double.parseDouble(text.substring(slash + 1));
        return over == 0 ? Double.POSITIVE_INFINITY : whole + Double.parseDouble(text.substring(gap + 1, slash)) / over;
    }
}

package dev.wartung.core.measure;

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

    Pattern NUMBER_AND_UNIT = Pattern.compile("([+-]?)((?:\\d+[ -])?\\d+/\\d+|\\d+(?:[.,]\\d+)?|[.,]\\d+)\\s*(.*)");

    /**
     * Reads a number with an optional unit: "13", "13,2", "9.6 Nm", "115 lbf·in", "3/32 in", "1 1/2 in". A comma is a
     * decimal comma.
     *
     * @param typed what stands in the field
     * @param usual the unit meant when none is typed; also says which dimension is asked for
     */
    static Entry read(String typed, Unit usual) {
        String text = typed.replace('\u2212', '-').replace('\u00a0', ' ').strip();
        if (text.isEmpty()) {
            return new NotUnderstood("Type the reading in " + usual.symbol() + ".");
        }
        Matcher matcher = NUMBER_AND_UNIT.matcher(text);
        if (!matcher.matches()) {
            return new NotUnderstood("“" + text + "” is not a number. Type for instance 12.5 or 12,5.");
        }
        String tail = matcher.group(3).strip();
        Optional<Unit> unit = tail.isEmpty() ? Optional.of(usual) : Unit.named(tail, usual.dimension());
        if (unit.isEmpty()) {
            return new NotUnderstood(
                    tail.matches("[.,\\d].*")
                            ? "“" + text + "” has two decimal signs. Type thousands without a separator."
                            : "“" + tail + "” is not a unit known here. Leave it out to mean " + usual.symbol() + ".");
        }
        if (unit.get().dimension() != usual.dimension()) {
            return new NotUnderstood(
                    unit.get().symbol() + " does not measure this. It is read in " + usual.symbol() + ".");
        }
        double value = (matcher.group(1).equals("-") ? -1 : 1) * number(matcher.group(2));
        if (!Double.isFinite(value)) {
            return new NotUnderstood("“" + text + "” divides by zero.");
        }
        if (value < 0 && usual.dimension() != Dimension.TEMPERATURE && usual.dimension() != Dimension.ANGLE) {
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

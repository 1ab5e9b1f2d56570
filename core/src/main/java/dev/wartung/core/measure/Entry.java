package dev.wartung.core.measure;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What somebody typed (or an instrument in keyboard mode sent) into a reading field: understood, or not with the reason. */
public sealed interface Entry {

    /** A number with its unit. {@code unit} is the one it was typed in. */
    record Understood(Quantity quantity, Unit unit) implements Entry {}

    /** Not usable; {@code reason} is said beside the field. */
    record NotUnderstood(String reason) implements Entry {}

    Pattern NUMBER_AND_UNIT = Pattern.compile("([+-]?)(\\d+(?:[.,]\\d+)?|[.,]\\d+)\\s*(.*)");

    /**
     * Reads a number with an optional unit: "13", "13,2", "9.6 Nm", "115 lbf·in". A comma is a decimal comma.
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
        Optional<Unit> unit = tail.isEmpty() ? Optional.of(usual) : Unit.named(tail);
        if (unit.isEmpty()) {
            return new NotUnderstood(tail.matches("[.,\\d].*")
                    ? "“" + text + "” has two decimal signs. Type thousands without a separator."
                    : "“" + tail + "” is not a unit known here. Leave it out to mean " + usual.symbol() + ".");
        }
        if (unit.get().dimension() != usual.dimension()) {
            return new NotUnderstood(unit.get().symbol() + " does not measure this. It is read in " + usual.symbol() + ".");
        }
        double value = Double.parseDouble(matcher.group(1) + matcher.group(2).replace(',', '.'));
        if (value < 0 && usual.dimension() != Dimension.TEMPERATURE) {
            return new NotUnderstood("Less than zero cannot be right. Read it again.");
        }
        if (value > 1e9) {
            return new NotUnderstood("“" + text + "” is too large to be a reading.");
        }
        return new Understood(Quantity.of(value, unit.get()), unit.get());
    }
}

package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.Basis;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.sheet.NumberUses.How;
import dev.wartung.core.sheet.NumberUses.Use;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.SheetDraft.Stated;
import dev.wartung.core.workshop.UsualRange;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A number as it is asked on the page.
 *
 * @param value   as it stands, or as somebody typed it
 * @param was     what stands in the draft
 * @param from    manual, measured or assumed
 * @param hint    between what it usually lies; empty where nothing is usual
 * @param unusual whether it lies outside of that
 * @param purpose what it is for
 */
public record NumberRow(
        NumberField field,
        String value,
        String was,
        String from,
        String note,
        String unit,
        String hint,
        boolean unusual,
        String purpose,
        String trouble) {

    private static final String MANUAL = "manual";

    /** The fields of a form may hold no slash. */
    public String id() {
        return "n-" + field.place().replaceAll("[^A-Za-z0-9]", "-");
    }

    public boolean isKnown() {
        return !was.isEmpty();
    }

    static NumberRow of(NumberField field, SheetDraft sheet, OptionalInt dn, UnitSystem units) {
        Optional<Stated> stated = sheet.number(field.place());
        String shown = stated.map(s -> StatedNumber.shown(s, units)).orElse("");
        Optional<Basis> basis = sheet.basis(field.place());
        Optional<UsualRange> usual = UsualRange.of(field.place(), dn);
        return new NumberRow(
                field,
                shown,
                shown,
                basis.map(b -> b.from() == Basis.From.MEASURED ? "measured" : "assumed")
                        .orElse(MANUAL),
                basis.map(Basis::note).orElse(""),
                field.measures().map(d -> units.unit(d).symbol()).orElse(""),
                usual.map(u -> "usually " + units.shown(u.min()) + " to " + units.shown(u.max()) + ": " + u.basis())
                        .orElse(""),
                usual.filter(u -> stated.flatMap(NumberRow::quantity)
                                .filter(u::isUnusual)
                                .isPresent())
                        .isPresent(),
                purpose(field),
                "");
    }

    /** The same as somebody typed it, with why it is not kept. */
    NumberRow typed(Workshop.Typed typed, String why) {
        return new NumberRow(field, typed.value(), was, typed.from(), typed.note(), unit, hint, unusual, purpose, why);
    }

    private static Optional<Quantity> quantity(Stated stated) {
        return stated instanceof Stated.One one ? Quantity.stated(one.text()) : Optional.empty();
    }

    private static String purpose(NumberField field) {
        if (field.uses().isEmpty()) {
            return field.group().purpose();
        }
        Use first = field.uses().stream()
                .filter(u -> u.how() == How.LIMITS || u.how() == How.TOOL)
                .findFirst()
                .orElse(field.uses().get(0));
        String more = field.uses().size() > 1 ? " and " + (field.uses().size() - 1) + " more" : "";
        return switch (first.how()) {
            case TOOL -> "the tool of: " + first.where() + more;
            case LIMITS -> "the limits of: " + first.where() + more;
            case PLACES -> "read bolt by bolt, and converted for treated threads";
            case CAUTION -> "the caution at: " + first.where() + more;
            case SAID -> "said at: " + first.where() + more;
            case RECHECK -> "when this is due again: " + first.where();
        };
    }
}

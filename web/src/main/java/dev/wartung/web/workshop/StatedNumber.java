package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.Basis;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.SheetDraft.Stated;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A number of a type as it is typed and shown.
 *
 * @param stated  what it says; empty where it is not known
 * @param assumed why part of it is assumed; empty where it is as it was typed
 * @param trouble why it is not understood; empty where it is
 */
record StatedNumber(Optional<Stated> stated, String assumed, String trouble) {

    private static final int MOST_BOLTS = 64;
    private static final double USUAL_SPREAD = 0.1;
    private static final double SECONDS_A_DAY = 86_400;
    /** Two limits with what parts them, and what is aimed for. */
    private static final Pattern LIMITS = Pattern.compile(
            "(?<min>-?[0-9][0-9.,]*)\\s*(?<unit>[^0-9\\s-][^0-9-]*?)?\\s*(?:to|bis|until|\\.\\.\\.?|…|–|—|-)\\s*(?<max>-?[0-9].*?)(?:\\s*[,;(]?\\s*aim\\s+(?<aim>[0-9].*?)\\)?)?");

    private static final Pattern AROUND =
            Pattern.compile("(?<middle>-?[0-9].*?)\\s*(?:±|\\+/-|\\+-)\\s*(?<off>[0-9].*)");

    private static StatedNumber of(Stated stated) {
        return new StatedNumber(Optional.of(stated), "", "");
    }

    private static StatedNumber trouble(String why) {
        return new StatedNumber(Optional.empty(), "", why);
    }

    /** Reads what was typed for a number; nothing means that it is not known. */
    static StatedNumber read(NumberField field, String typed, UnitSystem units) {
        String text = typed.strip();
        if (text.isEmpty()) {
            return new StatedNumber(Optional.empty(), "", "");
        }
        return switch (field.kind()) {
            case AMOUNT -> amount(text, units.unit(field.measures().orElseThrow()));
            case LIMITS -> limits(text, units.unit(field.measures().orElseThrow()));
            case COUNT -> text.matches("[0-9]{1,2}")
                            && Integer.parseInt(text) >= 1
                            && Integer.parseInt(text) <= MOST_BOLTS
                    ? of(new Stated.One(String.valueOf(Integer.parseInt(text))))
                    : trouble("How many, as a whole number from 1 to " + MOST_BOLTS + ".");
            case CHOICE -> field.choices().contains(text) ? of(new Stated.One(text)) : trouble("One of those offered.");
        };
    }

    private static StatedNumber amount(String text, Unit usual) {
        Entry entry = Entry.read(text, usual);
        return entry instanceof Entry.Understood understood
                ? of(new Stated.One(stated(understood.quantity())))
                : trouble(((Entry.NotUnderstood) entry).reason());
    }

    private static StatedNumber limits(String text, Unit usual) {
        Matcher around = AROUND.matcher(text);
        if (around.matches()) {
            return around(around.group("middle"), around.group("off"), usual);
        }
        Matcher limits = LIMITS.matcher(text);
        if (!limits.matches()) {
            return alone(text, usual);
        }
        // "12 to 14 N·m": the unit at the end is meant for both
        Entry max = Entry.read(limits.group("max"), usual);
        if (!(max instanceof Entry.Understood most)) {
            return trouble(((Entry.NotUnderstood) max).reason());
        }
        String own = Optional.ofNullable(limits.group("unit")).orElse("").strip();
        Entry min = Entry.read(limits.group("min") + " " + own, most.unit());
        if (!(min instanceof Entry.Understood least)) {
            return trouble(((Entry.NotUnderstood) min).reason());
        }
        Optional<Quantity> aim = Optional.empty();
        if (limits.group("aim") != null) {
            Entry aimed = Entry.read(limits.group("aim"), most.unit());
            if (!(aimed instanceof Entry.Understood understood)) {
                return trouble(((Entry.NotUnderstood) aimed).reason());
            }
            aim = Optional.of(understood.quantity());
        }
        return between(least.quantity(), aim, most.quantity());
    }

    private static StatedNumber around(String middle, String off, Unit usual) {
        Entry by = Entry.read(off.replaceFirst("\\s*%$", ""), usual);
        Entry at = Entry.read(middle, by instanceof Entry.Understood u ? u.unit() : usual);
        if (!(by instanceof Entry.Understood spread)) {
            return trouble(((Entry.NotUnderstood) by).reason());
        }
        if (!(at instanceof Entry.Understood aim)) {
            return trouble(((Entry.NotUnderstood) at).reason());
        }
        Unit unit = spread.unit();
        double middleIn = aim.quantity().in(unit);
        double either = off.strip().endsWith("%")
                ? middleIn * spread.quantity().in(unit) / 100
                : spread.quantity().in(unit);
        return between(
                Quantity.of(middleIn - either, unit),
                Optional.of(aim.quantity()),
                Quantity.of(middleIn + either, unit));
    }

    /** A manual that says one number only: the limits are a usual spread, and said to be assumed. */
    private static StatedNumber alone(String text, Unit usual) {
        Entry entry = Entry.read(text, usual);
        if (!(entry instanceof Entry.Understood understood)) {
            return trouble("Both limits, for instance 12 to 14 " + usual.symbol() + ". " + reason(entry));
        }
        if (usual.dimension() == Dimension.TEMPERATURE || usual.dimension() == Dimension.ANGLE) {
            return trouble("Both limits, for instance 5 to 40 " + usual.symbol() + ".");
        }
        Quantity aim = understood.quantity();
        StatedNumber spread = between(
                shifted(aim, -aim.si() * USUAL_SPREAD), Optional.of(aim), shifted(aim, aim.si() * USUAL_SPREAD));
        return new StatedNumber(
                spread.stated(), "one number was stated; limits of ± 10 % around it are assumed", spread.trouble());
    }

    private static String reason(Entry entry) {
        return entry instanceof Entry.NotUnderstood not ? not.reason() : "";
    }

    private static Quantity shifted(Quantity from, double by) {
        return new Quantity(from.si() + by, from.dimension());
    }

    private static StatedNumber between(Quantity min, Optional<Quantity> aim, Quantity max) {
        if (min.compareTo(max) > 0) {
            return trouble("The lower limit is above the upper one.");
        }
        if (aim.filter(a -> a.compareTo(min) < 0 || a.compareTo(max) > 0).isPresent()) {
            return trouble("What is aimed for lies outside the limits.");
        }
        return of(new Stated.Limits(stated(min), aim.map(StatedNumber::stated), stated(max)));
    }

    /** As sheets write it, to seven figures: nothing that was typed is lost by the unit it is kept in. */
    static String stated(Quantity quantity) {
        Unit unit = quantity.dimension() == Dimension.TIME && quantity.si() >= SECONDS_A_DAY
                ? Unit.DAY
                : Unit.metric(quantity.dimension());
        String number = new BigDecimal(quantity.in(unit))
                .round(new MathContext(7))
                .stripTrailingZeros()
                .toPlainString();
        return number + " " + unit.symbol();
    }

    /** How what is known is shown to somebody, so that it can be typed again: the unit stands beside it. */
    static String shown(Stated stated, UnitSystem units) {
        if (stated instanceof Stated.Limits limits) {
            return one(limits.min(), units) + " to " + one(limits.max(), units)
                    + limits.target().map(t -> ", aim " + one(t, units)).orElse("");
        }
        return one(((Stated.One) stated).text(), units);
    }

    /** Times stay in the unit they are stated in: nobody reads a year in minutes. */
    private static String one(String stated, UnitSystem units) {
        return Quantity.stated(stated)
                .filter(q -> q.dimension() != Dimension.TIME)
                .map(q -> q.numberIn(units.unit(q.dimension())))
                .orElse(stated);
    }

    /** What the sheet keeps of where a number comes from. */
    static Optional<Basis> basis(String from, String note, String assumed) {
        if (!assumed.isEmpty()) {
            return Optional.of(new Basis(Basis.From.ASSUMED, assumed));
        }
        return switch (from) {
            case "measured" -> Optional.of(new Basis(Basis.From.MEASURED, note.strip()));
            case "assumed" -> Optional.of(new Basis(Basis.From.ASSUMED, note.strip()));
            default -> Optional.empty();
        };
    }
}

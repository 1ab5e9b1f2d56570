package dev.wartung.core.message;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.math.RoundingMode;
import java.util.List;
import java.util.regex.Matcher;

/**
 * How somebody is told things: the one place that knows a reader's units, digits, ranges and language.
 *
 * @param units        the units they read
 * @param translations what is said otherwise in their language
 */
public record Wording(UnitSystem units, Translations translations) {

    /** English, in metric units: what is kept and printed where nobody's reading is known. */
    public static final Wording METRIC = new Wording(UnitSystem.METRIC, Translations.NONE);

    public Wording(UnitSystem units) {
        this(units, Translations.NONE);
    }

    /** The message as it is read. */
    public String of(Message message) {
        if (message.isKept()
                && units == UnitSystem.METRIC
                && translations.texts().isEmpty()) {
            return message.kept();
        }
        String text = translations.of(message).orElse(message.english());
        if (message.arguments().isEmpty() || text.indexOf('{') < 0) {
            return text;
        }
        return Message.PLACE.matcher(text).replaceAll(place -> {
            Argument argument = message.arguments().get(place.group(1));
            return Matcher.quoteReplacement(argument == null ? place.group() : of(argument));
        });
    }

    /** Each of them as it is read. */
    public List<String> all(List<Message> messages) {
        return messages.stream().map(this::of).toList();
    }

    private String of(Argument argument) {
        if (argument instanceof Argument.Amount amount) {
            return of(amount.quantity());
        }
        if (argument instanceof Argument.AtLeast least) {
            return rounded(least.quantity(), RoundingMode.CEILING);
        }
        if (argument instanceof Argument.AtMost most) {
            return rounded(most.quantity(), RoundingMode.FLOOR);
        }
        if (argument instanceof Argument.Measure measure) {
            return measure.quantity().shownIn(measure.unit());
        }
        if (argument instanceof Argument.In in) {
            return in.quantity().shownIn(units.counterpart(in.unit()));
        }
        if (argument instanceof Argument.Range range) {
            Unit unit = units.unit(range.from().dimension());
            String from = range.from().numberIn(unit);
            // what comes to the same as it is shown is no range
            return from.equals(range.to().numberIn(unit))
                    ? range.to().shownIn(unit)
                    : from + " to " + range.to().shownIn(unit);
        }
        if (argument instanceof Argument.Day on) {
            return Days.day(on.day());
        }
        return argument instanceof Argument.Said said ? of(said.message()) : ((Argument.Words) argument).words();
    }

    private String rounded(Quantity quantity, RoundingMode mode) {
        Unit unit = units.unitFor(quantity);
        return quantity.numberIn(unit, mode) + " " + unit.symbol();
    }

    /** "12 to 14 N·m". */
    public String of(Band limits) {
        return limits.shownIn(units.unit(limits.min().dimension()));
    }

    /**
     * An example for whoever types an amount.
     *
     * @param metric for instance "85 °C"
     * @throws IllegalArgumentException if that is no amount
     */
    public String example(String metric) {
        String[] numberAndUnit = metric.split(" ");
        Unit unit = Unit.named(numberAndUnit[numberAndUnit.length - 1])
                .orElseThrow(() -> new IllegalArgumentException("no amount: " + metric));
        return of(Quantity.of(Double.parseDouble(numberAndUnit[0]), unit));
    }

    /** The amount as it is read. */
    public String of(Quantity quantity) {
        return units.shown(quantity);
    }
}

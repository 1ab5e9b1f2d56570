package dev.wartung.core.message;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Text that was written for metric readers, with its amounts found in its words. What was kept before messages kept
 * their amounts is read so; a rule says what it has to say as a {@link Message}.
 */
public final class EarlierText {

    /** An amount, or a range "12 to 14 N·m". Not after "M8 × ": a screw's length is part of its name. */
    private static final Pattern AMOUNT = Pattern.compile(
            "(?<![\\w.,×/-])(?<!× )(?<number>-?\\d+(?:\\.\\d+)?)(?: to (?<end>-?\\d+(?:\\.\\d+)?))? (?<unit>"
                    + Arrays.stream(Unit.values())
                            // in sentences kelvins are a difference
                            .filter(u -> u != Unit.KELVIN)
                            .map(Unit::symbol)
                            .sorted(Comparator.comparing(String::length).reversed())
                            .map(Pattern::quote)
                            .collect(Collectors.joining("|"))
                    + ")(?![\\w·/³²])");

    private EarlierText() {}

    /** The text as a message: a metric reader reads it to the letter. */
    public static Message read(String text) {
        return read(text, false);
    }

    /** A text of a table of knowledge, its amounts found in its words when it is read. */
    public static Message of(String id, String text) {
        Message read = read(text);
        return new Message(id, read.english(), read.arguments());
    }

    /** The name of a tool: its torque is an amount, its size is a name: a key of 11 mm is one for every reader. */
    public static Message readTool(String text) {
        return read(text, true);
    }

    private static Message read(String text, boolean tool) {
        Map<String, Argument> arguments = new TreeMap<>();
        Matcher matcher = AMOUNT.matcher(text);
        String english = matcher.replaceAll(match -> {
            String name = "a" + (arguments.size() + 1);
            arguments.put(name, argument(match.group(1), match.group(2), match.group(3), tool));
            return "{" + name + "}";
        });
        return new Message("", english, arguments, arguments.isEmpty() ? "" : text);
    }

    private static Argument argument(String number, @Nullable String end, String symbol, boolean tool) {
        Unit unit = Unit.named(symbol).orElseThrow();
        Quantity from = Quantity.of(Double.parseDouble(number), unit);
        if (end != null) {
            return new Argument.Range(from, Quantity.of(Double.parseDouble(end), unit));
        }
        boolean named = tool && unit.dimension() == Dimension.LENGTH;
        if (named || stays(unit)) {
            return new Argument.Measure(from, unit);
        }
        return special(unit) ? new Argument.In(from, unit) : new Argument.Amount(from);
    }

    /** Units that both read. */
    private static boolean stays(Unit unit) {
        return switch (unit) {
            case SECOND, MINUTE, HOUR, DAY, DEGREE -> true;
            default -> false;
        };
    }

    /** Units for what is small or large, with a counterpart in the other system. */
    private static boolean special(Unit unit) {
        return switch (unit) {
            case MICROMETRE, CUBIC_MILLIMETRE_PER_SECOND, MEGAPASCAL, MILLIBAR -> true;
            default -> false;
        };
    }
}

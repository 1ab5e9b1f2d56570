package dev.wartung.core.message;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Quantity;
import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Something to be read, written where its rule is: English, with a place in braces for each thing it speaks of.
 *
 * @param id        by which a translation is found; empty for names and for what people wrote, which are not translated
 * @param english   for instance "Undo the nut with a spanner {nut.size}"; braces that name no argument stand as they are
 * @param arguments by the names in braces
 * @param shown     the words as they were shown in English and metric units when this was kept; empty for what was not
 *     kept. What is kept reads for ever as it was seen, whatever becomes of rounding or words
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Message(String id, String english, Map<String, Argument> arguments, String shown) {

    /** Nothing to say. */
    public static final Message NONE = words("");

    static final Pattern PLACE = Pattern.compile("\\{([a-zA-Z][a-zA-Z0-9.\\-]*)}");

    @JsonCreator
    public Message(
            @Nullable String id,
            @Nullable String english,
            @Nullable Map<String, Argument> arguments,
            @Nullable String shown) {
        this.id = Objects.requireNonNullElse(id, "");
        this.english = Objects.requireNonNullElse(english, "");
        this.arguments = arguments == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(arguments));
        this.shown = Objects.requireNonNullElse(shown, "");
    }

    public Message(String id, String english, Map<String, Argument> arguments) {
        this(id, english, arguments, "");
    }

    /**
     * A message of a rule.
     *
     * @param namesAndThings name, thing, name, thing …: a {@link Quantity}, a {@link Band} for its range, an
     *     {@link Argument}, a message, a day, or anything else for its words
     */
    public static Message of(String id, String english, Object... namesAndThings) {
        Map<String, Argument> arguments = new TreeMap<>();
        for (int i = 0; i < namesAndThings.length; i += 2) {
            arguments.put((String) namesAndThings[i], argument(namesAndThings[i + 1]));
        }
        return new Message(id, english, arguments);
    }

    private static Argument argument(Object thing) {
        if (thing instanceof Argument argument) {
            return argument;
        }
        if (thing instanceof Quantity quantity) {
            return new Argument.Amount(quantity);
        }
        if (thing instanceof Band band) {
            return new Argument.Range(band.min(), band.max());
        }
        if (thing instanceof LocalDate day) {
            return new Argument.Day(day);
        }
        return thing instanceof Message message
                ? new Argument.Said(message)
                : new Argument.Words(String.valueOf(thing));
    }

    /** What was kept before messages were, as text. */
    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Message kept(String text) {
        return EarlierText.read(text);
    }

    /** A name, or what a person wrote. */
    public static Message words(String words) {
        return new Message("", words, Map.of());
    }

    /** One after the other, with something between them. */
    public static Message joined(String between, List<Message> messages) {
        Map<String, Argument> arguments = new TreeMap<>();
        StringBuilder english = new StringBuilder();
        for (Message each : messages) {
            String name = "m" + (arguments.size() + 1);
            english.append(arguments.isEmpty() ? "" : between)
                    .append('{')
                    .append(name)
                    .append('}');
            arguments.put(name, new Argument.Said(each));
        }
        return new Message("", english.toString(), arguments);
    }

    /** The words as they are kept: with what it speaks of they cannot be told from the English alone. */
    @Override
    @JsonProperty("shown")
    public String shown() {
        return arguments.isEmpty() ? "" : toString();
    }

    @JsonIgnore
    public boolean isEmpty() {
        return english.isEmpty();
    }

    /** Whether it is kept, and so has words it was shown in. */
    boolean isKept() {
        return !shown.isEmpty();
    }

    String kept() {
        return shown;
    }

    /** The same, whatever it was shown as. */
    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Message message
                && id.equals(message.id)
                && english.equals(message.english)
                && arguments.equals(message.arguments);
    }

    @Override
    public int hashCode() {
        return Objects.hash(id, english, arguments);
    }

    /** In English and metric units. */
    @Override
    public String toString() {
        return Wording.METRIC.of(this);
    }
}

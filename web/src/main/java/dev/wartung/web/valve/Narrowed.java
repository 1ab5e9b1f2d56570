package dev.wartung.web.valve;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What is said of a valve's build, narrowed down choice by choice among those its type is made as. A choice that the ones
 * before leave no alternative to is taken, and not asked for.
 *
 * @param choices what is asked: the drive, then the options, in the order of the family's sheet
 * @param shown   the build that was said, or the first of those that are left
 * @param left    how many are left: one, once everything is said
 */
public record Narrowed(List<Choice> choices, ValveConfiguration shown, int left) {

    /** The field of the drive. */
    public static final String DRIVE = "drive";
    /** Before the id of an option, in the name of its field. */
    public static final String OPTION = "option.";

    /**
     * A question.
     *
     * @param field  its name in the form
     * @param values what can be answered, with the words for it
     * @param value  the answer; empty if there is none yet, or none that can be
     */
    public record Choice(String field, String name, Map<String, String> values, String value) {}

    /**
     * Goes through a type's builds.
     *
     * @param typed by field; what cannot be, as of another type, counts as not said
     */
    public static Narrowed of(AnatomySheet anatomy, TypeSheet type, Map<String, String> typed) {
        List<ValveConfiguration> left = anatomy.configurations(type);
        List<Choice> choices = new ArrayList<>();
        left = asked(
                new Question(DRIVE, "Without air", c -> c.drive().code(), v -> v + ", " + anatomy.words(drive(v))),
                left,
                typed,
                choices);
        for (Map.Entry<String, AnatomySheet.Option> option : anatomy.options().entrySet()) {
            String id = option.getKey();
            left = asked(
                    new Question(
                            OPTION + id,
                            option.getValue().name(),
                            c -> c.options().getOrDefault(id, ""),
                            option.getValue()::words),
                    left,
                    typed,
                    choices);
        }
        return new Narrowed(List.copyOf(choices), left.get(0), left.size());
    }

    private record Question(
            String field, String name, Function<ValveConfiguration, String> of, Function<String, String> words) {}

    private static List<ValveConfiguration> asked(
            Question question, List<ValveConfiguration> left, Map<String, String> typed, List<Choice> choices) {
        Map<String, String> values = left.stream()
                .map(question.of())
                .distinct()
                .collect(Collectors.toMap(v -> v, question.words(), (one, same) -> one, LinkedHashMap::new));
        if (values.size() == 1) {
            return left;
        }
        String said = typed.getOrDefault(question.field(), "");
        String value = values.containsKey(said) ? said : "";
        choices.add(new Choice(question.field(), question.name(), values, value));
        return value.isEmpty()
                ? left
                : left.stream()
                        .filter(c -> question.of().apply(c).equals(value))
                        .toList();
    }

    private static Drive drive(String code) {
        return List.of(Drive.values()).stream()
                .filter(d -> d.code().equals(code))
                .findFirst()
                .orElseThrow();
    }

    /** The build, once everything is said. */
    public Optional<ValveConfiguration> one() {
        return left == 1 ? Optional.of(shown) : Optional.empty();
    }
}

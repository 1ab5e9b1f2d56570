package dev.wartung.core.message;

import dev.wartung.core.text.YamlSettings;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.stream.Collectors;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;

/**
 * Reads what is said in another language from a file beside the application: YAML, by the id of a message its English
 * and what is said instead.
 *
 * <pre>
 * pump.on:
 *   "Give {who} {air}": "{air} an {who} geben"
 * </pre>
 */
public final class TranslationFile {

    private TranslationFile() {}

    /**
     * Reads a file. A text that leaves out what the English speaks of, or speaks of something else, is refused: an
     * amount would be missing where it matters.
     *
     * @throws IllegalArgumentException with everything that is wrong, a line each
     */
    public static Translations read(String yaml) {
        Object read;
        try {
            read = new Load(YamlSettings.of(yaml).build()).loadFromString(yaml);
        } catch (YamlEngineException e) {
            throw new IllegalArgumentException("is not YAML: " + e.getMessage(), e);
        }
        List<String> problems = new ArrayList<>();
        Map<String, Map<String, String>> texts = new LinkedHashMap<>();
        if (!(read instanceof Map<?, ?> byId)) {
            throw new IllegalArgumentException("must hold, by the id of each message, its English and what is said");
        }
        byId.forEach((id, said) -> texts.put(String.valueOf(id), texts(String.valueOf(id), said, problems)));
        if (!problems.isEmpty()) {
            throw new IllegalArgumentException(String.join("\n", problems));
        }
        return new Translations(texts);
    }

    private static Map<String, String> texts(String id, Object said, List<String> problems) {
        Map<String, String> texts = new LinkedHashMap<>();
        if (!(said instanceof Map<?, ?> byEnglish)) {
            problems.add(id + ": must hold the English and what is said instead");
            return texts;
        }
        byEnglish.forEach((english, other) -> {
            Set<String> asked = places(String.valueOf(english));
            Set<String> given = places(String.valueOf(other));
            if (!(other instanceof String) || String.valueOf(other).isBlank()) {
                problems.add(id + ": “" + english + "” must be said in words");
            } else if (!asked.equals(given)) {
                problems.add(id + ": “" + other + "” must speak of what the English does: " + asked + ", not " + given);
            } else {
                texts.put(String.valueOf(english), String.valueOf(other));
            }
        });
        return texts;
    }

    private static Set<String> places(String text) {
        return Message.PLACE
                .matcher(text)
                .results()
                .map(MatchResult::group)
                .collect(Collectors.toCollection(TreeSet::new));
    }
}

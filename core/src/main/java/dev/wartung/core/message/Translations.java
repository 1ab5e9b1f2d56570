package dev.wartung.core.message;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What is said in another language: by the id of a message and, since several may be said in one place, each in its
 * case, by its English. A text names what it speaks of as the English one does, in whatever order its language wants.
 * English that was changed since is not found, and is said in English.
 *
 * @param texts by id, then by English
 */
public record Translations(Map<String, Map<String, String>> texts) {

    /** English, as it is written where the rules are. */
    public static final Translations NONE = new Translations(Map.of());

    public Translations {
        texts = new TreeMap<>(texts);
    }

    /** Empty where nothing is said otherwise, and for what has no id. */
    Optional<String> of(Message message) {
        return Optional.ofNullable(texts.get(message.id())).map(said -> said.get(message.english()));
    }
}

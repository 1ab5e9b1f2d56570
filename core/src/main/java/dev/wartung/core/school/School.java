package dev.wartung.core.school;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A question of practice with its answers.
 *
 * @param id       the fact under which conditions in sheets ask for the answer
 * @param question as a technician would put it
 * @param answers  value to words; the first is the default unless {@code defaults} says otherwise
 * @param defaults rules for the default, the first that applies
 * @param why      why the default is what it is
 * @param byMaker  the maker's construction settles it: a type sheet (or an option of the valve) must, and a plant
 *     cannot
 */
public record School(
        String id, String question, Map<String, String> answers, List<Default> defaults, String why, boolean byMaker) {

    /**
     * A default that holds under a condition.
     *
     * @param owns    the plant owns this special tool
     * @param band    the type sheet gives this band
     * @param option  the valve has this option, as "id=value"
     * @param answer  then this is the default
     */
    public record Default(Optional<String> owns, Optional<String> band, Optional<String> option, String answer) {
        public Default(
                @Nullable Optional<String> owns,
                @Nullable Optional<String> band,
                @Nullable Optional<String> option,
                String answer) {
            this.owns = owns == null ? Optional.empty() : owns;
            this.band = band == null ? Optional.empty() : band;
            this.option = option == null ? Optional.empty() : option;
            this.answer = answer;
        }
    }

    public School(
            String id,
            String question,
            Map<String, String> answers,
            @Nullable List<Default> defaults,
            String why,
            boolean byMaker) {
        this.id = id;
        this.question = question;
        this.answers = new LinkedHashMap<>(answers);
        this.defaults = defaults == null ? List.of() : List.copyOf(defaults);
        this.why = why;
        this.byMaker = byMaker;
    }

    /**
     * What is done where nobody chooses, for instance "in a clamping fixture where it is owned, else in a vice with
     * soft jaws".
     */
    public String usualInWords() {
        if (defaults.isEmpty()) {
            return answers.values().iterator().next();
        }
        return defaults.stream()
                .map(d -> words(d.answer())
                        + (d.owns().isPresent()
                                ? " where the tool is owned"
                                : d.band().isPresent()
                                        ? " where the sheet gives the figure"
                                        : d.option().isPresent() ? " where one is fitted" : ""))
                .collect(Collectors.joining("; else "));
    }

    /** An answer in words. */
    public String words(String answer) {
        return answers.getOrDefault(answer, answer);
    }
}

package dev.wartung.core.drawing;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The condition under which something is drawn, as drawings write it. */
final class DrawnWhen {

    private static final Pattern BLANKS = Pattern.compile("\\s+");

    private DrawnWhen() {}

    /** @param condition "drive=NC drive=NO head=fitted": for each fact one of its values */
    static boolean holds(String condition, Map<String, String> facts) {
        return wanted(condition).entrySet().stream()
                .allMatch(e -> e.getValue().contains(facts.getOrDefault(e.getKey(), "")));
    }

    /** What the condition asks of each fact, one of the values; the way a call of a technique is written, too. */
    static Map<String, List<String>> wanted(String condition) {
        Map<String, List<String>> wanted = new HashMap<>();
        BLANKS.splitAsStream(condition.trim())
                .filter(w -> !w.isEmpty())
                .map(w -> w.split("=", 2))
                .forEach(w -> wanted.merge(w[0], List.of(w.length > 1 ? w[1] : ""), DrawnWhen::both));
        return wanted;
    }

    private static List<String> both(List<String> some, List<String> more) {
        return Stream.concat(some.stream(), more.stream()).toList();
    }
}

package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Map;

/**
 * When a part, an operation or a wording applies: every named fact must have one of the listed values.
 * Facts are the drive, the options of the configuration and, at a step, {@code held} (what holds the stem: air, spring,
 * hand, nothing).
 */
public record Condition(@JsonValue Map<String, List<String>> allOf) {

    public static final Condition ALWAYS = new Condition(Map.of());

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    public Condition {
        allOf = Map.copyOf(allOf);
    }

    public boolean holds(Map<String, String> facts) {
        if (allOf.isEmpty()) {
            return true;
        }
        for (Map.Entry<String, List<String>> wanted : allOf.entrySet()) {
            String fact = facts.get(wanted.getKey());
            if (fact == null || !wanted.getValue().contains(fact)) {
                return false;
            }
        }
        return true;
    }

    /** Whether some configuration fulfils both. */
    public boolean overlaps(Condition other) {
        return allOf.entrySet().stream().allMatch(mine -> {
            List<String> theirs = other.allOf.get(mine.getKey());
            return theirs == null || mine.getValue().stream().anyMatch(theirs::contains);
        });
    }
}

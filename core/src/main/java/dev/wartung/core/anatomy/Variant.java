package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One of several texts or values; the first whose condition holds is meant. In a sheet a bare text is one that always
 * holds.
 */
public record Variant(Condition when, String is) {

    @JsonCreator
    static Variant of(@JsonProperty("when") @Nullable Condition when, @JsonProperty("is") String is) {
        return new Variant(when == null ? Condition.ALWAYS : when, is);
    }

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Variant of(String is) {
        return new Variant(Condition.ALWAYS, is);
    }

    public static Optional<String> pick(List<Variant> variants, Map<String, String> facts) {
        for (Variant variant : variants) {
            if (variant.when.holds(facts)) {
                return Optional.of(variant.is);
            }
        }
        return Optional.empty();
    }
}

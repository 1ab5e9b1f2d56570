package dev.wartung.core.sealing;

import com.fasterxml.jackson.annotation.JsonInclude;
import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sealing.Autopsy.Check;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What an old seal looked like when it came out. Complete in itself: it is kept with the job.
 *
 * @param name       the part in words
 * @param article    what it was ordered by
 * @param appearance id of how it looked
 * @param looked     how it looked, in words
 * @param causes     most likely first
 * @param checks     what is looked at in this job because of it
 * @param hint       for interval or material
 * @param leaked     whether the valve was opened because it leaked; empty where that was not asked yet
 */
public record OldSeal(
        String part,
        String name,
        String article,
        String material,
        String appearance,
        String looked,
        List<String> causes,
        List<Check> checks,
        String hint,
        String note,
        @JsonInclude(JsonInclude.Include.NON_ABSENT) Optional<Boolean> leaked) {

    public OldSeal(
            String part,
            String name,
            String article,
            String material,
            String appearance,
            String looked,
            List<String> causes,
            List<Check> checks,
            String hint,
            String note,
            @Nullable Optional<Boolean> leaked) {
        this.part = part;
        this.name = name;
        this.article = article;
        this.material = material;
        this.appearance = appearance;
        this.looked = looked;
        this.causes = List.copyOf(causes);
        this.checks = List.copyOf(checks);
        this.hint = hint;
        this.note = note;
        this.leaked = Objects.requireNonNullElse(leaked, Optional.empty());
    }

    /** What an appearance tells of a seal. */
    public static OldSeal of(
            String part, String name, String article, String material, Appearance seen, String note, boolean leaked) {
        return new OldSeal(
                part,
                name,
                article,
                material,
                seen.id(),
                seen.name(),
                seen.causes().stream().map(Autopsy.Cause::name).toList(),
                seen.checks(),
                seen.hint(),
                note,
                Optional.of(leaked));
    }

    /** Whether it is known that the valve was opened because it leaked. */
    public boolean hasLeaked() {
        return leaked.orElse(false);
    }
}

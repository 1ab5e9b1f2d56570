package dev.wartung.core.sealing;

import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sealing.Autopsy.Check;
import java.util.List;

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
        String note) {

    public OldSeal {
        causes = List.copyOf(causes);
        checks = List.copyOf(checks);
    }

    /** What an appearance tells of a seal. */
    public static OldSeal of(String part, String name, String article, String material, Appearance seen, String note) {
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
                note);
    }
}

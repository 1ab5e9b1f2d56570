package dev.wartung.core.sealing;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What old seals tell. Knowledge, as data: {@code old-seals.yaml}.
 *
 * @param appearances in the order they are offered
 */
public record Autopsy(List<Appearance> appearances) {

    /**
     * How an old seal may look.
     *
     * @param name   what one sees, in a few words
     * @param look   how to tell
     * @param causes most likely first
     * @param checks what to look at in this job
     * @param hint   for interval or material
     * @param basis  what this rests on
     */
    public record Appearance(
            String id, String name, String look, List<Cause> causes, List<Check> checks, String hint, String basis) {}

    /**
     * A probable cause.
     *
     * @param because   what speaks for it
     * @param technique how it is done that this does not happen, as techniques are called; empty where no hand does it
     */
    public record Cause(String name, String because, Optional<String> technique) {
        public Cause(String name, String because, @Nullable Optional<String> technique) {
            this.name = name;
            this.because = because;
            this.technique = technique == null ? Optional.empty() : technique;
        }
    }

    /** Something to look at before the job is closed, because of what the old seal looked like. */
    public record Check(String id, String say) {}

    public Autopsy {
        appearances = List.copyOf(appearances);
    }

    public Optional<Appearance> appearance(String id) {
        return appearances.stream().filter(a -> a.id().equals(id)).findFirst();
    }

    /** The same finding time and again on one valve is no accident. */
    public static String pattern(Appearance appearance, long times) {
        return times < 2
                ? ""
                : appearance.name() + " " + times + " times on this valve: this is no accident. " + appearance.hint();
    }
}

package dev.wartung.core.anatomy;

import org.jspecify.annotations.Nullable;

/**
 * A caution at the step where it applies.
 *
 * @param lead the few words that must be read, for instance "Hands out of the lantern."
 * @param text why, with the figure
 */
public record Caution(Condition when, String lead, String text) {

    public Caution(@Nullable Condition when, String lead, String text) {
        this.when = when == null ? Condition.ALWAYS : when;
        this.lead = lead;
        this.text = text;
    }
}

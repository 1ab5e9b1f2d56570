package dev.wartung.web.valve;

import java.util.Locale;

/** Whether a valve may be used. */
public enum ValveState {
    IN_SERVICE("in service"),
    ON_BENCH("on the bench"),
    OUT_OF_SERVICE("out of service"),
    /** it stands unused and may come back */
    RETIRED("retired"),
    /** it was taken out of the plant for good */
    DECOMMISSIONED("decommissioned");

    private final String words;

    ValveState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** What its badge is called in the style sheets. */
    public String style() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Whether the plant has use for it: nothing is due on another, and no job is planned on it. */
    public boolean inUse() {
        return this != RETIRED && this != DECOMMISSIONED;
    }
}

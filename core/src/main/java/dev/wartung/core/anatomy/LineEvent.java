package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;

/** What a line goes through between jobs. */
public enum LineEvent {
    @JsonProperty("cleaning")
    CLEANING("hot cleaning"),
    @JsonProperty("sterilisation")
    STERILISATION("sterilisation");

    private final String words;

    LineEvent(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** Whether going through this is also going through the other: a sterilisation is at least as hot as a cleaning. */
    public boolean counts(LineEvent other) {
        return this == other || this == STERILISATION;
    }
}

package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;

/** The phases of a job, in their order. */
public enum Phase {
    @JsonProperty("prepare")
    PREPARE("Prepare"),
    @JsonProperty("make-safe")
    MAKE_SAFE("Make safe"),
    @JsonProperty("open")
    OPEN("Open"),
    @JsonProperty("strip")
    STRIP("Strip"),
    @JsonProperty("inspect")
    INSPECT("Inspect"),
    @JsonProperty("renew")
    RENEW("Renew"),
    @JsonProperty("close")
    CLOSE("Close"),
    @JsonProperty("prove")
    PROVE("Prove"),
    @JsonProperty("return")
    RETURN("Return");

    private final String title;

    Phase(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}

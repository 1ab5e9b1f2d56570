package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.Optional;

/** How the closure member is moved, and where it goes without the driving energy. */
public enum Drive {
    /** Spring closes, air opens. */
    @JsonProperty("NC") NC("NC", "spring closes", Optional.of("closed"), Optional.of("open")),
    /** Spring opens, air closes. */
    @JsonProperty("NO") NO("NO", "spring opens", Optional.of("open"), Optional.of("closed")),
    /** Air both ways; no fail position. */
    @JsonProperty("DA") DA("DA", "air both ways", Optional.empty(), Optional.empty()),
    /** By hand; stays where it is left. */
    @JsonProperty("manual") MANUAL("manual", "by hand", Optional.empty(), Optional.empty());

    private final String code;
    private final String words;
    private final Optional<String> rest;
    private final Optional<String> powered;

    Drive(String code, String words, Optional<String> rest, Optional<String> powered) {
        this.code = code;
        this.words = words;
        this.rest = rest;
        this.powered = powered;
    }

    /** The name used in sheets. */
    public String code() {
        return code;
    }

    public String words() {
        return words;
    }

    /** Where a spring brings it when the air is lost; empty if nothing does. */
    public Optional<String> rest() {
        return rest;
    }

    /** Where air brings it against the spring; empty if there is no spring. */
    public Optional<String> powered() {
        return powered;
    }

    public static Optional<Drive> of(String code) {
        for (Drive drive : values()) {
            if (drive.code.equals(code)) {
                return Optional.of(drive);
            }
        }
        return Optional.empty();
    }
}

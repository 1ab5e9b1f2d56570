package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.Optional;

/** How the closure member is moved, and where it goes without the driving energy. */
public enum Drive {
    /** Spring closes, air opens. */
    @JsonProperty("NC")
    NC("NC", "spring closes", true),
    /** Spring opens, air closes. */
    @JsonProperty("NO")
    NO("NO", "spring opens", true),
    /** Air both ways; no fail position. */
    @JsonProperty("DA")
    DA("DA", "air both ways", false),
    /** By hand; stays where it is left. */
    @JsonProperty("manual")
    MANUAL("manual", "by hand", false),
    /** An electric motor; stays where it is left. At the bench it is wound by its hand crank, the power off. */
    @JsonProperty("motor")
    MOTOR("motor", "by motor", false),
    /** The flow opens it, a spring closes it: a check valve. */
    @JsonProperty("flow")
    FLOW("flow", "flow opens, spring closes", true);

    private final String code;
    private final String words;
    private final boolean sprung;

    Drive(String code, String words, boolean sprung) {
        this.code = code;
        this.words = words;
        this.sprung = sprung;
    }

    /** The name used in sheets. */
    public String code() {
        return code;
    }

    public String words() {
        return words;
    }

    /** Whether a spring brings it somewhere when the driving energy is lost: only then it has a fail position. */
    public boolean sprung() {
        return sprung;
    }

    /** Whether air moves it. */
    public boolean pneumatic() {
        return this == NC || this == NO || this == DA;
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

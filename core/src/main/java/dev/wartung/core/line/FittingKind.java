package dev.wartung.core.line;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What stands in a line. */
public enum FittingKind {
    /** holds product */
    TANK("tank", 1),
    /** product comes from here: another line, a delivery */
    SUPPLY("comes from", 1),
    /** product goes there: another line, a machine; it can come back from there */
    OUTLET("goes to", 1),
    STEAM("steam", 2),
    CLEANING("cleaning supply", 2),
    /** carbon dioxide, nitrogen, compressed air */
    GAS("gas", 1),
    PUMP("pump", 0),
    DRAIN("drain", 0),
    VENT("vent", 0),
    BRANCH("branch", 0),
    /** a joint that can be loosened, so that a pipe can follow */
    JOINT("loosenable joint", 0),
    /** one that is on record */
    VALVE("valve", 0),
    /** a valve worked by hand that is not on record: it is only ever shut, locked and opened */
    HAND_VALVE("hand valve", 0);

    private final String words;
    private final int barriersNeeded;

    FittingKind(String words, int barriersNeeded) {
        this.words = words;
        this.barriersNeeded = barriersNeeded;
    }

    /** The kind of that {@link #code}. */
    public static Optional<FittingKind> of(String code) {
        return Arrays.stream(values()).filter(k -> k.code().equals(code)).findFirst();
    }

    public String words() {
        return words;
    }

    /** The name used in drawings and styles. */
    public String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * How many barriers in a row have to part it from an open joint: two from steam and cleaning liquid, one from product
     * and gas; 0 of what pushes nothing into a line by itself.
     */
    public int barriersNeeded() {
        return barriersNeeded;
    }

    /** Whether something comes from it. */
    public boolean isSource() {
        return barriersNeeded > 0;
    }

    /** Whether pipes are joined to more than one end of it. */
    public boolean isValve() {
        return this == VALVE || this == HAND_VALVE;
    }
}

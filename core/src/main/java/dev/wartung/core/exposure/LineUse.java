package dev.wartung.core.exposure;

import java.util.Optional;

/**
 * What a line is used for, as far as the plant has said.
 *
 * @param medium    id of what runs in it, of {@link ExposureMatrix#media}
 * @param cleaningK the hottest its cleaning liquid gets, kelvin
 * @param steamK    the hottest it is sterilised with steam, kelvin; empty where no steam comes, or nobody has said
 */
public record LineUse(Optional<String> medium, Optional<Double> cleaningK, Optional<Double> steamK) {

    public static final LineUse UNSAID = new LineUse(Optional.empty(), Optional.empty(), Optional.empty());

    /** Whether nothing is known of it. */
    public boolean isUnsaid() {
        return equals(UNSAID);
    }

    /** The hottest it gets, kelvin, by liquid or steam. */
    public Optional<Double> hottestK() {
        return steamK.map(s -> Math.max(s, cleaningK.orElse(s))).or(() -> cleaningK);
    }
}

package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * One valve's own build within its family: how it is driven, which options it has, and whose spring is in it.
 *
 * @param options option id to value, in the order of their ids
 * @param spring  the drive whose build its spring is from, where that is not its own: an actuator that was turned over
 *     keeps its spring. Empty where its drive was built so, and where no spring drives it
 */
public record ValveConfiguration(
        Drive drive, Map<String, String> options, @JsonInclude(JsonInclude.Include.NON_ABSENT) Optional<Drive> spring) {

    /** Under which the spring is kept beside the options, and known to conditions. */
    private static final String SPRING = "spring";

    private static final String DRIVE = "drive";

    @JsonCreator
    public ValveConfiguration(
            @JsonProperty("drive") Drive drive,
            @JsonProperty("options") Map<String, String> options,
            @JsonProperty("spring") @Nullable Optional<Drive> spring) {
        this.drive = drive;
        this.options = new TreeMap<>(options);
        this.options.remove(SPRING);
        this.spring =
                spring == null ? Optional.empty() : spring.filter(s -> s != drive && s.sprung() && drive.sprung());
    }

    /** @param options as they are kept: with the spring among them, where it is another build's */
    public ValveConfiguration(Drive drive, Map<String, String> options) {
        this(drive, options, Optional.ofNullable(options.get(SPRING)).flatMap(Drive::of));
    }

    /** The drive whose build the spring in it is from. */
    @JsonIgnore
    public Drive springOf() {
        return spring.orElse(drive);
    }

    /** To keep it with the drive beside. */
    @JsonIgnore
    public Map<String, String> kept() {
        Map<String, String> kept = new TreeMap<>(options);
        spring.ifPresent(s -> kept.put(SPRING, s.code()));
        return kept;
    }

    public ValveConfiguration with(String option, String value) {
        Map<String, String> changed = new TreeMap<>(options);
        changed.put(option, value);
        return new ValveConfiguration(drive, changed, spring);
    }

    /** The same valve turned over: its spring stays in it. */
    private ValveConfiguration with(Drive other) {
        return new ValveConfiguration(other, options, Optional.of(springOf()));
    }

    /**
     * The same valve with some facts otherwise.
     *
     * @throws IllegalArgumentException for a drive that there is none of
     */
    public ValveConfiguration with(Map<String, String> changes) {
        ValveConfiguration changed = this;
        for (Map.Entry<String, String> change : changes.entrySet()) {
            changed = change.getKey().equals(DRIVE)
                    ? changed.with(Drive.of(change.getValue())
                            .orElseThrow(() -> new IllegalArgumentException(change.getValue())))
                    : changed.with(change.getKey(), change.getValue());
        }
        return changed;
    }

    /** One of its {@linkplain #facts() facts}. */
    public Optional<String> fact(String name) {
        return switch (name) {
            case DRIVE -> Optional.of(drive.code());
            case SPRING -> spring.map(Drive::code);
            default -> Optional.ofNullable(options.get(name));
        };
    }

    /** What conditions are judged against. */
    public Map<String, String> facts() {
        Map<String, String> facts = kept();
        facts.put(DRIVE, drive.code());
        return facts;
    }
}

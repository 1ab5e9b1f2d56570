package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.measure.Dimension;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A number of a type sheet as it is asked for: what it is called, and where on the drawing it is. It is known by its
 * place in the sheet, for instance {@code sizes/clamp.nut}.
 *
 * @param name   in the words of whoever reads it off a manual
 * @param at     the part it is shown at; empty where it is one of the whole valve
 * @param is     what kind of number it is, where its place does not tell
 * @param torque of a bolted joint: the band of its torque
 * @param when   the valves that have it
 */
public record TypeNumber(String name, Optional<String> at, Optional<Is> is, Optional<String> torque, Condition when) {

    /** What a number can be. */
    public enum Is {
        @JsonProperty("length")
        LENGTH(Dimension.LENGTH),
        @JsonProperty("volume")
        VOLUME(Dimension.VOLUME),
        @JsonProperty("time")
        TIME(Dimension.TIME),
        @JsonProperty("angle")
        ANGLE(Dimension.ANGLE),
        @JsonProperty("spring-rate")
        SPRING_RATE(Dimension.STIFFNESS),
        /** a bolted joint: several numbers that belong together */
        @JsonProperty("joint")
        JOINT(Dimension.TORQUE);

        private final Dimension dimension;

        Is(Dimension dimension) {
            this.dimension = dimension;
        }

        public Dimension dimension() {
            return dimension;
        }
    }

    public TypeNumber(
            String name,
            @Nullable Optional<String> at,
            @Nullable Optional<Is> is,
            @Nullable Optional<String> torque,
            @Nullable Condition when) {
        this.name = name;
        this.at = at == null ? Optional.empty() : at;
        this.is = is == null ? Optional.empty() : is;
        this.torque = torque == null ? Optional.empty() : torque;
        this.when = when == null ? Condition.ALWAYS : when;
    }
}

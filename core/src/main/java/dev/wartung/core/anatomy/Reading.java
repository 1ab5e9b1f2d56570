package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.measure.Dimension;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A reading a step asks for: a measured quantity with a band from the type sheet, or an observation with the choice expected.
 *
 * @param ask       what is read, in the technician's words
 * @param quantity  what is measured; empty for an observation
 * @param band      the name of the band in the type sheet
 * @param choices   what may be seen; the answers to an observation
 * @param expected  the answer that lets the job go on
 * @param critical  accepting it out of band takes a second person
 * @param low       what to do when it is below the band
 * @param high      what to do when it is above the band
 * @param otherwise what to do when the observation is not the one expected
 * @param identifies what each answer says the valve is, by answer: facts of the configuration. Another answer than the one expected
 *                  means that the record is wrong, and the job waits until it is corrected
 */
public record Reading(String id, String ask, Optional<Measured> quantity, Optional<String> band, List<String> choices, List<Variant> expected,
                      boolean critical, String low, String high, String otherwise, Map<String, Map<String, String>> identifies) {

    /** The quantities a sheet can ask for. */
    public enum Measured {
        @JsonProperty("length") LENGTH(Dimension.LENGTH),
        @JsonProperty("torque") TORQUE(Dimension.TORQUE),
        @JsonProperty("pressure") PRESSURE(Dimension.PRESSURE),
        @JsonProperty("temperature") TEMPERATURE(Dimension.TEMPERATURE);

        private final Dimension dimension;

        Measured(Dimension dimension) {
            this.dimension = dimension;
        }

        public Dimension dimension() {
            return dimension;
        }
    }

    public Reading(String id, String ask, @Nullable Optional<Measured> quantity, @Nullable Optional<String> band, @Nullable List<String> choices,
                   @Nullable List<Variant> expected, boolean critical, @Nullable String low, @Nullable String high, @Nullable String otherwise,
                   @Nullable Map<String, Map<String, String>> identifies) {
        this.id = id;
        this.ask = ask;
        this.quantity = quantity == null ? Optional.empty() : quantity;
        this.band = band == null ? Optional.empty() : band;
        this.choices = choices == null ? List.of() : List.copyOf(choices);
        this.expected = expected == null ? List.of() : List.copyOf(expected);
        this.critical = critical;
        this.low = low == null ? "" : low;
        this.high = high == null ? "" : high;
        this.otherwise = otherwise == null ? "" : otherwise;
        this.identifies = identifies == null ? Map.of() : new LinkedHashMap<>(identifies);
    }

    public Optional<String> expectedFor(Map<String, String> facts) {
        return Variant.pick(expected, facts);
    }
}

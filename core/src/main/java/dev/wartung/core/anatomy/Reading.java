package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.measure.Dimension;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A reading a step asks for: a measured quantity with a band from the type sheet, or an observation with the choice
 * expected.
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
 * @param spread    taken at several places rather than once
 * @param lab       the instrument of the Lab that works it out
 * @param same      it is to be what was read before: once that is known it decides, not the band or the answer expected
 * @param finds     what an answer means as a finding: it is judged by its rule, and what that replaces joins the job
 * @param identifies what each answer says the valve is, by answer: facts of the configuration. Another answer than the
 *     one expected
 *                  means that the record is wrong, and the job waits until it is corrected
 */
public record Reading(
        String id,
        String ask,
        Optional<Measured> quantity,
        Optional<String> band,
        List<String> choices,
        List<Variant> expected,
        boolean critical,
        String low,
        String high,
        String otherwise,
        Optional<Spreading> spread,
        Optional<String> lab,
        Optional<Same> same,
        Map<String, Finds> finds,
        Map<String, Map<String, String>> identifies) {

    /**
     * What was read before and is to be again.
     *
     * @param as     the earlier reading of the same job
     * @param within the type sheet's size that says how far it may be off, either way; for a measured reading
     */
    public record Same(String as, Optional<String> within) {
        public Same(String as, @Nullable Optional<String> within) {
            this.as = as;
            this.within = within == null ? Optional.empty() : within;
        }
    }

    /**
     * An answer as a finding.
     *
     * @param part  it is seen on
     * @param point of the inspection rules
     * @param kind  of that point
     */
    public record Finds(String part, String point, String kind) {}

    /** How a reading is taken at several places. */
    public enum How {
        /** the torque at every turn of a bolt-up */
        @JsonProperty("run")
        RUN,
        /** the gap at every bolt */
        @JsonProperty("map")
        MAP,
        /** all round a part */
        @JsonProperty("round")
        ROUND
    }

    /**
     * At which places.
     *
     * @param joint  the type sheet's bolted joint, for a run or a map
     * @param places how many, all round
     * @param uneven the type sheet's size that says how much they may differ, all round
     */
    public record Spreading(@JsonProperty("as") How how, Optional<String> joint, int places, Optional<String> uneven) {
        public Spreading(How how, @Nullable Optional<String> joint, int places, @Nullable Optional<String> uneven) {
            this.how = how;
            this.joint = joint == null ? Optional.empty() : joint;
            this.places = places;
            this.uneven = uneven == null ? Optional.empty() : uneven;
        }
    }

    /** The quantities a sheet can ask for. */
    public enum Measured {
        @JsonProperty("length")
        LENGTH(Dimension.LENGTH),
        @JsonProperty("torque")
        TORQUE(Dimension.TORQUE),
        @JsonProperty("pressure")
        PRESSURE(Dimension.PRESSURE),
        @JsonProperty("temperature")
        TEMPERATURE(Dimension.TEMPERATURE),
        @JsonProperty("angle")
        ANGLE(Dimension.ANGLE);

        private final Dimension dimension;

        Measured(Dimension dimension) {
            this.dimension = dimension;
        }

        public Dimension dimension() {
            return dimension;
        }
    }

    public Reading(
            String id,
            String ask,
            @Nullable Optional<Measured> quantity,
            @Nullable Optional<String> band,
            @Nullable List<String> choices,
            @Nullable List<Variant> expected,
            boolean critical,
            @Nullable String low,
            @Nullable String high,
            @Nullable String otherwise,
            @Nullable Optional<Spreading> spread,
            @Nullable Optional<String> lab,
            @Nullable Optional<Same> same,
            @Nullable Map<String, Finds> finds,
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
        this.spread = spread == null ? Optional.empty() : spread;
        this.lab = lab == null ? Optional.empty() : lab;
        this.same = same == null ? Optional.empty() : same;
        this.finds = finds == null ? Map.of() : Map.copyOf(finds);
        this.identifies = identifies == null ? Map.of() : new LinkedHashMap<>(identifies);
    }

    public Optional<String> expectedFor(Map<String, String> facts) {
        return Variant.pick(expected, facts);
    }
}

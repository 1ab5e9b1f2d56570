package dev.wartung.core.procedure;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.Verdict;
import dev.wartung.core.measure.Verdict.Outcome;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A reading asked for at a step, with this valve's own limits.
 *
 * @param id        the reading's name in the anatomy sheet
 * @param ask       what is read
 * @param dimension what is measured; empty for an observation
 * @param band      the limits, for a measured reading
 * @param choices   the answers to an observation
 * @param expected  the answer that lets the job go on
 * @param critical  accepting it out of band takes a second person
 * @param low       what to do when below the band
 * @param high      what to do when above
 * @param otherwise what to do when the observation is another one
 * @param spread    taken at several places of this valve rather than once
 * @param note      what lies behind the limits, for instance a torque converted for treated threads; may be empty
 * @param toolOffsetM of the service tool this joint is tightened with; 0 for none
 * @param lab       the instrument of the Lab that works it out
 * @param identifies it tells what the valve is, by answer: another answer than the expected one means that the record is wrong
 */
public record Ask(String id, String ask, Optional<Dimension> dimension, Optional<Band> band, List<String> choices, Optional<String> expected,
                  boolean critical, String low, String high, String otherwise, Optional<Spread> spread, String note, Double toolOffsetM, Optional<String> lab, Map<String, Map<String, String>> identifies) {

    /** What records of earlier versions do not have is as it was then: read once, with a plain wrench. */
    public Ask(String id, String ask, Optional<Dimension> dimension, Optional<Band> band, List<String> choices, Optional<String> expected, boolean critical, String low, String high,
               String otherwise, @Nullable Optional<Spread> spread, @Nullable String note, @Nullable Double toolOffsetM, @Nullable Optional<String> lab, Map<String, Map<String, String>> identifies) {
        this.id = id;
        this.ask = ask;
        this.dimension = dimension;
        this.band = band;
        this.choices = List.copyOf(choices);
        this.expected = expected;
        this.critical = critical;
        this.low = low;
        this.high = high;
        this.otherwise = otherwise;
        this.spread = spread == null ? Optional.empty() : spread;
        this.note = note == null ? "" : note;
        this.toolOffsetM = toolOffsetM == null ? 0.0 : toolOffsetM;
        this.lab = lab == null ? Optional.empty() : lab;
        this.identifies = identifies;
    }

    /** The unit the field is typed in. @throws IllegalStateException for an observation */
    public Unit unit() {
        return Unit.metric(dimension.orElseThrow(() -> new IllegalStateException(id + " is an observation")));
    }

    /** Judges a measured reading. @throws IllegalStateException for an observation */
    public Verdict judge(Quantity reading) {
        Band limits = band.orElseThrow(() -> new IllegalStateException(id + " has no band"));
        String found = reading.shownIn(unit()) + ", limits " + limits.shown();
        Outcome outcome = limits.judge(reading);
        return switch (outcome) {
            case LOW -> new Verdict(outcome, found, low);
            case HIGH -> new Verdict(outcome, found, high);
            default -> new Verdict(outcome, found, "");
        };
    }

    /** Judges readings taken at several places. @throws IllegalStateException for a reading taken once */
    public Verdict judge(List<Quantity> readings) {
        return spread.orElseThrow(() -> new IllegalStateException(id + " is read once")).judge(readings, band, low, high);
    }

    /** Judges an observation. @throws IllegalArgumentException if it is none of the choices */
    public Verdict judge(String seen) {
        if (!choices.contains(seen)) {
            throw new IllegalArgumentException("not one of the choices");
        }
        return expected.filter(e -> !e.equals(seen)).isPresent()
                ? new Verdict(Outcome.DIFFERENT, seen + ", expected " + expected.get(), otherwise)
                : new Verdict(Outcome.WITHIN, seen, "");
    }
}

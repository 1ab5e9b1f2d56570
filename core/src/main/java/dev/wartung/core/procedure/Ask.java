package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Reading.Finds;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import java.util.List;
import java.util.Map;
import java.util.Optional;

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
 * @param same      it is to be what was read before in the same job
 * @param finds     what an answer means as a finding
 * @param identifies it tells what the valve is, by answer: another answer than the expected one means that the record
 *     is wrong
 */
public record Ask(
        String id,
        String ask,
        Optional<Dimension> dimension,
        Optional<Band> band,
        List<String> choices,
        Optional<String> expected,
        boolean critical,
        Message low,
        Message high,
        Message otherwise,
        Optional<Spread> spread,
        Message note,
        double toolOffsetM,
        Optional<String> lab,
        Optional<Same> same,
        Map<String, Finds> finds,
        Map<String, Map<String, String>> identifies) {

    /**
     * What was read before and is to be again.
     *
     * @param as     the earlier reading
     * @param within how far it may be off, either way; for a measured reading
     */
    public record Same(String as, Optional<Quantity> within) {}

    /** What an earlier reading came to: a quantity, or what was seen. */
    public record Known(Optional<Quantity> measured, Optional<String> seen) {}

    public Ask {
        choices = List.copyOf(choices);
    }

    /**
     * Held against itself: the limits are what was read before, once it is known. Until then, and where nothing was to
     * be the same, those of the sheet stay.
     */
    Ask knowing(Map<String, Known> read) {
        Optional<Known> before = same.map(Same::as).map(read::get);
        Optional<Band> around = before.flatMap(Known::measured).flatMap(q -> same.flatMap(Same::within)
                .map(within -> new Band(
                        new Quantity(q.si() - within.si(), q.dimension()),
                        new Quantity(q.si() + within.si(), q.dimension()),
                        Optional.of(q))));
        Optional<String> seen = before.flatMap(Known::seen).filter(choices::contains);
        Optional<Object> was = around.flatMap(Band::target).<Object>map(q -> q).or(() -> seen);
        return was.isEmpty()
                ? this
                : new Ask(
                        id,
                        ask,
                        dimension,
                        around.or(() -> band),
                        choices,
                        seen.or(() -> expected),
                        critical,
                        low,
                        high,
                        otherwise,
                        spread,
                        Message.of("ask.was-before", "It was {was} before.", "was", was.get()),
                        toolOffsetM,
                        lab,
                        same,
                        finds,
                        identifies);
    }

    /**
     * The unit the field is typed in.
     *
     * @throws IllegalStateException for an observation
     */
    public Unit unit() {
        return Unit.metric(dimension.orElseThrow(() -> new IllegalStateException(id + " is an observation")));
    }

    /**
     * Judges a measured reading.
     *
     * @throws IllegalStateException for an observation
     */
    public Verdict judge(Quantity reading) {
        Band limits = band.orElseThrow(() -> new IllegalStateException(id + " has no band"));
        Message found = Message.of("ask.found", "{found}, limits {limits}", "found", reading, "limits", limits);
        Outcome outcome = limits.judge(reading);
        return switch (outcome) {
            case LOW -> new Verdict(outcome, found, low);
            case HIGH -> new Verdict(outcome, found, high);
            default -> Verdict.within(found);
        };
    }

    /**
     * Judges readings taken at several places.
     *
     * @throws IllegalStateException for a reading taken once
     */
    public Verdict judge(List<Quantity> readings) {
        return spread.orElseThrow(() -> new IllegalStateException(id + " is read once"))
                .judge(readings, band, low, high);
    }

    /**
     * Judges an observation.
     *
     * @throws IllegalArgumentException if it is none of the choices
     */
    public Verdict judge(String seen) {
        if (!choices.contains(seen)) {
            throw new IllegalArgumentException("not one of the choices");
        }
        return expected.filter(e -> !e.equals(seen)).isPresent()
                ? new Verdict(
                        Outcome.DIFFERENT,
                        Message.of(
                                "ask.different",
                                "{seen}, expected {expected}",
                                "seen",
                                seen,
                                "expected",
                                expected.get()),
                        otherwise)
                : Verdict.within(Message.words(seen));
    }
}

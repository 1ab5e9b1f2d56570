package dev.wartung.core.procedure;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import dev.wartung.core.anatomy.Reading.Finds;
import dev.wartung.core.calibration.ReadWith;
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
import java.util.stream.Collectors;

/**
 * A reading asked for at a step, with this valve's own limits. There are kinds of it; whoever handles readings says
 * what is done with each ({@link Cases}), so that a new kind does not compile until it is handled everywhere.
 */
public sealed interface Ask permits Ask.Measurement, Ask.AtPlaces, Ask.Observation {

    /**
     * What every reading has.
     *
     * @param id       the reading's name in the anatomy sheet
     * @param ask      what is read
     * @param critical accepting it out of band takes a second person
     * @param note     what lies behind the limits, for instance a torque converted for treated threads; may be empty
     * @param lab      the instrument of the Lab that works it out
     * @param same     it is to be what was read before in the same job
     */
    record About(String id, String ask, boolean critical, Message note, Optional<String> lab, Optional<Same> same) {

        About noted(Message other) {
            return new About(id, ask, critical, other, lab, same);
        }
    }

    /**
     * What was read before and is to be again.
     *
     * @param as     the earlier reading
     * @param within how far it may be off, either way; for a measured reading
     */
    record Same(String as, Optional<Quantity> within) {}

    /** What an earlier reading came to: a quantity, or what was seen. */
    record Known(Optional<Quantity> measured, Optional<String> seen) {}

    /** What is done with each kind. */
    interface Cases<R> {

        R measurement(Measurement once);

        R atPlaces(AtPlaces places);

        R observation(Observation seen);
    }

    /** Id of a note that stops a reading. */
    String STOP = "torque.stop";

    About about();

    <R> R in(Cases<R> cases);

    /** Held against itself: once what it is to be the same as is known, that decides. */
    Ask knowing(Known before);

    /** Its kind in a word, for instance to choose how it is shown. */
    default String kind() {
        return in(new Cases<>() {
            @Override
            public String measurement(Measurement once) {
                return "measurement";
            }

            @Override
            public String atPlaces(AtPlaces places) {
                return "at-places";
            }

            @Override
            public String observation(Observation seen) {
                return "observation";
            }
        });
    }

    default String id() {
        return about().id();
    }

    /** What is read, as it is said to a reader. */
    default Message asked() {
        return Message.of("reading." + id() + ".ask", ask());
    }

    /** What is read, in words. */
    default String ask() {
        return about().ask();
    }

    default boolean critical() {
        return about().critical();
    }

    default Message note() {
        return about().note();
    }

    /** Whether nothing is tightened to what it asks for: its note says why. */
    default boolean isStopped() {
        return note().id().equals(STOP);
    }

    default Optional<String> lab() {
        return about().lab();
    }

    default Optional<Same> same() {
        return about().same();
    }

    /** What is measured; empty for what is only seen. */
    default Optional<Dimension> dimension() {
        return Optional.empty();
    }

    /** What each answer says the valve is, by answer; empty for a reading that does not tell. */
    default Map<String, Map<String, String>> identifies() {
        return Map.of();
    }

    /**
     * The same reading, held against itself: the limits are what was read before, once that is known. Until then, and
     * where nothing was to be the same, those of the sheet stay.
     */
    default Ask knowing(Map<String, Known> read) {
        return same().map(Same::as).map(read::get).map(this::knowing).orElse(this);
    }

    /** The limits around what was read before; empty where it is not to be the same within anything. */
    private static Optional<Band> around(Optional<Same> same, Known before) {
        return before.measured().flatMap(q -> same.flatMap(Same::within)
                .map(within -> new Band(
                        new Quantity(q.si() - within.si(), q.dimension()),
                        new Quantity(q.si() + within.si(), q.dimension()),
                        Optional.of(q))));
    }

    private static Message was(Object before) {
        return Message.of("ask.was-before", "It was {was} before.", "was", before);
    }

    /**
     * Measured once.
     *
     * @param measured    what is measured
     * @param band        the limits; empty where the type sheet does not know them: then it is kept, and not judged
     * @param low         what to do when below the band
     * @param high        what to do when above
     * @param toolOffsetM of the service tool this joint is tightened with; 0 for none
     */
    record Measurement(
            About about, Dimension measured, Optional<Band> band, Message low, Message high, double toolOffsetM)
            implements Ask {

        @Override
        public <R> R in(Cases<R> cases) {
            return cases.measurement(this);
        }

        @Override
        public Optional<Dimension> dimension() {
            return Optional.of(measured);
        }

        /** The unit the sheet is written in. */
        public Unit unit() {
            return Unit.metric(measured);
        }

        public Verdict judge(Quantity reading) {
            return band.map(limits -> judge(reading, limits))
                    .orElseGet(() -> Verdict.within(
                            Message.of("ask.no-limits", "{found}, no limits known here", "found", reading)));
        }

        private Verdict judge(Quantity reading, Band limits) {
            Message found = Message.of("ask.found", "{found}, limits {limits}", "found", reading, "limits", limits);
            Outcome outcome = limits.judge(reading);
            return switch (outcome) {
                case LOW -> new Verdict(outcome, found, low);
                case HIGH -> new Verdict(outcome, found, high);
                default -> Verdict.within(found);
            };
        }

        /** The same, with what it was read with known: guarded, it is within only where it surely is. */
        public Verdict judge(Quantity reading, Optional<ReadWith> with) {
            Verdict plain = judge(reading);
            return with.map(tool -> {
                        boolean sure = !tool.guarded()
                                || band.isEmpty()
                                || tool.can()
                                        .sure(band.get())
                                        .filter(b -> b.judge(reading) == Outcome.WITHIN)
                                        .isPresent();
                        return (plain.passed() && !sure ? Verdict.unsure(plain.finding()) : plain)
                                .readWith(tool.number(), new Quantity(tool.uncertainty(reading), reading.dimension()));
                    })
                    .orElse(plain);
        }

        @Override
        public Ask knowing(Known before) {
            return around(same(), before)
                    .<Ask>map(limits -> new Measurement(
                            about.noted(was(limits.target().orElseThrow())),
                            measured,
                            Optional.of(limits),
                            low,
                            high,
                            toolOffsetM))
                    .orElse(this);
        }
    }

    /**
     * Measured at several places of the valve.
     *
     * @param measured what is measured
     * @param band     the limits of each, where each has some
     * @param low      what to do when below them
     * @param high     what to do when above
     */
    record AtPlaces(
            About about,
            Dimension measured,
            Optional<Band> band,
            Message low,
            Message high,
            double toolOffsetM,
            Spread spread)
            implements Ask {

        @Override
        public <R> R in(Cases<R> cases) {
            return cases.atPlaces(this);
        }

        @Override
        public Optional<Dimension> dimension() {
            return Optional.of(measured);
        }

        private static Message byHand(List<Integer> stages) {
            return Message.of(
                    "ask.by-hand",
                    "stage {stages} by hand, below what the wrench measures",
                    "stages",
                    stages.stream().map(String::valueOf).collect(Collectors.joining(", ")));
        }

        /** Judges all of them together. */
        public Verdict judge(List<Quantity> readings) {
            return spread.judge(readings, band, low, high);
        }

        /** The same, with what they were read with known: guarded, they are within only where they surely are. */
        public Verdict judge(List<Quantity> readings, Optional<ReadWith> with) {
            Verdict plain = judge(readings);
            return with.map(tool -> {
                        boolean sure = !tool.guarded() || spread.isSure(readings, band, tool.can());
                        double most = readings.stream()
                                .mapToDouble(tool::uncertainty)
                                .max()
                                .orElseThrow();
                        Verdict known = (plain.passed() && !sure ? Verdict.unsure(plain.finding()) : plain)
                                .readWith(tool.number(), new Quantity(most, measured));
                        List<Integer> byHand = spread.notReached(band, tool.can());
                        return byHand.isEmpty() ? known : known.noting(byHand(byHand));
                    })
                    .orElse(plain);
        }

        @Override
        public Ask knowing(Known before) {
            return around(same(), before)
                    .<Ask>map(limits -> new AtPlaces(
                            about.noted(was(limits.target().orElseThrow())),
                            measured,
                            Optional.of(limits),
                            low,
                            high,
                            toolOffsetM,
                            spread))
                    .orElse(this);
        }
    }

    /**
     * Seen, not measured.
     *
     * @param choices    the answers
     * @param expected   the one that lets the job go on; empty where each does
     * @param otherwise  what to do when it is another one
     * @param finds      what an answer means as a finding
     * @param identifies what it tells the valve is, by answer: another answer than the expected one means that the
     *     record is wrong
     */
    record Observation(
            About about,
            List<String> choices,
            Optional<String> expected,
            Message otherwise,
            Map<String, Finds> finds,
            Map<String, Map<String, String>> identifies)
            implements Ask {

        public Observation {
            choices = List.copyOf(choices);
        }

        @Override
        public <R> R in(Cases<R> cases) {
            return cases.observation(this);
        }

        /** A choice as it is shown; the choice itself is what it is known by, whatever it is called. */
        public Message label(String choice) {
            return Message.of("reading." + id() + ".choice", choice);
        }

        /** @throws IllegalArgumentException if it is none of the choices */
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
                                    label(seen),
                                    "expected",
                                    label(expected.get())),
                            otherwise)
                    : Verdict.within(label(seen));
        }

        @Override
        public Ask knowing(Known before) {
            return before.seen()
                    .filter(choices::contains)
                    .<Ask>map(seen -> new Observation(
                            about.noted(was(label(seen))), choices, Optional.of(seen), otherwise, finds, identifies))
                    .orElse(this);
        }
    }

    /**
     * Reads one that was kept.
     */
    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Ask kept(WrittenAsk written) {
        return written.read();
    }

    /** To keep it. */
    @JsonValue
    default WrittenAsk written() {
        return in(WrittenAsk.WRITE);
    }
}

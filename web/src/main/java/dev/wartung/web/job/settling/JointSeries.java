package dev.wartung.web.job.settling;

import dev.wartung.core.diaphragm.Settling;
import dev.wartung.core.diaphragm.Settling.Advice;
import dev.wartung.core.diaphragm.Settling.Look;
import dev.wartung.core.drawing.LogTimeChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How one joint settles since it was tightened. The reading at tightening counts as after one hour, where the logarithm
 * begins.
 *
 * @param jobNumber the job that tightened it
 * @param what      what was read, in words
 * @param limit     not to be passed: a gap above it, a torque below it
 * @param readings  at tightening, then at each look
 */
public record JointSeries(
        int jobNumber, String what, Quantity limit, Quantity most, Instant tightened, List<Reading> readings) {

    /** A reading, so many hours after tightening. */
    public record Reading(double hours, Quantity read, String by, Instant at) {}

    static double hours(Instant tightened, Instant at) {
        return Math.max(1, Duration.between(tightened, at).toMinutes() / 60.0);
    }

    private boolean gap() {
        return limit.dimension() == Dimension.LENGTH;
    }

    /** The line through the readings; empty before a first look. */
    public Optional<Settling> settling() {
        List<Look> looks =
                readings.stream().map(r -> new Look(r.hours(), r.read().si())).toList();
        return looks.stream().map(Look::hours).distinct().count() < 2
                ? Optional.empty()
                : Optional.of(Settling.of(looks));
    }

    /** When to look again. */
    public Optional<Instant> next() {
        return settling().map(s -> tightened.plus(Duration.ofMinutes(Math.round(s.nextLookHours(limit.si()) * 60))));
    }

    /** What the series says to do. */
    public Message says() {
        return settling()
                .map(s -> {
                    Advice advice = s.advice(limit.si(), gap());
                    List<Message> said = new ArrayList<>(List.of(advice.says()));
                    s.reaches(limit.si())
                            .filter(h -> advice == Advice.WATCH)
                            .map(h -> Message.of(
                                    s.isThin() ? "settling.about" : "settling.then",
                                    s.isThin()
                                            ? "By two readings, which show no more than the direction, about {after} after tightening."
                                            : "That is {after} after tightening.",
                                    "after",
                                    Settling.duration(h)))
                            .ifPresent(said::add);
                    said.add(advice.next());
                    return Message.joined(" ", said);
                })
                .orElse(Message.of(
                        "settling.none",
                        "No look yet since it was tightened. Two readings show which way it goes, three how fast."));
    }

    /** A reading with one digit more than usual: what is lost between two looks is small. */
    public String shown(Quantity read, UnitSystem units) {
        Unit unit = units.unit(read.dimension());
        return Quantity.rounded(read.in(unit), unit.decimals() + 1) + " " + unit.symbol();
    }

    /** Whether something has to be done now. */
    public boolean past() {
        return settling().filter(s -> s.advice(limit.si(), gap()).now()).isPresent();
    }

    /** For instance "loses 0.4 N·m for every tenfold of time". */
    public String pace(UnitSystem units) {
        return settling()
                .map(s -> (gap() ? "opens " : "loses ")
                        + shown(new Quantity(Math.abs(s.changePerDecade()), limit.dimension()), units)
                        + " for every tenfold of time")
                .orElse("");
    }

    public String chart(UnitSystem units) {
        return settling()
                .map(s -> LogTimeChart.svg(
                        readings.stream()
                                .map(r -> new LogTimeChart.Point(r.hours(), r.read()))
                                .toList(),
                        h -> new Quantity(s.after(h), limit.dimension()),
                        limit,
                        units,
                        what))
                .orElse("");
    }

    public String after(Reading reading) {
        return Settling.duration(reading.hours());
    }
}

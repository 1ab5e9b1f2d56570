package dev.wartung.core.proving;

import dev.wartung.core.proving.ProvingSequence.Phase;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;

/**
 * What a proving run shows, read off its trace or typed by hand.
 *
 * @param firstPa   air at the first movement, pascal
 * @param fullPa    air at full travel, pascal
 * @param awayS     time from air on to the far end, seconds
 * @param backS     time from air off to where it came from, seconds
 * @param wentTo    where it was once the air was away: "closed", "open" or "part open"
 * @param switches  whether each end's switch answered at its end, and only there
 * @param lossPaPerS what the seat's chamber lost, pascal a second; below zero where its pressure rose
 * @param heldPa     line pressure under the plug up to which it stayed shut, pascal
 * @param lifted     whether the line lifted it there; false where it was only not raised further
 * @param upperSeat  how far the upper seat of two lifted alone, millimetres
 * @param lowerSeat  the same of the lower seat
 * @param seat       the seat's leak test; empty where there was none, and in what was kept before it was
 * @param slow       one slow run up and down; empty where it was none, and in what was kept before there were
 */
public record Signature(
        Optional<Double> firstPa,
        Optional<Double> fullPa,
        Optional<Double> awayS,
        Optional<Double> backS,
        Optional<String> wentTo,
        Optional<Boolean> switches,
        Optional<Double> lossPaPerS,
        Optional<Double> heldPa,
        Optional<Boolean> lifted,
        Optional<SeatLift> upperSeat,
        Optional<SeatLift> lowerSeat,
        Optional<SeatTest> seat,
        Optional<SlowRun> slow) {

    public Signature(
            Optional<Double> firstPa,
            Optional<Double> fullPa,
            Optional<Double> awayS,
            Optional<Double> backS,
            Optional<String> wentTo,
            Optional<Boolean> switches,
            Optional<Double> lossPaPerS,
            Optional<Double> heldPa,
            Optional<Boolean> lifted,
            Optional<SeatLift> upperSeat,
            Optional<SeatLift> lowerSeat,
            @Nullable Optional<SeatTest> seat,
            @Nullable Optional<SlowRun> slow) {
        this.firstPa = firstPa;
        this.fullPa = fullPa;
        this.awayS = awayS;
        this.backS = backS;
        this.wentTo = wentTo;
        this.switches = switches;
        this.lossPaPerS = lossPaPerS;
        this.heldPa = heldPa;
        this.lifted = lifted;
        this.upperSeat = upperSeat;
        this.lowerSeat = lowerSeat;
        this.seat = Objects.requireNonNullElse(seat, Optional.empty());
        this.slow = Objects.requireNonNullElse(slow, Optional.empty());
    }

    public static final String CLOSED = "closed";
    public static final String OPEN = "open";
    public static final String PART = "part open";

    /**
     * One seat lifted by its own piston.
     *
     * @param mm how far
     * @param otherMm how far the other went with it
     */
    public record SeatLift(double mm, double otherMm) {}

    /** Share of the travel from which on it has moved. */
    static final double MOVED = 0.01;

    private static final double AT_END = 0.985;

    /** Reads a trace; what it does not show is empty. */
    public static Signature of(List<Sample> trace, DriveModel model) {
        Predicate<Sample> left = s -> model.airOpens() ? s.travel() > MOVED : s.travel() < 1 - MOVED;
        Predicate<Sample> there = s -> model.airOpens() ? s.travel() >= AT_END : s.travel() <= 1 - AT_END;
        List<Sample> ramp = in(trace, Phase.RAMP, Phase.HOLD);
        List<Sample> away = in(trace, Phase.AWAY);
        List<Sample> fast = in(trace, Phase.FAST);
        List<Sample> back = in(trace, Phase.BACK);
        List<Sample> decay = in(trace, Phase.DECAY);
        return new Signature(
                first(ramp, left).map(Sample::airPa),
                first(ramp, there).map(Sample::airPa),
                time(fast, there),
                time(back, s -> !left.test(s)),
                away.isEmpty() ? Optional.empty() : Optional.of(place(away.get(away.size() - 1))),
                in(trace, Phase.HOLD).isEmpty() || away.isEmpty() ? Optional.empty() : Optional.of(answered(trace)),
                seat(decay).map(SeatTest::lossPaPerS),
                held(trace).map(Sample::linePa),
                held(trace).map(s -> s.travel() > MOVED),
                lift(in(trace, Phase.LIFT_UPPER), Sample::upperMm, Sample::lowerMm),
                lift(in(trace, Phase.LIFT_LOWER), Sample::lowerMm, Sample::upperMm),
                seat(decay),
                SlowRun.of(trace, model.airOpens()));
    }

    /** Nothing of it is known. */
    public static Signature unread() {
        return new Signature(
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    /** The moment the line had lifted it, or the highest pressure it stayed shut at. */
    private static Optional<Sample> held(List<Sample> trace) {
        List<Sample> line = in(trace, Phase.LINE);
        return first(line, s -> s.travel() > MOVED)
                .or(() -> line.stream().max(Comparator.comparingDouble(Sample::linePa)));
    }

    private static Optional<SeatLift> lift(
            List<Sample> samples, ToDoubleFunction<Sample> own, ToDoubleFunction<Sample> other) {
        return samples.isEmpty()
                ? Optional.empty()
                : Optional.of(new SeatLift(
                        samples.stream().mapToDouble(own).max().orElse(0),
                        samples.stream().mapToDouble(other).max().orElse(0)));
    }

    private static List<Sample> in(List<Sample> trace, Phase... phases) {
        return trace.stream()
                .filter(s -> List.of(phases).contains(Phase.marked(s.mark())))
                .toList();
    }

    private static Optional<Sample> first(List<Sample> samples, Predicate<Sample> is) {
        return samples.stream().filter(is).findFirst();
    }

    private static Optional<Double> time(List<Sample> samples, Predicate<Sample> arrived) {
        return first(samples, arrived).map(s -> s.seconds() - samples.get(0).seconds());
    }

    private static String place(Sample s) {
        return s.travel() <= 1 - AT_END ? CLOSED : s.travel() >= AT_END ? OPEN : PART;
    }

    /** At each end that was reached its switch was on; nowhere both, and none half-way. */
    private static boolean answered(List<Sample> trace) {
        boolean atClosed = trace.stream().anyMatch(s -> s.travel() < MOVED && s.closedEnd());
        boolean atOpen = trace.stream().anyMatch(s -> s.travel() > 1 - MOVED && s.openEnd());
        boolean wrongly =
                trace.stream().anyMatch(s -> (s.closedEnd() && s.travel() > 0.2) || (s.openEnd() && s.travel() < 0.8));
        return atClosed && atOpen && !wrongly;
    }

    /** The same, what its seat's test was enclosed in known. */
    public Signature in(Optional<SeatTest.Chamber> chamber) {
        return seat.map(s -> with(s.in(chamber))).orElse(this);
    }

    /** The same with a test of its seat. */
    Signature with(SeatTest test) {
        return new Signature(
                firstPa,
                fullPa,
                awayS,
                backS,
                wentTo,
                switches,
                Optional.of(test.lossPaPerS()),
                heldPa,
                lifted,
                upperSeat,
                lowerSeat,
                Optional.of(test),
                slow);
    }

    /** Both ends of the straight line through the watched pressures, least squares. */
    private static Optional<SeatTest> seat(List<Sample> decay) {
        if (decay.size() < 10) {
            return Optional.empty();
        }
        OptionalDouble meanT = decay.stream().mapToDouble(Sample::seconds).average();
        OptionalDouble meanP = decay.stream().mapToDouble(Sample::linePa).average();
        double t0 = meanT.orElseThrow();
        double p0 = meanP.orElseThrow();
        double up = decay.stream()
                .mapToDouble(s -> (s.seconds() - t0) * (s.linePa() - p0))
                .sum();
        double down = decay.stream()
                .mapToDouble(s -> (s.seconds() - t0) * (s.seconds() - t0))
                .sum();
        double first = decay.get(0).seconds();
        double last = decay.get(decay.size() - 1).seconds();
        double slope = up / down;
        return Optional.of(new SeatTest(
                Math.max(0, p0 + slope * (first - t0)),
                Math.max(0, p0 + slope * (last - t0)),
                last - first,
                Optional.empty()));
    }
}

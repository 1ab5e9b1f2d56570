package dev.wartung.core.proving;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.leak.DecayVerdict;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The verdict on a proving run: what was found against the sheet, against the study's numbers and against this valve's
 * own earlier run.
 */
public record Proof(List<Line> lines) {

    /** How one thing stands. */
    public enum Stands {
        GOOD,
        LOOK,
        FAILED
    }

    /**
     * One thing that was proven.
     *
     * @param what     for instance "First movement"
     * @param found    as found; "not seen" where it was not
     * @param expected what it was held against
     * @param says     what to make of it; empty where it is as it should be
     */
    public record Line(String what, Message found, Message expected, Stands stands, Message says) {}

    /**
     * What a run is held against.
     *
     * @param band     the sheet's band of the first movement, where it gives one
     * @param baseline this valve's own earlier run, if there is one
     * @param nominalMm nominal size the leakage limits go by, above 0
     * @param hold     line pressure it has to hold shut; empty where none was asked for
     * @param seatLift how far one seat lifts alone by the sheet; empty where there is one seat
     */
    public record Against(
            DriveModel model,
            Optional<Band> band,
            Optional<Signature> baseline,
            double nominalMm,
            Optional<Hold> hold,
            Optional<Band> seatLift) {}

    /**
     * @param linePa under the closed plug, above 0
     * @param airPa on the closing side, of a valve that air closes
     */
    public record Hold(double linePa, double airPa) {}

    private static final Message EACH_AT_ITS_END = Message.of("proof.switches", "each at its end");
    private static final double SPRING = 0.10;
    private static final double FRICTION = 0.50;
    /** What a slow ramp read ten times a second can be off by, beside the scatter of spring and friction, pascal. */
    private static final double READ_PA = 2e4;
    /** From which change against its own baseline on a valve is worth a look: a demo value. */
    private static final double CHANGED = 0.15;

    private static final double SLOWER = 0.5;
    /** A seat that moved no further than this has stayed: what the bench's travel sensors resolve, millimetres. */
    private static final double STAYS_MM = 0.3;

    private static final LeakClass TIGHT = LeakClass.B;
    private static final double RATED_PA = 6e5;
    private static final String SEAT = "Seat, by pressure decay";

    /** Judges a run. */
    public static Proof of(Signature found, Against against) {
        List<Line> lines = new ArrayList<>();
        DriveModel model = against.model();
        lines.add(firstMovement(found, against));
        double most = model.fullTravelPa(1 + SPRING, 1 + FRICTION) + READ_PA;
        lines.add(line(
                "Full travel",
                found.fullPa().map(Proof::bar),
                Message.of("proof.at-most", "at most {most}", "most", pressure(most)),
                found.fullPa().map(p -> p <= most ? Stands.GOOD : Stands.FAILED).orElse(Stands.FAILED),
                found.fullPa().isEmpty()
                        ? "It was not seen to move all the way. If it does not, look for what stops it: friction, air past the piston, a stop."
                        : "It takes more air than its numbers allow: friction, or air past the piston."));
        against.baseline()
                .ifPresent(own -> changed(lines, "First movement against its own", found.firstPa(), own.firstPa()));
        lines.add(times("Time with air", found.awayS(), against.baseline().flatMap(Signature::awayS)));
        lines.add(times("Time without", found.backS(), against.baseline().flatMap(Signature::backS)));
        lines.add(rest(found, model));
        lines.add(line(
                "End switches",
                found.switches()
                        .map(ok -> ok ? EACH_AT_ITS_END : Message.of("proof.switches-off", "not each at its end")),
                EACH_AT_ITS_END,
                found.switches().map(ok -> ok ? Stands.GOOD : Stands.FAILED).orElse(Stands.LOOK),
                found.switches().isEmpty() ? "Not looked at." : "Set the switches or their target, and run it again."));
        against.seatLift().ifPresent(band -> {
            lines.add(seat("Upper seat alone", found.upperSeat(), band));
            lines.add(seat("Lower seat alone", found.lowerSeat(), band));
        });
        found.heldPa().ifPresent(held -> lines.add(held(held, found.lifted().orElse(false), against)));
        found.seat().ifPresent(test -> lines.add(leak(test, against)));
        return new Proof(List.copyOf(lines));
    }

    private static Line firstMovement(Signature found, Against against) {
        double least = against.band()
                .map(b -> b.min().si())
                .orElse(Math.max(0, against.model().firstMovementPa(1 - SPRING, 1 - FRICTION) - READ_PA));
        double most = against.band()
                .map(b -> b.max().si())
                .orElse(against.model().firstMovementPa(1 + SPRING, 1 + FRICTION) + READ_PA);
        Message expected = Message.of(
                "proof.between",
                against.band().isPresent() ? "{band} by its sheet" : "{band} by its numbers",
                "band",
                new Argument.Range(pressure(least), pressure(most)));
        return found.firstPa()
                .map(p -> line(
                        "First movement",
                        Optional.of(bar(p)),
                        expected,
                        p < least || p > most ? Stands.FAILED : Stands.GOOD,
                        p < least
                                ? "It moves too easily: weak or broken spring, or not against its stop."
                                : "It needs too much air: dry seal, bent stem, blocked passage."))
                .orElse(line("First movement", Optional.empty(), expected, Stands.FAILED, "It was not seen to move."));
    }

    private static void changed(List<Line> lines, String what, Optional<Double> now, Optional<Double> before) {
        if (now.isPresent() && before.isPresent()) {
            double share = now.get() / before.get() - 1;
            lines.add(line(
                    what,
                    Optional.of(Message.words(String.format(Locale.ROOT, "%+.0f %%", share * 100))),
                    Message.of(
                            "proof.within-share",
                            "within ±{share} % of {before}",
                            "share",
                            Math.round(CHANGED * 100),
                            "before",
                            pressure(before.get())),
                    Math.abs(share) <= CHANGED ? Stands.GOOD : Stands.LOOK,
                    share > 0
                            ? "Its friction grows. Plan its actuator seals."
                            : "Its spring pushes less than it did."));
        }
    }

    private static Line times(String what, Optional<Double> found, Optional<Double> own) {
        Message expected = own.map(s -> Message.of("proof.its-own", "its own {time}", "time", seconds(s)))
                .orElse(Message.of("proof.no-earlier", "no earlier run to compare"));
        boolean slower = found.isPresent() && own.isPresent() && found.get() > own.get() * (1 + SLOWER) + 0.15;
        return line(
                what,
                found.map(t -> Message.words(seconds(t))),
                expected,
                found.isEmpty() ? Stands.LOOK : slower ? Stands.LOOK : Stands.GOOD,
                found.isEmpty() ? "Not timed." : "Slower than it was: air supply, dry seals.");
    }

    private static Line rest(Signature found, DriveModel model) {
        if (!model.drive().sprung()) {
            return line(
                    "Without air",
                    found.wentTo().map(Message::words),
                    Message.of("proof.no-fail-position", "both ways by air: no fail position"),
                    Stands.GOOD,
                    "");
        }
        String wanted = model.drive() == Drive.NO ? Signature.OPEN : Signature.CLOSED;
        return line(
                "Without air it went",
                found.wentTo().map(Message::words),
                Message.words(wanted),
                found.wentTo().filter(wanted::equals).isPresent() ? Stands.GOOD : Stands.FAILED,
                "It does not go to its fail position. Do not return it; find the fault first.");
    }

    private static Line seat(String what, Optional<Signature.SeatLift> found, Band band) {
        Message expected = Message.of("proof.one-seat", "{band}, the other stays", "band", band);
        if (found.isEmpty()) {
            return line(what, Optional.empty(), expected, Stands.LOOK, "Not tried.");
        }
        Quantity lift = new Quantity(found.get().mm() / 1000, Dimension.LENGTH);
        boolean together = found.get().otherMm() > STAYS_MM;
        String says = together
                ? "Both seats moved: they would mix two products. Look at the lift pistons and the hoses."
                : lift.compareTo(band.min()) < 0
                        ? "It lifts too little to be cleaned."
                        : "It lifts too far for its stop.";
        return line(
                what,
                Optional.of(
                        together
                                ? Message.of(
                                        "proof.both-lifted",
                                        "{lift}, the other {other}",
                                        "lift",
                                        lift,
                                        "other",
                                        new Quantity(found.get().otherMm() / 1000, Dimension.LENGTH))
                                : Message.of("proof.one-lifted", "{lift}, the other stayed", "lift", lift)),
                expected,
                !together && band.judge(lift) == Outcome.WITHIN ? Stands.GOOD : Stands.FAILED,
                says);
    }

    private static Line held(double heldPa, boolean lifted, Against against) {
        double hold = against.hold().map(Hold::linePa).orElse(heldPa);
        double air = against.hold().map(Hold::airPa).orElse(0.0);
        Optional<Double> least = against.model().liftedAtPa(1 - SPRING, 1 - FRICTION, air);
        boolean known =
                against.model().liftedAtPa(1, 1, air).filter(p -> p <= hold).isPresent();
        return line(
                "Held shut against the line",
                Optional.of(Message.of(
                        "proof.held", lifted ? "lifted at {line}" : "shut up to {line}", "line", pressure(heldPa))),
                least.map(p -> Message.of(
                                "proof.to-hold-numbers",
                                "shut at {line}; by its numbers not lifted below {least}",
                                "line",
                                pressure(hold),
                                "least",
                                pressure(p)))
                        .orElse(Message.of("proof.to-hold", "shut at {line}", "line", pressure(hold))),
                lifted ? Stands.FAILED : Stands.GOOD,
                known
                        ? "Its numbers say the same: this is more than it can hold. The fail-position study shows what would hold it."
                        : "The line lifts it sooner than its numbers allow: a weak spring, or too little air.");
    }

    /** No more is said than gauge, volume and time can tell; the pressure is named, since a rate is stated at 6 bar. */
    private static Line leak(SeatTest test, Against against) {
        Message loss = Message.of(
                "proof.decay-loss",
                "{loss} a minute, from {start}",
                "loss",
                pressure(test.lossPaPerS() * 60),
                "start",
                pressure(test.startPa()));
        Message expected = Message.of("proof.rate", "rate {rate} or better", "rate", TIGHT);
        Optional<DecayVerdict> verdict = test.against(TIGHT, against.nominalMm());
        if (verdict.isEmpty()) {
            return new Line(
                    SEAT,
                    loss,
                    expected,
                    Stands.LOOK,
                    Message.of(
                            "proof.no-chamber",
                            "Not judged: what is enclosed between gauge and seat is not known, and the same loss is much"
                                    + " leakage from a large volume and little from a small one."));
        }
        DecayVerdict held = verdict.get();
        Message found = Message.of(
                "proof.decay",
                "{loss}: {leak} ± {sure} of air",
                "loss",
                loss,
                "leak",
                flow(held.decay().leakM3PerS()),
                "sure",
                flow(held.decay().uncertaintyM3PerS(held.uncertainty())));
        return switch (held.decision()) {
            case MEETS, WRONG_PRESSURE -> new Line(
                    SEAT,
                    found,
                    expected,
                    Stands.GOOD,
                    test.startPa() < DecayVerdict.LOWEST_PA
                            ? Message.of(
                                    "proof.low-pressure",
                                    "The rate is stated at {stated}; it was met at {tried}, and that is all this says.",
                                    "stated",
                                    pressure(RATED_PA),
                                    "tried",
                                    pressure(test.startPa()))
                            : Message.NONE);
            case FAILS -> new Line(
                    SEAT,
                    found,
                    expected,
                    Stands.FAILED,
                    Message.of("proof.says", "Air comes past the seat. Look at seal and seat before it goes back."));
            case UNDECIDED -> new Line(SEAT, found, expected, Stands.LOOK, undecided(held));
            case DISTURBED -> new Line(
                    SEAT,
                    found,
                    expected,
                    Stands.LOOK,
                    Message.of(
                            "proof.disturbed",
                            "The pressure rose: the air warmed, or something let more in. No test; run it again."));
            case NO_TEST -> new Line(
                    SEAT,
                    found,
                    expected,
                    Stands.LOOK,
                    Message.of("proof.no-test", "There was no pressure to lose. No test; run it again."));
        };
    }

    private static Message undecided(DecayVerdict held) {
        return held.decidesAfterS()
                .map(s -> Message.of(
                        "proof.undecided",
                        "Does not decide: what was lost is no more than gauge, volume and time can tell. A test of about"
                                + " {minutes} min would, or a smaller volume or a finer gauge.",
                        "minutes",
                        Math.max(1, (long) Math.ceil(s / 60))))
                .orElse(Message.of(
                        "proof.undecided-volume",
                        "Does not decide, however long: the enclosed volume is not known well enough. Measure it with a"
                                + " known vessel (Lab, leak test by pressure decay)."));
    }

    private static Argument flow(double m3PerS) {
        return new Argument.In(new Quantity(m3PerS, Dimension.FLOW), Unit.CUBIC_MILLIMETRE_PER_SECOND);
    }

    private static Line line(String what, Optional<Message> found, Message expected, Stands stands, String otherwise) {
        return new Line(
                what,
                found.orElse(Message.of("proof.not-seen", "not seen")),
                expected,
                stands,
                stands == Stands.GOOD ? Message.NONE : Message.of("proof.says", otherwise));
    }

    private static Message bar(double pascal) {
        return Message.of("figure", "{figure}", "figure", pressure(pascal));
    }

    private static Quantity pressure(double pascal) {
        return new Quantity(pascal, Dimension.PRESSURE);
    }

    private static String seconds(double s) {
        return String.format(Locale.ROOT, "%.1f s", s);
    }

    /** The worst of all lines. */
    public Stands stands() {
        return lines.stream().map(Line::stands).reduce(Stands.GOOD, (a, b) -> a.compareTo(b) > 0 ? a : b);
    }

    /** In one sentence. */
    public Message inWords() {
        List<Line> failed =
                lines.stream().filter(l -> l.stands() == Stands.FAILED).toList();
        List<Line> look = lines.stream().filter(l -> l.stands() == Stands.LOOK).toList();
        if (!failed.isEmpty()) {
            return Message.of(
                    "proof.failed",
                    "Not proven: {what}. {says}",
                    "what",
                    named(failed),
                    "says",
                    failed.get(0).says());
        }
        return look.isEmpty()
                ? Message.of(
                        "proof.good",
                        "Everything that was measured is as it should be, by its sheet, its numbers and its own earlier run where there is one.")
                : Message.of("proof.look", "As it should be; worth a look: {what}.", "what", named(look));
    }

    private static String named(List<Line> lines) {
        return lines.stream().map(l -> l.what().toLowerCase(Locale.ROOT)).collect(Collectors.joining(", "));
    }
}

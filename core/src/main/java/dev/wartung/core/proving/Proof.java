package dev.wartung.core.proving;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.leak.LeakClass.Medium;
import dev.wartung.core.leak.PressureDecay;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The verdict on a proving run: what was found against the sheet, against the study's numbers and against this valve's
 * own earlier run. Texts are in metric units.
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
    public record Line(String what, String found, String expected, Stands stands, String says) {}

    /**
     * What a run is held against.
     *
     * @param band     the sheet's band of the first movement, where it gives one
     * @param baseline this valve's own earlier run, if there is one
     * @param volumeM3 what is enclosed in the leak test, above 0
     * @param nominalMm nominal size the leakage limits go by, above 0
     * @param hold     line pressure it has to hold shut; empty where none was asked for
     * @param seatLift how far one seat lifts alone by the sheet; empty where there is one seat
     */
    public record Against(
            DriveModel model,
            Optional<Band> band,
            Optional<Signature> baseline,
            double volumeM3,
            double nominalMm,
            Optional<Hold> hold,
            Optional<Band> seatLift) {}

    /**
     * @param linePa under the closed plug, above 0
     * @param airPa on the closing side, of a valve that air closes
     */
    public record Hold(double linePa, double airPa) {}

    private static final double SPRING = 0.10;
    private static final double FRICTION = 0.50;
    /** What a slow ramp read ten times a second can be off by, beside the scatter of spring and friction, pascal. */
    private static final double READ_PA = 2e4;
    /** From which change against its own baseline on a valve is worth a look: a demo value. */
    private static final double CHANGED = 0.15;

    private static final double SLOWER = 0.5;
    /**
     * Gauge of the bench's decay chamber in half a minute: a loss below it is none that could be seen, pascal a second.
     */
    private static final double SEEN_PA_PER_S = 8;
    /** A seat that moved no further than this has stayed: what the bench's travel sensors resolve, millimetres. */
    private static final double STAYS_MM = 0.3;

    private static final LeakClass TIGHT = LeakClass.B;
    private static final double ROOM_K = 293.15;

    /** Judges a run. */
    public static Proof of(Signature found, Against against) {
        List<Line> lines = new ArrayList<>();
        DriveModel model = against.model();
        lines.add(firstMovement(found, against));
        double most = model.fullTravelPa(1 + SPRING, 1 + FRICTION) + READ_PA;
        lines.add(line(
                "Full travel",
                found.fullPa().map(Proof::bar),
                "at most " + bar(most),
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
                found.switches().map(ok -> ok ? "each at its end" : "not each at its end"),
                "each at its end",
                found.switches().map(ok -> ok ? Stands.GOOD : Stands.FAILED).orElse(Stands.LOOK),
                found.switches().isEmpty() ? "Not looked at." : "Set the switches or their target, and run it again."));
        against.seatLift().ifPresent(band -> {
            lines.add(seat("Upper seat alone", found.upperSeat(), band));
            lines.add(seat("Lower seat alone", found.lowerSeat(), band));
        });
        found.heldPa().ifPresent(held -> lines.add(held(held, found.lifted().orElse(false), against)));
        found.lossPaPerS().ifPresent(loss -> lines.add(leak(loss, against)));
        return new Proof(List.copyOf(lines));
    }

    private static Line firstMovement(Signature found, Against against) {
        double least = against.band()
                .map(b -> b.min().si())
                .orElse(Math.max(0, against.model().firstMovementPa(1 - SPRING, 1 - FRICTION) - READ_PA));
        double most = against.band()
                .map(b -> b.max().si())
                .orElse(against.model().firstMovementPa(1 + SPRING, 1 + FRICTION) + READ_PA);
        String expected =
                bar(least) + " to " + bar(most) + (against.band().isPresent() ? " by its sheet" : " by its numbers");
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
                    Optional.of(String.format(Locale.ROOT, "%+.0f %%", share * 100)),
                    "within ±" + Math.round(CHANGED * 100) + " % of " + bar(before.get()),
                    Math.abs(share) <= CHANGED ? Stands.GOOD : Stands.LOOK,
                    share > 0
                            ? "Its friction grows. Plan its actuator seals."
                            : "Its spring pushes less than it did."));
        }
    }

    private static Line times(String what, Optional<Double> found, Optional<Double> own) {
        String expected = own.map(s -> "its own " + seconds(s)).orElse("no earlier run to compare");
        boolean slower = found.isPresent() && own.isPresent() && found.get() > own.get() * (1 + SLOWER) + 0.15;
        return line(
                what,
                found.map(Proof::seconds),
                expected,
                found.isEmpty() ? Stands.LOOK : slower ? Stands.LOOK : Stands.GOOD,
                found.isEmpty() ? "Not timed." : "Slower than it was: air supply, dry seals.");
    }

    private static Line rest(Signature found, DriveModel model) {
        if (!model.drive().sprung()) {
            return line("Without air", found.wentTo(), "both ways by air: no fail position", Stands.GOOD, "");
        }
        String wanted = model.drive() == Drive.NO ? Signature.OPEN : Signature.CLOSED;
        return line(
                "Without air it went",
                found.wentTo(),
                wanted,
                found.wentTo().filter(wanted::equals).isPresent() ? Stands.GOOD : Stands.FAILED,
                "It does not go to its fail position. Do not return it; find the fault first.");
    }

    private static Line seat(String what, Optional<Signature.SeatLift> found, Band band) {
        String expected = band.shown() + ", the other stays";
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
                Optional.of(lift.shown()
                        + (together
                                ? ", the other " + new Quantity(found.get().otherMm() / 1000, Dimension.LENGTH).shown()
                                : ", the other stayed")),
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
                Optional.of(lifted ? "lifted at " + bar(heldPa) : "shut up to " + bar(heldPa)),
                "shut at " + bar(hold)
                        + least.map(p -> "; by its numbers not lifted below " + bar(p))
                                .orElse(""),
                lifted ? Stands.FAILED : Stands.GOOD,
                known
                        ? "Its numbers say the same: this is more than it can hold. The fail-position study shows what would hold it."
                        : "The line lifts it sooner than its numbers allow: a weak spring, or too little air.");
    }

    private static Line leak(double lossPaPerS, Against against) {
        double m3PerS = against.volumeM3() * lossPaPerS * PressureDecay.T0_K / ROOM_K / PressureDecay.P0_PA;
        Optional<LeakClass> met = LeakClass.metBy(m3PerS, Medium.GAS, against.nominalMm());
        boolean tight = lossPaPerS < SEEN_PA_PER_S
                || met.filter(c -> c.compareTo(TIGHT) <= 0).isPresent();
        String rate = new Quantity(lossPaPerS * 60, Dimension.PRESSURE).shown() + " a minute";
        return line(
                "Seat, by pressure decay",
                Optional.of(rate + met.map(c -> ", rate " + c).orElse(", worse than any rate")),
                "rate " + TIGHT + " or better",
                tight ? Stands.GOOD : Stands.FAILED,
                "Air comes past the seat. Look at seal and seat before it goes back.");
    }

    private static Line line(String what, Optional<String> found, String expected, Stands stands, String otherwise) {
        return new Line(what, found.orElse("not seen"), expected, stands, stands == Stands.GOOD ? "" : otherwise);
    }

    private static String bar(double pascal) {
        return new Quantity(pascal, Dimension.PRESSURE).shown();
    }

    private static String seconds(double s) {
        return String.format(Locale.ROOT, "%.1f s", s);
    }

    /** The worst of all lines. */
    public Stands stands() {
        return lines.stream().map(Line::stands).reduce(Stands.GOOD, (a, b) -> a.compareTo(b) > 0 ? a : b);
    }

    /** In one sentence. */
    public String inWords() {
        List<Line> failed =
                lines.stream().filter(l -> l.stands() == Stands.FAILED).toList();
        List<Line> look = lines.stream().filter(l -> l.stands() == Stands.LOOK).toList();
        if (!failed.isEmpty()) {
            return "Not proven: "
                    + String.join(
                            ", ",
                            failed.stream()
                                    .map(l -> l.what().toLowerCase(Locale.ROOT))
                                    .toList()) + ". " + failed.get(0).says();
        }
        return look.isEmpty()
                ? "Everything that was measured is as it should be, by its sheet, its numbers and its own earlier run where there is one."
                : "As it should be; worth a look: "
                        + String.join(
                                ", ",
                                look.stream()
                                        .map(l -> l.what().toLowerCase(Locale.ROOT))
                                        .toList()) + ".";
    }
}

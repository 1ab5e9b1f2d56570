package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.anatomy.TypeSheet.Turning;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;

/**
 * What the numbers of its type sheet say about a valve in a fail position: whether it works for a duty over everything
 * that may vary, what happens without air, and which choices of the sheet, how much air or which side of the line would
 * make it work.
 *
 * <p>A change-over valve is judged at both its seats: the upper one is the lower one's picture upside down.
 */
public final class ValveStudy {

    /**
     * The answer.
     *
     * @param ways  what would have to change for it to work; empty where it does, or nothing on the sheet helps
     * @param notes what else is worth knowing
     */
    public record Answer(Verdict verdict, Message says, List<Judged> judged, List<Message> ways, List<Message> notes) {}

    private final TypeSheet type;
    private final ValveConfiguration wished;
    private final Duty duty;

    private ValveStudy(TypeSheet type, ValveConfiguration wished, Duty duty) {
        this.type = type;
        this.wished = wished;
        this.duty = duty;
    }

    /** Drives whose forces the sheet gives enough numbers for; without any there is nothing to study. */
    public static List<Drive> drives(TypeSheet type) {
        return Stream.of(Drive.NC, Drive.NO, Drive.DA)
                .filter(type.drives()::contains)
                .filter(d ->
                        !actuators(type, new ValveConfiguration(d, Map.of())).isEmpty())
                .toList();
    }

    /** Whether it matters from which side the line presses: not for discs, balls and diaphragms over a weir. */
    public static boolean hasSides(TypeSheet type) {
        return type.seat().filter(s -> s.diaphragmDiameter().isEmpty()).isPresent();
    }

    private static List<String> actuators(TypeSheet type, ValveConfiguration valve) {
        return type.seat().isPresent()
                ? Actuators.closure(type, valve.facts()).isEmpty()
                        ? List.of()
                        : List.copyOf(Actuators.choices(type, valve).keySet())
                : type.turning().isPresent()
                        ? List.copyOf(Actuators.turning(type, valve).keySet())
                        : List.of();
    }

    /**
     * Studies a valve.
     *
     * @param wished what it should be: its drive is the fail position wished
     * @throws IllegalArgumentException where {@link #drives} does not name the drive
     */
    public static Answer of(TypeSheet type, ValveConfiguration wished, Duty duty) {
        if (!drives(type).contains(wished.drive())) {
            throw new IllegalArgumentException("the sheet of " + type.id() + " has no numbers for " + wished.drive());
        }
        return new ValveStudy(type, wished, duty).answer();
    }

    /**
     * Highest line pressure, pascal, up to which a spring alone keeps a valve tight, whatever side it presses from and
     * with the weakest spring and most friction that are usual; infinite where the line does not hinder it, below zero where it is not
     * even tight with an empty line. Empty where the sheet does not say enough, and of discs and balls: the line does
     * not push them open.
     *
     * @param valve with a spring that closes: of a change-over valve the seat that is shut without air
     */
    public static OptionalDouble heldShutPa(TypeSheet type, ValveConfiguration valve) {
        if (type.seat().isEmpty() || !valve.drive().sprung()) {
            return OptionalDouble.empty();
        }
        List<String> actuators = actuators(type, valve);
        if (actuators.isEmpty()) {
            return OptionalDouble.empty();
        }
        Duty duty = new Duty(
                new Duty.Line(Side.EITHER, 0),
                new Air(STANDARD_AIR_PA, STANDARD_AIR_PA),
                Duty.Scatter.USUAL,
                Duty.Allowances.USUAL,
                Wet.PRODUCT);
        return new ValveStudy(type, valve, duty)
                .seats(actuators.get(0), duty).stream()
                        .filter(seat -> seat.tasks().contains(Task.SPRING_SEALS))
                        .mapToDouble(
                                seat -> seat.highestLinePa(Task.SPRING_SEALS).worst())
                        .findFirst();
    }

    /** A spring does not ask for any; a duty has some. */
    private static final double STANDARD_AIR_PA = 5e5;

    private Answer answer() {
        List<Judged> judged = judged(actuators(type, wished).get(0), duty);
        Verdict verdict = worst(judged);
        List<Message> ways =
                moves(judged) && verdict != Verdict.DOES_NOT && (verdict == Verdict.WORKS || wished.drive() == Drive.DA)
                        ? List.of()
                        : ways();
        List<Message> notes = new ArrayList<>(notes());
        judged.forEach(j -> j.notes().forEach(note -> notes.add(named(j, note))));
        return new Answer(verdict, says(verdict, judged), judged, ways, notes);
    }

    private List<Judged> judged(String actuator, Duty under) {
        return type.seat().isEmpty() ? List.of(turned(actuator, under)) : lifted(actuator, under);
    }

    private List<Judged> lifted(String actuator, Duty under) {
        List<LinearStudy> seats = seats(actuator, under);
        return seats.size() == 1
                ? List.of(new LinearJudged(Message.NONE, seats.get(0), false))
                : List.of(
                        new LinearJudged(Message.of("study.lower-seat", "Lower seat, stem down"), seats.get(0), false),
                        new LinearJudged(Message.of("study.upper-seat", "Upper seat, stem up"), seats.get(1), true));
    }

    /** The seat, or the lower and the upper one of a change-over valve: this one the picture of the other upside down. */
    private List<LinearStudy> seats(String actuator, Duty under) {
        LinearActuator linear = Optional.ofNullable(
                        Actuators.choices(type, wished).get(actuator))
                .orElseThrow();
        Closure lower = Actuators.closure(type, wished.facts()).orElseThrow();
        List<LinearStudy> seats = new ArrayList<>(List.of(new LinearStudy(linear, lower, under)));
        type.upperSeat()
                .ifPresent(seat -> seats.add(new LinearStudy(
                        linear.upsideDown(),
                        Actuators.closure(seat, wished.facts()).upsideDown(),
                        under)));
        return seats;
    }

    private Judged turned(String actuator, Duty under) {
        ActuatorData data = Optional.ofNullable(Actuators.turning(type, wished).get(actuator))
                .orElseThrow();
        Turning turning = type.turning().orElseThrow();
        Quantity breakOut =
                switch (under.wet()) {
                    case DRY -> turning.dry();
                    case LUBRICATED -> turning.lubricated();
                    case PRODUCT -> turning.product();
                };
        ActuatorData.AirTorque air = data.airTorque().orElseThrow();
        boolean sprung = wished.drive().sprung();
        List<Message> unknown = new ArrayList<>();
        if (turning.line().isEmpty()) {
            unknown.add(Message.of(
                    "study.unknown.line",
                    "Its sheet does not say what line pressure adds to the seat's torque: nothing is counted for it."));
        }
        if (turning.flow().isEmpty() && under.line().dropPa() > 0) {
            unknown.add(Message.of(
                    "study.unknown.flow",
                    "Its sheet does not say how the flow turns it when it is open: nothing is counted for it."));
        }
        return new RotaryJudged(
                new RotaryStudy(
                        wished.drive(),
                        data.springTorque()
                                .filter(t -> sprung)
                                .map(t -> new RotaryStudy.Torque(
                                        t.closed().si(), t.open().si()))
                                .orElse(new RotaryStudy.Torque(0, 0)),
                        new RotaryStudy.AirTorque(
                                new RotaryStudy.Torque(
                                        air.closed().si(), air.open().si()),
                                air.at().si()),
                        new RotaryStudy.Resists(
                                breakOut.si(),
                                turning.run().si(),
                                turning.line()
                                        .map(Turning.Adds::newtonMetrePerPa)
                                        .orElse(0.0),
                                turning.flow()
                                        .map(Turning.Adds::newtonMetrePerPa)
                                        .orElse(0.0)),
                        under),
                unknown);
    }

    private static Verdict worst(List<Judged> judged) {
        return Verdict.worst(judged.stream().map(Judged::verdict));
    }

    /**
     * Whether it does all it must at the worst; that a double-acting valve has no fail position is no failure of its
     * forces.
     */
    private boolean moves(List<Judged> judged) {
        return judged.stream()
                .flatMap(j -> j.demands().stream())
                .allMatch(d -> d.verdict() == Verdict.WORKS
                        || (wished.drive() == Drive.DA && d.onlyIf().equals(LossOfAir.NO_POSITION.words())));
    }

    private static Message says(Verdict verdict, List<Judged> judged) {
        return switch (verdict) {
            case WORKS -> Message.of(
                    "study.works",
                    "Works in every case of line, stroke, spring, friction and air that was looked at. Nearest to not being enough: {case}.",
                    "case",
                    Message.joined(
                            "; ",
                            judged.stream().map(j -> named(j, j.tightest())).toList()));
            case ONLY_IF -> onlyIf(judged);
            case DOES_NOT -> Message.of(
                    "study.does-not",
                    "Does not work. {why}",
                    "why",
                    judged.stream()
                            .flatMap(j -> j.demands().stream()
                                    .filter(d -> d.verdict() == Verdict.DOES_NOT)
                                    .map(d -> named(j, d.says())))
                            .findFirst()
                            .orElse(Message.NONE));
        };
    }

    private static Message onlyIf(List<Judged> judged) {
        Message conditions = Message.joined(
                ", and ",
                Condition.all(
                        judged.stream().flatMap(j -> j.conditions().stream()).toList()));
        List<Message> cases = judged.stream()
                .filter(j -> j.conditions().stream().anyMatch(c -> !c.equals(LossOfAir.NO_POSITION)))
                .map(j -> named(j, j.tightest()))
                .toList();
        return cases.isEmpty()
                ? Message.of("study.works-only-if", "Works only if {conditions}.", "conditions", conditions)
                : Message.of(
                        "study.works-only-if-case",
                        "Works only if {conditions}. At the worst: {case}.",
                        "conditions",
                        conditions,
                        "case",
                        Message.joined("; ", cases));
    }

    private static Message named(Judged judged, Message said) {
        return judged.name().isEmpty()
                ? said
                : Message.of("study.of-seat", "{seat}: {said}", "seat", judged.name(), "said", said);
    }

    private List<Message> notes() {
        List<Message> notes = new ArrayList<>();
        if (type.seat().isPresent()) {
            notes.add(
                    hasSides(type)
                            ? LossOfAir.inTheFlow(duty.line().side())
                            : Message.of(
                                    "study.weir",
                                    "Pressure lifts the diaphragm from either side of the weir, each time by its half; open, the whole of it."));
        }
        if (type.assumes("actuator") || type.assumes("seat") || type.assumes("upper-seat") || type.assumes("turning")) {
            notes.add(
                    Message.of(
                            "study.assumed",
                            "Numbers of this type’s sheet are assumed: they are neither its maker’s nor measured, and what is worked out from them is no surer."));
        }
        if (wished.drive() == Drive.DA) {
            notes.add(Message.of(
                    "study.both-ways",
                    "Air both ways: it has no fail position. Do not count on it where one is needed."));
        }
        return notes;
    }

    /** Highest air that actuators of this kind are built for: 8 bar. */
    public static final double MOST_AIR_PA = 8e5;

    private static final double STEP_PA = 1e4;

    /** A set of changes, with what they are in words. */
    private record Way(boolean actuator, boolean air, boolean side, Message words) {

        boolean covers(Way larger) {
            return (!actuator || larger.actuator) && (!air || larger.air) && (!side || larger.side);
        }

        int count() {
            return (actuator ? 1 : 0) + (air ? 1 : 0) + (side ? 1 : 0);
        }
    }

    /**
     * The smallest sets of changes that make it work at the worst: another actuator of the sheet, more air, the line
     * from the other side only.
     */
    private List<Message> ways() {
        List<Way> ways = new ArrayList<>();
        Side side = duty.line().side();
        boolean sides = hasSides(type)
                && side != Side.EITHER
                && type.upperSeat().isEmpty()
                && duty.line().highestPa() > 0;
        List<String> actuators = actuators(type, wished);
        for (boolean raised : new boolean[] {false, true}) {
            for (boolean turned : sides ? new boolean[] {false, true} : new boolean[] {false}) {
                for (String actuator : actuators) {
                    enough(actuator, !actuator.equals(actuators.get(0)), raised, turned)
                            .filter(w -> ways.stream()
                                    .noneMatch(smaller -> smaller.covers(w) && smaller.count() < w.count()))
                            .ifPresent(ways::add);
                }
            }
        }
        return ways.stream()
                .filter(w -> ways.stream().noneMatch(s -> !s.equals(w) && s.covers(w) && s.count() < w.count()))
                .map(Way::words)
                .toList();
    }

    /** The way with its words, if it is enough. */
    private Optional<Way> enough(String actuator, boolean another, boolean raised, boolean turned) {
        Side side = turned
                ? duty.line().side() == Side.BELOW ? Side.ABOVE : Side.BELOW
                : duty.line().side();
        Duty turnedLine = duty.with(duty.line().from(side));
        double air = raised ? moreAir(judged(actuator, turnedLine)) : duty.air().lowestPa();
        Duty under = turnedLine.with(new Air(Math.max(duty.air().nominalPa(), air), air));
        if (air > MOST_AIR_PA || !moves(judged(actuator, under))) {
            return Optional.empty();
        }
        List<Message> words = new ArrayList<>();
        if (another) {
            words.add(Message.of("study.way.actuator", "with {actuator} of this type's sheet", "actuator", actuator));
        }
        if (raised) {
            words.add(Message.of(
                    "study.way.air", "with at least {air} of air, guaranteed", "air", CaseWords.pressure(air)));
        }
        if (turned) {
            words.add(
                    side == Side.ABOVE
                            ? Message.of(
                                    "study.way.above",
                                    "with the line from the other side only (pressing the plug on its seat: it then closes with the flow)")
                            : Message.of(
                                    "study.way.below",
                                    "with the line from the other side only (it then opens with the pressure)"));
        }
        return Optional.of(new Way(another, raised, turned, Message.joined(" and ", words)));
    }

    /** More than there is: what everything done by air takes, in steps somebody would set. */
    private double moreAir(List<Judged> judged) {
        double takes = judged.stream().mapToDouble(Judged::supplyPa).max().orElse(0);
        return Math.max(duty.air().lowestPa() + STEP_PA, Math.ceil(takes / STEP_PA - 1e-9) * STEP_PA);
    }
}

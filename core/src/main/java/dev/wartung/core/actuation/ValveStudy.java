package dev.wartung.core.actuation;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Demand;
import dev.wartung.core.actuation.FailPositionStudy.Side;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What the numbers of its type sheet say about a valve in a fail position: whether it works for a duty, what happens
 * without air, and which choices of
 * the sheet, how much air or which side of the line would make it work. Texts are in metric units; whoever reads them
 * in others rewords them.
 *
 * <p>A change-over valve is judged at both its seats: the upper one is the lower one's picture upside down.
 */
public final class ValveStudy {

    /** How wet the seat of a disc or ball is: it decides what it takes to turn it out. */
    public enum Wet {
        DRY("dry"),
        LUBRICATED("lubricated"),
        PRODUCT("wet with product");

        private final String words;

        Wet(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * What the valve is wanted for.
     *
     * @param side     BELOW: the line pushes the closed plug off its seat; ABOVE: it presses it on
     * @param linePa   highest pressure on the closed plug, pascal, 0 or more
     * @param spring   share the spring may be off by either way, 0 or more, below 1
     * @param friction share friction may be off by either way, 0 or more
     * @param wet      for discs and balls
     */
    public record Duty(Side side, double linePa, Air air, double spring, double friction, Wet wet) {}

    /** One thing that is moved against: a seat and what presses on it, or the shaft of a disc. */
    public interface Judged {

        /** What it is, for instance "Upper seat"; empty where there is only one. */
        String name();

        Verdict verdict();

        List<Demand> demands();

        /** What happens when the air fails, by which side of the line is under pressure. */
        Map<String, String> onLossOfAir();

        /** What it holds closed: what holds it, to the pressure at the worst, as it should be, at the best. */
        Map<String, List<String>> held();

        /** Force or torque over the travel, drawn; one picture for each side of the line where that matters. */
        List<String> drawings(UnitSystem units);
    }

    /**
     * The answer.
     *
     * @param ways  what would have to change for it to work; empty where it does, or nothing on the sheet helps
     * @param notes what else is worth knowing
     */
    public record Answer(Verdict verdict, String says, List<Judged> judged, List<String> ways, List<String> notes) {}

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
                .filter(d -> !actuators(type, d).isEmpty())
                .toList();
    }

    private static List<String> actuators(TypeSheet type, Drive drive) {
        return type.seat().isPresent()
                ? List.copyOf(Actuators.choices(type, drive).keySet())
                : type.turning().isPresent()
                        ? List.copyOf(RotaryJudged.choices(type, drive).keySet())
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

    private Answer answer() {
        List<Judged> judged = judged(actuators(type, wished.drive()).get(0), duty);
        Verdict verdict = worst(judged);
        boolean moves = moves(judged);
        List<String> ways =
                moves && verdict != Verdict.DOES_NOT && (verdict == Verdict.WORKS || wished.drive() == Drive.DA)
                        ? List.of()
                        : ways();
        return new Answer(verdict, says(verdict, judged), judged, ways, notes());
    }

    private List<Judged> judged(String actuator, Duty under) {
        Drive drive = wished.drive();
        if (type.seat().isEmpty()) {
            return List.of(new RotaryJudged(type, drive, actuator, under));
        }
        LinearActuator linear = Optional.ofNullable(
                        Actuators.choices(type, drive).get(actuator))
                .orElseThrow();
        Closure lower = Actuators.closure(type, wished.facts()).orElseThrow();
        LinearJudged first = new LinearJudged(
                type.upperSeat().isPresent() ? "Lower seat, stem down" : "", linear, lower, under, false);
        return type.upperSeat()
                .<List<Judged>>map(seat -> List.of(
                        first,
                        new LinearJudged(
                                "Upper seat, stem up",
                                linear.upsideDown(),
                                Actuators.closure(seat, wished.facts()).upsideDown(),
                                under,
                                true)))
                .orElse(List.of(first));
    }

    private static Verdict worst(List<Judged> judged) {
        return judged.stream().map(Judged::verdict).reduce(Verdict.WORKS, (a, b) -> a.compareTo(b) > 0 ? a : b);
    }

    /**
     * Whether it does all it must at the worst; that a double-acting valve has no fail position is no failure of its
     * forces.
     */
    private boolean moves(List<Judged> judged) {
        return judged.stream()
                .flatMap(j -> j.demands().stream())
                .allMatch(d -> d.verdict() == Verdict.WORKS
                        || (wished.drive() == Drive.DA && d.onlyIf().equals(FailPositionStudy.NO_POSITION)));
    }

    private String says(Verdict verdict, List<Judged> judged) {
        return switch (verdict) {
            case WORKS -> "Works, even with the weakest or strongest spring, the most friction and the lowest air.";
            case ONLY_IF -> "Works only if "
                    + judged.stream()
                            .flatMap(j -> j.demands().stream())
                            .filter(d -> d.verdict() == Verdict.ONLY_IF)
                            .map(Demand::onlyIf)
                            .distinct()
                            .collect(Collectors.joining(", and "))
                    + ".";
            case DOES_NOT -> "Does not work: "
                    + judged.stream()
                            .flatMap(j -> j.demands().stream()
                                    .filter(d -> d.verdict() == Verdict.DOES_NOT)
                                    .map(d ->
                                            (j.name().isEmpty() ? "" : j.name().toLowerCase(Locale.ROOT) + ": ")
                                                    + lowerFirst(d.says())))
                            .findFirst()
                            .orElse("");
        };
    }

    private static String lowerFirst(String sentence) {
        return sentence.substring(0, 1).toLowerCase(Locale.ROOT) + sentence.substring(1);
    }

    private List<String> notes() {
        List<String> notes = new ArrayList<>();
        boolean diaphragm =
                type.seat().flatMap(TypeSheet.Seat::diaphragmDiameter).isPresent();
        if (diaphragm) {
            notes.add("Pressure lifts the diaphragm from either side of the weir, each time by its half.");
        } else if (type.seat().isPresent()) {
            notes.add(FailPositionStudy.inTheFlow(duty.side()));
        }
        if (wished.drive() == Drive.DA) {
            notes.add("Air both ways: it has no fail position. Do not count on it where one is needed.");
        }
        return notes;
    }

    /** Highest air that actuators of this kind are built for: 8 bar. */
    private static final double MOST_AIR_PA = 8e5;

    private static final double STEP_PA = 1e4;

    /** A set of changes, with what they are in words. */
    private record Way(boolean actuator, boolean air, boolean side, String words) {

        boolean covers(Way larger) {
            return (!actuator || larger.actuator) && (!air || larger.air) && (!side || larger.side);
        }
    }

    /**
     * The smallest sets of changes that make it work at the worst: another actuator of the sheet, more air, the line
     * from the other side.
     */
    private List<String> ways() {
        List<Way> ways = new ArrayList<>();
        boolean sides = type.seat().filter(s -> s.diaphragmDiameter().isEmpty()).isPresent()
                && type.upperSeat().isEmpty()
                && duty.linePa() > 0;
        String usual = actuators(type, wished.drive()).get(0);
        for (boolean raised : new boolean[] {false, true}) {
            for (boolean turned : sides ? new boolean[] {false, true} : new boolean[] {false}) {
                for (String actuator : actuators(type, wished.drive())) {
                    Way way = new Way(!actuator.equals(usual), raised, turned, actuator);
                    enough(way)
                            .filter(w ->
                                    ways.stream().noneMatch(smaller -> smaller.covers(w) && count(smaller) < count(w)))
                            .ifPresent(ways::add);
                }
            }
        }
        return ways.stream()
                .filter(w -> ways.stream().noneMatch(s -> !s.equals(w) && s.covers(w) && count(s) < count(w)))
                .map(Way::words)
                .toList();
    }

    private static int count(Way way) {
        return (way.actuator ? 1 : 0) + (way.air ? 1 : 0) + (way.side ? 1 : 0);
    }

    /** The way with its words filled in, if it is enough. */
    private Optional<Way> enough(Way way) {
        Side side = way.side ? duty.side() == Side.BELOW ? Side.ABOVE : Side.BELOW : duty.side();
        double from = duty.air().lowestPa() + (way.air ? STEP_PA : 0);
        for (double air = from; air <= (way.air ? MOST_AIR_PA : from); air += STEP_PA) {
            Duty under = new Duty(
                    side,
                    duty.linePa(),
                    new Air(Math.max(duty.air().nominalPa(), air), air),
                    duty.spring(),
                    duty.friction(),
                    duty.wet());
            if (moves(judged(way.words, under))) {
                String words = Stream.of(
                                way.actuator ? "with " + way.words + " of this type's sheet" : "",
                                way.air
                                        ? "with at least " + new Quantity(air, Dimension.PRESSURE).shown()
                                                + " of air, guaranteed"
                                        : "",
                                way.side
                                        ? "with the line from the other side ("
                                                + (side == Side.ABOVE
                                                        ? "pressing the plug on its seat: it then closes with the flow"
                                                        : "it then opens with the pressure")
                                                + ")"
                                        : "")
                        .filter(w -> !w.isEmpty())
                        .collect(Collectors.joining(" and "));
                return Optional.of(new Way(way.actuator, way.air, way.side, words));
            }
        }
        return Optional.empty();
    }
}

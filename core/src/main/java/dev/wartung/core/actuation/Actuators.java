package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.fits.SpringPress;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Builds the force models from a type sheet. */
public final class Actuators {

    private Actuators() {}

    /**
     * The linear actuator on a valve, with the spring that is in it; empty for a drive without air, a rotary one, or
     * where the sheet gives no actuator.
     */
    public static Optional<LinearActuator> of(TypeSheet type, ValveConfiguration valve) {
        return valve.drive().pneumatic()
                ? fitted(type, valve).flatMap(a -> linear(a, valve.drive()))
                : Optional.empty();
    }

    /** The actuator a valve has: of its drive's build, or of the build it was before it was turned over. */
    public static Optional<ActuatorData> fitted(TypeSheet type, ValveConfiguration valve) {
        return type.actuator(valve.springOf(), valve.facts()).or(() -> type.actuator(valve.drive(), valve.facts()));
    }

    /** Every linear actuator the sheet offers for a valve's drive, the one on the valve first, by name. */
    public static Map<String, LinearActuator> choices(TypeSheet type, ValveConfiguration valve) {
        Drive drive = valve.drive();
        Map<String, LinearActuator> choices = new LinkedHashMap<>();
        if (valve.spring().isPresent()) {
            of(type, valve).ifPresent(l -> choices.put(USUAL, l));
        }
        type.actuators(drive, valve.facts()).forEach(a -> linear(a, drive)
                .filter(l -> !choices.containsValue(l))
                .ifPresent(l -> choices.put(a.name().orElse(choices.isEmpty() ? USUAL : OF_ITS_BUILD), l)));
        return choices;
    }

    /** What the actuator is called where the sheet gives it no name. */
    public static final String USUAL = "the usual actuator";

    /** The same for the one a valve of this drive would have been built with. */
    private static final String OF_ITS_BUILD = "the actuator of its own build";

    /** The quarter-turn actuators whose torques the sheet gives for a drive, the usual one first, by name. */
    static Map<String, ActuatorData> turning(TypeSheet type, ValveConfiguration valve) {
        Drive drive = valve.drive();
        Map<String, ActuatorData> choices = new LinkedHashMap<>();
        type.actuators(drive, valve.facts())
                .filter(a -> a.airTorque().isPresent() && (a.springTorque().isPresent() || !drive.sprung()))
                .forEach(a -> choices.put(a.name().orElse(USUAL), a));
        return choices;
    }

    /** Empty where one of its numbers is not known, none being taken for zero, or where they cannot be one actuator's. */
    static Optional<LinearActuator> linear(ActuatorData a, Drive drive) {
        boolean spring = !drive.sprung() || (a.preload().isPresent() && a.rate().isPresent());
        if (!spring
                || Stream.of(a.pistonDiameter(), a.rodDiameter(), a.stroke(), a.friction())
                        .anyMatch(Optional::isEmpty)) {
            return Optional.empty();
        }
        if (!isPossible(a)) {
            return Optional.empty();
        }
        double piston = Math.PI / 4 * Math.pow(a.pistonDiameter().get().si(), 2);
        double rod = Math.PI / 4 * Math.pow(si(a.rodDiameter()), 2);
        return Optional.of(new LinearActuator(
                drive,
                drive.sprung() ? si(a.preload()) : 0,
                drive.sprung() ? si(a.rate()) : 0,
                a.stroke().get().si(),
                si(a.friction()),
                piston - rod,
                piston));
    }

    /** Whether what is known of it can be one actuator's: a piston wider than its rod, and a way to go. */
    public static boolean isPossible(ActuatorData a) {
        boolean goes = a.stroke().map(s -> s.si() > 0).orElse(true);
        boolean wider = a.pistonDiameter().isEmpty() || a.pistonDiameter().get().si() > si(a.rodDiameter());
        return goes && wider;
    }

    private static double si(Optional<Quantity> quantity) {
        return quantity.map(Quantity::si).orElse(0.0);
    }

    /**
     * What the spring pushes (a force) or turns with (a torque), at the second end of the travel or at the first; empty
     * where no spring drives it.
     */
    public static Optional<Quantity> spring(TypeSheet type, ValveConfiguration valve, boolean lifted) {
        if (!valve.drive().sprung()) {
            return Optional.empty();
        }
        return fitted(type, valve).flatMap(a -> a.springTorque()
                .map(t -> lifted ? t.open() : t.closed())
                .or(() -> of(type, valve)
                        .map(l -> new Quantity(l.springForceN(lifted ? l.strokeM() : 0), Dimension.FORCE)))
                .or(() -> a.preload()
                        .filter(preload ->
                                !lifted || (a.rate().isPresent() && a.stroke().isPresent()))
                        .map(preload -> new Quantity(
                                preload.si() + (lifted ? si(a.rate()) * si(a.stroke()) : 0), Dimension.FORCE))));
    }

    /**
     * What the spring gives off over the full travel; empty where no spring drives it. Rotary: mean torque times a
     * quarter turn.
     */
    public static Optional<Quantity> springEnergy(TypeSheet type, ValveConfiguration valve) {
        if (!valve.drive().sprung()) {
            return Optional.empty();
        }
        return fitted(type, valve)
                .flatMap(a -> a.springTorque()
                        .map(t -> (t.closed().si() + t.open().si()) / 2 * Math.PI / 2)
                        .or(() -> a.preload()
                                .filter(preload ->
                                        a.rate().isPresent() && a.stroke().isPresent())
                                .map(preload ->
                                        LinearActuator.strokeEnergyJ(preload.si(), si(a.rate()), si(a.stroke())))))
                .map(joule -> new Quantity(joule, Dimension.ENERGY));
    }

    /**
     * The spring of an actuator that is opened in the press, from the sheet's sizes {@code press.rate}, {@code .free},
     * {@code .fitted}, {@code .push}; empty where one is not given.
     */
    public static Optional<SpringPress> springInPress(TypeSheet type) {
        List<Optional<Quantity>> sizes = Stream.of("rate", "free", "fitted", "push")
                .map(name -> Optional.ofNullable(type.sizes().get("press." + name)))
                .toList();
        return sizes.stream().allMatch(Optional::isPresent)
                ? Optional.of(new SpringPress(si(sizes.get(0)), si(sizes.get(1)), si(sizes.get(2)), si(sizes.get(3))))
                : Optional.empty();
    }

    /**
     * The closure of a valve with these facts, in numbers; empty where the sheet gives no seat, or one that cannot be. Of
     * a change-over valve the lower one.
     */
    public static Optional<Closure> closure(TypeSheet type, Map<String, String> facts) {
        return type.seat().filter(seat -> isPossible(seat, facts)).map(seat -> closure(seat, facts));
    }

    /** Whether a seat is wider than the stem in it. */
    public static boolean isPossible(TypeSheet.Seat seat, Map<String, String> facts) {
        return seat.seatDiameter().si() > seat.stemDiameter(facts).si()
                && seat.stemDiameter(facts).si() >= 0;
    }

    static Closure closure(TypeSheet.Seat seat, Map<String, String> facts) {
        Closure plain = new Closure(
                seat.seatDiameter().si(),
                seat.stemDiameter(facts).si(),
                seat.sealingLoad(facts).si());
        Closure balanced =
                seat.balanceDiameter().map(d -> plain.balancedBy(d.si())).orElse(plain);
        return seat.diaphragmDiameter().map(d -> balanced.ofDiaphragm(d.si())).orElse(balanced);
    }
}

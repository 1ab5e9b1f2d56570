package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
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
     * The linear actuator for a drive; empty for a drive without air, a rotary one, or where the sheet gives no
     * actuator.
     */
    public static Optional<LinearActuator> of(TypeSheet type, Drive drive) {
        return drive.pneumatic() ? type.actuator(drive).flatMap(a -> linear(a, drive)) : Optional.empty();
    }

    /** Every linear actuator the sheet offers for a drive, the usual one first, by name. */
    public static Map<String, LinearActuator> choices(TypeSheet type, Drive drive) {
        Map<String, LinearActuator> choices = new LinkedHashMap<>();
        type.actuators().stream().filter(a -> a.drives().contains(drive)).forEach(a -> linear(a, drive)
                .ifPresent(l -> choices.put(a.name().orElse(USUAL), l)));
        return choices;
    }

    /** What the actuator is called where the sheet gives it no name. */
    public static final String USUAL = "the usual actuator";

    /** The quarter-turn actuators whose torques the sheet gives for a drive, the usual one first, by name. */
    static Map<String, ActuatorData> turning(TypeSheet type, Drive drive) {
        Map<String, ActuatorData> choices = new LinkedHashMap<>();
        type.actuators().stream()
                .filter(a -> a.drives().contains(drive)
                        && a.airTorque().isPresent()
                        && (a.springTorque().isPresent() || !drive.sprung()))
                .forEach(a -> choices.put(a.name().orElse(USUAL), a));
        return choices;
    }

    static Optional<LinearActuator> linear(ActuatorData a, Drive drive) {
        if (a.pistonDiameter().isEmpty() || a.stroke().isEmpty()) {
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

    private static double si(Optional<Quantity> quantity) {
        return quantity.map(Quantity::si).orElse(0.0);
    }

    /**
     * What the spring pushes (a force) or turns with (a torque), at the second end of the travel or at the first; empty
     * where no spring drives it.
     */
    public static Optional<Quantity> spring(TypeSheet type, Drive drive, boolean lifted) {
        if (!drive.sprung()) {
            return Optional.empty();
        }
        return type.actuator(drive).flatMap(a -> a.springTorque()
                .map(t -> lifted ? t.open() : t.closed())
                .or(() -> of(type, drive)
                        .map(l -> new Quantity(l.springForceN(lifted ? l.strokeM() : 0), Dimension.FORCE)))
                .or(() -> a.preload()
                        .map(preload -> new Quantity(
                                preload.si() + (lifted ? si(a.rate()) * si(a.stroke()) : 0), Dimension.FORCE))));
    }

    /**
     * What the spring gives off over the full travel; empty where no spring drives it. Rotary: mean torque times a
     * quarter turn.
     */
    public static Optional<Quantity> springEnergy(TypeSheet type, Drive drive) {
        if (!drive.sprung()) {
            return Optional.empty();
        }
        return type.actuator(drive)
                .flatMap(a -> a.springTorque()
                        .map(t -> (t.closed().si() + t.open().si()) / 2 * Math.PI / 2)
                        .or(() -> a.preload()
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
     * The closure of a valve with these facts, in numbers; empty where the sheet gives no seat. Of a change-over valve
     * the lower one.
     */
    public static Optional<Closure> closure(TypeSheet type, Map<String, String> facts) {
        return type.seat().map(seat -> closure(seat, facts));
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

    /**
     * The linear actuator with its numbers, as the sheet gives them for a drive or, where it gives none for that, for
     * another. Empty for a rotary one, or where nothing is given.
     */
    public static Optional<ActuatorData> data(TypeSheet type, Drive drive) {
        return type.actuator(drive)
                .or(() -> type.actuators().stream().findFirst())
                .filter(a -> a.pistonDiameter().isPresent() && a.stroke().isPresent());
    }
}

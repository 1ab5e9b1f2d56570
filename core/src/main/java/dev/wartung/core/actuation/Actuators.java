package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import java.util.Optional;

/** Builds the force models from a type sheet. */
public final class Actuators {

    private Actuators() {}

    /** The actuator for a drive; empty for a hand drive or where the sheet gives no actuator. */
    public static Optional<LinearActuator> of(TypeSheet type, Drive drive) {
        return drive == Drive.MANUAL ? Optional.empty() : type.actuator(drive).flatMap(a -> {
            if (a.pistonDiameter().isEmpty()) {
                return Optional.empty();
            }
            double piston = Math.PI / 4 * Math.pow(a.pistonDiameter().get().si(), 2);
            double rod = Math.PI / 4 * Math.pow(a.rodDiameter().map(Quantity::si).orElse(0.0), 2);
            boolean sprung = drive != Drive.DA;
            return Optional.of(new LinearActuator(drive,
                    sprung ? a.preload().map(Quantity::si).orElse(0.0) : 0,
                    sprung ? a.rate().map(Quantity::si).orElse(0.0) : 0,
                    a.stroke().si(), a.friction().si(), piston - rod, piston));
        });
    }

    /** What the spring pushes with, the stem lifted or down; empty where no spring drives it. */
    public static Optional<Quantity> springForce(TypeSheet type, Drive drive, boolean lifted) {
        return drive.rest().isEmpty() ? Optional.empty()
                : of(type, drive).map(a -> new Quantity(a.springForceN(lifted ? a.strokeM() : 0), Dimension.FORCE));
    }

    /** What the spring gives off over the full stroke; empty where no spring drives it. */
    public static Optional<Quantity> springEnergy(TypeSheet type, Drive drive) {
        return drive.rest().isEmpty() ? Optional.empty() : of(type, drive).map(a -> new Quantity(a.strokeEnergyJ(), Dimension.ENERGY));
    }

    public static Closure closure(TypeSheet type) {
        TypeSheet.Seat seat = type.seat();
        return new Closure(seat.seatDiameter().si(), seat.stemDiameter().si(), seat.sealingLoad().si());
    }
}

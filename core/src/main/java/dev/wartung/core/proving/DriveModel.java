package dev.wartung.core.proving;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.actuation.Closure;
import dev.wartung.core.actuation.LinearActuator;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.anatomy.ValveConfiguration;
import java.util.Optional;

/**
 * What moves a valve over its travel: newton of a stem, newton metre of a shaft.
 *
 * <p>Source: balance of forces on stem or shaft, friction against the motion. Opening by air begins at (spring closed +
 * friction + break-out) / opening per pascal and is
 * complete at the larger of that and (spring open + friction) / opening per pascal; closing by air the same from the
 * other end, without the break-out. Worked for a 50 mm
 * plug, 2300 N and 2894 N of spring, 150 N of friction and 7539.8 mm² of rod side: 2450 N / 7539.8 mm² = 3.25 bar to
 * the first movement, 3044 / 7539.8 = 4.04 bar to the end.
 *
 * @param springClosed what the spring pushes or turns with at the closed end, 0 or more; 0 without a spring
 * @param springOpen   the same at the open end
 * @param friction     against the motion, 0 or more
 * @param breakOut     beyond the friction, to leave the closed end, 0 or more
 * @param openingPerPa what air on the opening side gives per pascal, above 0
 * @param closingPerPa what air on the closing side gives per pascal, above 0
 * @param line         what the line does to it
 */
public record DriveModel(
        Drive drive,
        double springClosed,
        double springOpen,
        double friction,
        double breakOut,
        double openingPerPa,
        double closingPerPa,
        LineSide line) {

    /**
     * What pressure in the line does: on a closed plug from below, on the open valve's stem.
     *
     * @param belowM2 what it lifts the closed plug with, per pascal below it, 0 or more; 0 where it moves nothing, as
     *     on a disc turned by a shaft
     * @param stemM2  what it pushes the stem out with once the plug is off its seat, 0 or more
     * @param liftMm  how far each of two seats lifts alone for cleaning; 0 where there is one seat
     */
    public record LineSide(double belowM2, double stemM2, double liftMm) {
        public static final LineSide NONE = new LineSide(0, 0, 0);

        public LineSide {
            if (belowM2 < 0 || stemM2 < 0 || liftMm < 0) {
                throw new IllegalArgumentException("areas and lift of zero or more");
            }
        }
    }

    /** Name of the band a type sheet gives for how far one seat lifts alone. */
    public static final String SEAT_LIFT = "seat-lift";

    public DriveModel {
        if (!drive.pneumatic()
                || springClosed < 0
                || springOpen < 0
                || friction < 0
                || breakOut < 0
                || !(openingPerPa > 0)
                || !(closingPerPa > 0)) {
            throw new IllegalArgumentException("a valve moved by air, with forces of zero or more");
        }
    }

    /** Of a valve whose numbers nobody knows: only which way its air moves it. */
    public static DriveModel unknown(Drive drive) {
        return new DriveModel(drive, 0, 0, 0, 0, 1, 1, LineSide.NONE);
    }

    /** Of a valve by its sheet; empty where air does not move it or the sheet gives too few numbers. */
    public static Optional<DriveModel> of(TypeSheet type, ValveConfiguration valve) {
        Drive drive = valve.drive();
        if (!drive.pneumatic()) {
            return Optional.empty();
        }
        Optional<DriveModel> linear = Actuators.of(type, valve).map(a -> linear(type, valve, a));
        return linear.or(() -> type.turning().flatMap(turning -> Actuators.fitted(type, valve)
                .filter(a -> a.airTorque().isPresent() && (a.springTorque().isPresent() || !drive.sprung()))
                .map(a -> rotary(drive, a, turning))));
    }

    private static DriveModel linear(TypeSheet type, ValveConfiguration valve, LinearActuator a) {
        Optional<Closure> closure = Actuators.closure(type, valve.facts());
        double lift = Optional.ofNullable(type.bands().get(SEAT_LIFT))
                .map(b -> b.target().orElse(b.max()).si() * 1000)
                .orElse(0.0);
        return new DriveModel(
                valve.drive(),
                a.springForceN(0),
                a.springForceN(a.strokeM()),
                a.frictionN(),
                0,
                a.liftAreaM2(),
                a.lowerAreaM2(),
                new LineSide(
                        closure.map(Closure::belowAreaM2).orElse(0.0),
                        closure.map(Closure::openAreaM2).orElse(0.0),
                        lift));
    }

    /** The air's torque is not the same over the turn; its smaller end is what counts for reaching the end. */
    private static DriveModel rotary(Drive drive, ActuatorData a, TypeSheet.Turning turning) {
        ActuatorData.AirTorque air = a.airTorque().orElseThrow();
        double perPa = Math.min(air.closed().si(), air.open().si()) / air.at().si();
        return new DriveModel(
                drive,
                a.springTorque().map(t -> t.closed().si()).orElse(0.0),
                a.springTorque().map(t -> t.open().si()).orElse(0.0),
                turning.run().si(),
                turning.lubricated().si() - turning.run().si() < 0
                        ? 0
                        : turning.lubricated().si() - turning.run().si(),
                perPa,
                perPa,
                LineSide.NONE);
    }

    /** Whether air opens it: NC, and DA on its way there. */
    public boolean airOpens() {
        return drive != Drive.NO;
    }

    /** The spring's force, from 0 closed to 1 open. */
    double spring(double travel) {
        return springClosed + (springOpen - springClosed) * travel;
    }

    /**
     * Air at which it first moves away from where it rests, pascal.
     *
     * @param spring factor of its nominal force
     * @param frictions the same of friction and break-out
     */
    public double firstMovementPa(double spring, double frictions) {
        return airOpens()
                ? (springClosed * spring + (friction + breakOut) * frictions) / openingPerPa
                : (springOpen * spring + friction * frictions) / closingPerPa;
    }

    /** Air at which it has moved all the way, pascal. */
    public double fullTravelPa(double spring, double frictions) {
        double end = airOpens()
                ? (springOpen * spring + friction * frictions) / openingPerPa
                : (springClosed * spring + friction * frictions) / closingPerPa;
        return Math.max(firstMovementPa(spring, frictions), end);
    }

    /**
     * Line pressure under the closed plug that lifts it, pascal; empty where the line cannot. Source: the plug leaves
     * its seat when P·A_below exceeds what holds it (the spring, or the
     * air of a valve that air closes, less a spring that opens) and the friction. Worked for 2300 N of spring, 150 N of
     * friction and a 49 mm seat: 2450 N / 1885.7 mm² = 12.99 bar.
     *
     * @param airPa air on the closing side; a spring that closes needs none
     */
    public Optional<Double> liftedAtPa(double spring, double frictions, double airPa) {
        if (line.belowM2 == 0) {
            return Optional.empty();
        }
        double holds = drive == Drive.NC ? springClosed * spring : airPa * closingPerPa - springClosed * spring;
        return Optional.of(Math.max(0, holds + friction * frictions) / line.belowM2);
    }

    /** Where it goes without air: 0 closed, 1 open; empty without a spring that is stronger than friction. */
    public Optional<Double> rest() {
        if (!drive.sprung() || Math.min(springClosed, springOpen) <= friction) {
            return Optional.empty();
        }
        return Optional.of(drive == Drive.NO ? 1.0 : 0.0);
    }
}

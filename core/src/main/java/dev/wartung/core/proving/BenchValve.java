package dev.wartung.core.proving;

import dev.wartung.core.anatomy.Drive;

/**
 * A valve on a test bench that moves by the forces of its {@link DriveModel}: its actuator fills and empties, and the
 * stem or shaft moves as soon as air and spring
 * outweigh friction. Faults can be set. Not thread-safe.
 *
 * <p>Quasi-static: masses are left out, the speed is what is left of the force over the damping, and at most a full
 * travel in 0.4 s.
 */
public final class BenchValve {

    /** Where the pilot valve puts the air. */
    public enum Pilot {
        VENT,
        OPENING,
        CLOSING
    }

    /** Which seat's own piston has air. */
    public enum Lift {
        NONE,
        UPPER,
        LOWER
    }

    /**
     * What is wrong with it.
     *
     * @param sticksAt share of the travel at which it seizes, whatever pushes; negative: nowhere
     * @param friction factor of the friction, 1 as it should be
     * @param spring   factor of the spring, 1 as it should be
     * @param leakPaPerS what the actuator loses past its seals, pascal a second, 0 or more
     * @param seatsHang whether its two seats hang together, so that neither lifts alone
     */
    public record Faults(double sticksAt, double friction, double spring, double leakPaPerS, boolean seatsHang) {

        public static final Faults NONE = new Faults(-1, 1, 1, 0, false);
    }

    private static final double FILLS_IN_S = 0.12;
    private static final double EMPTIES_IN_S = 0.12;
    private static final double FASTEST_PER_S = 2.5;
    private static final double SETTLES_IN_S = 0.04;
    private static final double AT_SEAT = 0.002;
    /** So far the gap throttles, and what is under the plug still pushes on all of it. */
    private static final double NEAR_SEAT = 0.03;

    private final DriveModel model;
    private Faults faults = Faults.NONE;
    private double travel;
    private double chamberPa;
    private Pilot pilot = Pilot.VENT;

    /** Begins where it rests; without a spring closed. */
    public BenchValve(DriveModel model) {
        this.model = model;
        this.travel = model.rest().orElse(0.0);
    }

    public void has(Faults what) {
        faults = what;
    }

    /**
     * Lets time pass.
     *
     * @param seconds  above 0, at most 0.05 for a steady answer
     * @param supplyPa air at the pilot valve
     * @param linePa   pressure under the closed plug
     */
    public void pass(double seconds, double supplyPa, Pilot asked, double linePa) {
        if (asked != pilot && asked != Pilot.VENT) {
            // the other side is vented as this one fills
            chamberPa = pilot == Pilot.VENT ? chamberPa : 0;
        }
        pilot = asked;
        double target = pilot == Pilot.VENT ? 0 : supplyPa;
        chamberPa += (target - chamberPa) * (1 - Math.exp(-seconds / (target < chamberPa ? EMPTIES_IN_S : FILLS_IN_S)));
        chamberPa = Math.max(0, chamberPa - faults.leakPaPerS * seconds * (pilot == Pilot.VENT ? 0 : 1));
        move(seconds, linePa);
    }

    private void move(double seconds, double linePa) {
        double spring = model.spring(travel) * faults.spring * (model.drive() == Drive.NO ? 1 : -1);
        double air = chamberPa * (opens() ? model.openingPerPa() : -model.closingPerPa());
        double net = (model.drive().sprung() ? spring : 0)
                + air
                + linePa
                        * (travel < NEAR_SEAT
                                ? model.line().belowM2()
                                : model.line().stemM2());
        double friction = model.friction() * faults.friction;
        if (net > 0 && travel < AT_SEAT) {
            friction += model.breakOut() * faults.friction;
        }
        if (faults.sticksAt >= 0 && Math.abs(travel - faults.sticksAt) < 0.01) {
            return;
        }
        double left = Math.abs(net) - friction;
        if (left > 0) {
            double damping =
                    SETTLES_IN_S * (Math.abs(model.springOpen() - model.springClosed()) + model.friction() + 1e-9);
            double way = Math.min(FASTEST_PER_S, left / damping) * seconds;
            travel = Math.max(0, Math.min(1, travel + Math.signum(net) * way));
        }
    }

    private boolean opens() {
        return pilot == Pilot.OPENING || (pilot == Pilot.VENT && model.airOpens());
    }

    /** From 0 closed to 1 open. */
    public double travel() {
        return travel;
    }

    /**
     * How far the seats lift alone, millimetres: upper, lower.
     *
     * @param lifting which piston has air
     */
    public double[] lifts(Lift lifting) {
        double mm = lifting == Lift.NONE ? 0 : model.line().liftMm();
        return new double[] {
            lifting == Lift.UPPER || faults.seatsHang ? mm : 0, lifting == Lift.LOWER || faults.seatsHang ? mm : 0
        };
    }

    /** Air in the actuator, pascal. */
    public double chamberPa() {
        return chamberPa;
    }
}

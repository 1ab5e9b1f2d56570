package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;

/**
 * A linear actuator on a plug that closes downward. SI units throughout: newton, metre, pascal (gauge), joule.
 *
 * <p>Sources: force equilibrium on the stem. The spring pushes with {@code preloadN} at its longest state and gains
 * {@code rateNPerM} per metre.
 * A spring-closing actuator has its longest state closed, a spring-opening one open.
 *
 * @param drive       NC, NO or DA
 * @param preloadN    spring force at its longest state, ≥ 0; 0 without a spring
 * @param rateNPerM   spring rate, ≥ 0
 * @param strokeM     full travel, > 0
 * @param frictionN   friction of seals and guides, ≥ 0, against the motion
 * @param liftAreaM2  piston area that air acts on to lift the stem (rod side), > 0
 * @param lowerAreaM2 piston area that air acts on to lower the stem, > 0
 */
public record LinearActuator(
        Drive drive,
        double preloadN,
        double rateNPerM,
        double strokeM,
        double frictionN,
        double liftAreaM2,
        double lowerAreaM2) {

    public LinearActuator {
        if (!drive.pneumatic()) {
            throw new IllegalArgumentException("a valve that no air moves has no such actuator");
        }
        if (preloadN < 0
                || rateNPerM < 0
                || frictionN < 0
                || !(strokeM > 0)
                || !(liftAreaM2 > 0)
                || !(lowerAreaM2 > 0)) {
            throw new IllegalArgumentException(
                    "forces and rates must not be negative, stroke and areas must be above zero");
        }
    }

    /** Spring force with the stem lifted by {@code travelM} above closed, 0 ≤ travel ≤ stroke; newton. */
    public double springForceN(double travelM) {
        if (travelM < 0 || travelM > strokeM * (1 + 1e-9)) {
            throw new IllegalArgumentException("travel outside the stroke");
        }
        double squeezedM = drive == Drive.NO ? strokeM - travelM : travelM;
        return preloadN + rateNPerM * squeezedM;
    }

    /**
     * Energy a spring gives off when it moves the stem over the full stroke: F0·s + ½·k·s²; joule, from newton, newton
     * per metre and metre.
     */
    static double strokeEnergyJ(double preloadN, double rateNPerM, double strokeM) {
        return preloadN * strokeM + 0.5 * rateNPerM * strokeM * strokeM;
    }

    /**
     * Least air at the port to lift the stem through the full stroke, line drained, nothing scattered: what a job sets.
     * (F0 + k·s + Ff)/A; for DA against friction alone; pascal (gauge). For a spring-opening actuator 0: the spring
     * lifts.
     */
    public double airToOpenPa() {
        return drive == Drive.NO ? 0 : (springForceN(strokeM) + frictionN) / liftAreaM2;
    }

    /**
     * Least air at the port to press the plug on its seat with the load its seal needs, line drained, nothing scattered:
     * (F0 + k·s + Ff + q·π·ds)/A; pascal (gauge). For a spring-closing actuator 0: the spring closes.
     */
    public double airToClosePa(Closure closure) {
        double spring = drive.sprung() ? springForceN(0) : 0;
        return drive == Drive.NC ? 0 : (closure.sealingForceN() + spring + frictionN) / lowerAreaM2;
    }

    /**
     * The same actuator seen upside down: what closes by its spring opens by it, and the piston's two sides change
     * places. For a seat the plug is drawn up on.
     */
    public LinearActuator upsideDown() {
        Drive other =
                switch (drive) {
                    case NC -> Drive.NO;
                    case NO -> Drive.NC;
                    default -> drive;
                };
        return new LinearActuator(other, preloadN, rateNPerM, strokeM, frictionN, lowerAreaM2, liftAreaM2);
    }
}

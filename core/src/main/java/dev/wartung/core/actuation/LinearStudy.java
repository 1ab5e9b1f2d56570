package dev.wartung.core.actuation;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;

/**
 * Whether a linear actuator does all it has to do, over everything that may vary: line pressure on either side, the
 * whole stroke, spring and friction, the air. A plug that closes downward.
 *
 * <p>Source: equilibrium of forces on the stem. Towards the seat push the spring (NC; away from it NO), the air on the
 * closing side and, shut, the line with P_above·A_above − P_below·A_below; open, the body's pressure pushes the stem (of
 * a diaphragm valve the whole diaphragm) away from the seat. Friction is against the motion, and more after standing. A
 * plug seals when q·π·ds is left. The force left over is linear in each thing that varies, so that it is least at a
 * corner of what they may be: all corners are looked at, and the least is the worst case.
 *
 * <p>Worked for F0 2300 N, k 27 N/mm, s 22 mm, Ff 150 N, piston 100 mm, rod 20 mm, ds 49 mm, dt 18 mm, q 8 N/mm, nothing
 * scattered or allowed for: NC at 3 bar from below holds with 2300 − 565.7 − 150 − 1231.5 = 352.8 N to spare, and up to
 * (2300 − 150 − 1231.5)/1885.7 mm² = 4.87 bar; NO closed by 5.2 bar has 4084.1 N of air, less 2894 N of spring and 150 N:
 * 191.4 N short of the seal's load with a drained line, and a line above, which would help, is not counted on.
 */
public record LinearStudy(LinearActuator actuator, Closure closure, Duty duty) {

    /**
     * One combination of all that may vary.
     *
     * @param travel    share of the stroke, 0 closed to 1 open
     * @param seated    on its seat, the line pressing on each side of the plug; otherwise {@code belowPa} is the body's
     * @param belowPa   under the closed plug, or in the body
     * @param abovePa   above the closed plug
     * @param spring    factor of the sheet's spring
     * @param friction  factor of the sheet's friction
     * @param standing  whether it stood before, and sticks
     * @param airPa     on the side that drives; without meaning where the spring does
     */
    public record Corner(
            double travel,
            boolean seated,
            double belowPa,
            double abovePa,
            double spring,
            double friction,
            boolean standing,
            double airPa) {}

    /** How far spring, friction and air are from what they should be. */
    private record Scattered(double spring, double friction, double airPa) {}

    public LinearStudy {
        if (!actuator.drive().sprung()) {
            duty = duty.springless();
        }
        if (closure.liftedFromBothSides()) {
            duty = duty.with(duty.line().from(Side.EITHER));
        }
    }

    /** All it has to do. */
    public List<Task> tasks() {
        return Task.of(actuator.drive());
    }

    /**
     * Force left over for a task in one case, newton; below zero it is not done.
     *
     * @param corner within the stroke; whatever else may be
     */
    public double spareN(Task task, Corner corner) {
        boolean moving = !task.seals();
        double away = duty.allow().residualPa();
        double air = task.opening()
                ? (task.byAir() ? -corner.airPa() * actuator.liftAreaM2() : 0)
                        + (moving ? away * actuator.lowerAreaM2() : 0)
                : (task.byAir() ? corner.airPa() * actuator.lowerAreaM2() : 0)
                        - (moving ? away * actuator.liftAreaM2() : 0);
        double line = corner.seated()
                ? closure.downwardN(corner.belowPa(), corner.abovePa())
                : -corner.belowPa() * closure.openAreaM2();
        double spring = actuator.springForceN(corner.travel() * actuator.strokeM()) * corner.spring();
        double towardsSeat = air
                + line
                + switch (actuator.drive()) {
                    case NC -> spring;
                    case NO -> -spring;
                    default -> 0;
                };
        double friction = actuator.frictionN()
                * corner.friction()
                * (corner.standing() ? duty.allow().stick() : 1);
        return (task.opening() ? -towardsSeat : towardsSeat) - friction - (task.seals() ? closure.sealingForceN() : 0);
    }

    /** The case that decides a task: the one with the least left over. */
    public Corner worstCase(Task task) {
        return scattered(task).stream()
                .flatMap(s -> corners(task, s, duty.line().highestPa()).stream())
                .min(Comparator.comparingDouble(c -> spareN(task, c)))
                .orElseThrow();
    }

    /** Force left over for a task, newton, always at the worst of line and stroke. */
    public Range spareN(Task task) {
        return range(
                task,
                s -> least(corners(task, s, duty.line().highestPa()).stream().mapToDouble(c -> spareN(task, c))));
    }

    /**
     * Air the supply must have for a task, pascal; at the worst the most. What the port loses while the valve moves is
     * in it.
     *
     * @throws IllegalArgumentException for what a spring does
     */
    public Range supplyPa(Task task) {
        if (!task.byAir()) {
            throw new IllegalArgumentException("a spring does it: " + task);
        }
        double area = task.opening() ? actuator.liftAreaM2() : actuator.lowerAreaM2();
        Range without = range(
                task,
                s -> least(corners(
                                task,
                                new Scattered(s.spring(), s.friction(), 0),
                                duty.line().highestPa())
                        .stream()
                        .mapToDouble(c -> spareN(task, c))));
        double droop = task.seated() ? 0 : duty.allow().droopPa();
        return new Range(
                Math.max(0, -without.worst()) / area + droop,
                Math.max(0, -without.usual()) / area + droop,
                Math.max(0, -without.best()) / area + droop);
    }

    /** Most air of the supply that any task takes at the worst, pascal. */
    public double supplyPa() {
        return tasks().stream()
                .filter(Task::byAir)
                .mapToDouble(t -> supplyPa(t).worst())
                .max()
                .orElse(0);
    }

    /**
     * Highest line pressure up to which a task is done, pascal; infinite where the line does not hinder it, below zero
     * where it is not done even with a drained line, and that infinitely where it is, but not under the lowest, a vacuum.
     */
    public Range highestLinePa(Task task) {
        return range(task, s -> {
            List<Corner> at0 = corners(task, s, 0);
            List<Corner> atOne = corners(task, s, ONE_BAR_PA);
            double highest = Double.POSITIVE_INFINITY;
            for (int i = 0; i < at0.size(); i++) {
                double spare = spareN(task, at0.get(i));
                double perPa = (spareN(task, atOne.get(i)) - spare) / ONE_BAR_PA;
                if (perPa < -1e-12) {
                    highest = Math.min(highest, spare / -perPa);
                } else if (spare < 0) {
                    return doneDrained(task, s) ? Double.NEGATIVE_INFINITY : -1;
                }
            }
            return highest;
        });
    }

    private boolean doneDrained(Task task, Scattered s) {
        Duty.Line line = duty.line();
        LinearStudy drained =
                new LinearStudy(actuator, closure, duty.with(new Duty.Line(line.side(), 0, 0, line.dropPa())));
        return drained.corners(task, s, 0).stream().allMatch(c -> spareN(task, c) >= 0);
    }

    private static final double ONE_BAR_PA = 1e5;

    /** The seal's highest line load, newton a metre: the highest air or the strongest spring, the line pressing on it. */
    public double highestSealLoadNPerM() {
        Task seals = tasks().stream().filter(Task::seals).findFirst().orElseThrow();
        double most = scattered(seals).stream()
                .flatMap(s -> corners(seals, s, duty.line().highestPa()).stream())
                .mapToDouble(c -> spareN(seals, c))
                .max()
                .orElse(0);
        return Math.max(0, most + closure.sealingForceN()) / (Math.PI * closure.seatDiameterM());
    }

    /** Works at the worst; only as it usually is; or not even then. */
    public Verdict verdict(Task task) {
        return of(spareN(task));
    }

    /** The worst of all tasks. */
    public Verdict verdict() {
        return Verdict.worst(tasks().stream().map(this::verdict));
    }

    private static Verdict of(Range spare) {
        return spare.worst() >= 0 ? Verdict.WORKS : spare.usual() >= 0 ? Verdict.ONLY_IF : Verdict.DOES_NOT;
    }

    private interface Figure {
        double of(Scattered scattered);
    }

    /** A figure that is worst where it is least. */
    private Range range(Task task, Figure figure) {
        double[] all = scattered(task).stream().mapToDouble(figure::of).toArray();
        return new Range(
                least(DoubleStream.of(all)),
                figure.of(new Scattered(1, 1, atPort(task, duty.air().nominalPa()))),
                DoubleStream.of(all).max().orElseThrow());
    }

    /** What a task takes at a place, newton, from the easiest case to the hardest: seal, line, friction, spring against. */
    record Takes(double least, double most) {}

    /**
     * What a task takes of whatever drives it.
     *
     * @param travel share of the stroke, 0 or 1; of a task on the seat 0
     */
    Takes takesN(Task task, double travel) {
        double[] all = scattered(task).stream()
                .flatMap(s -> corners(task, s, duty.line().highestPa()).stream())
                .filter(c -> c.travel() == travel)
                .mapToDouble(c -> drivesN(task, c) - spareN(task, c))
                .toArray();
        return new Takes(least(DoubleStream.of(all)), DoubleStream.of(all).max().orElseThrow());
    }

    /** The force that drives a task: the air's on its side, or the spring's. */
    private double drivesN(Task task, Corner corner) {
        return task.byAir()
                ? corner.airPa() * (task.opening() ? actuator.liftAreaM2() : actuator.lowerAreaM2())
                : actuator.springForceN(corner.travel() * actuator.strokeM()) * corner.spring();
    }

    private static double least(DoubleStream values) {
        return values.min().orElseThrow();
    }

    /** Corners of what scatters. */
    private List<Scattered> scattered(Task task) {
        List<Scattered> all = new ArrayList<>();
        for (int side = -1; side <= 1; side += 2) {
            for (int hard = -1; hard <= 1; hard += 2) {
                for (double supply :
                        new double[] {duty.air().lowestPa(), duty.air().nominalPa()}) {
                    all.add(new Scattered(
                            1 + side * duty.scatter().spring(),
                            Math.max(0, 1 + hard * duty.scatter().friction()),
                            atPort(task, supply)));
                }
            }
        }
        return all;
    }

    private double atPort(Task task, double supplyPa) {
        return task.byAir() ? supplyPa - (task.seated() ? 0 : duty.allow().droopPa()) : 0;
    }

    /** Corners of line pressure and stroke, in the same order whatever the highest pressure. */
    private List<Corner> corners(Task task, Scattered s, double highestPa) {
        double[] pressures = {duty.line().lowestPa(), highestPa};
        if (task.seated()) {
            Side side = duty.line().side();
            return DoubleStream.of(side.below() ? pressures : NONE)
                    .boxed()
                    .flatMap(below -> DoubleStream.of(side.above() ? pressures : NONE)
                            .mapToObj(above -> new Corner(
                                    0, true, below, above, s.spring(), s.friction(), !task.seals(), s.airPa())))
                    .toList();
        }
        // at rest where it stands before it closes; an opening valve has left its seat already
        return DoubleStream.of(pressures)
                .boxed()
                .flatMap(body -> Stream.of(0.0, 1.0)
                        .map(travel -> new Corner(
                                travel,
                                false,
                                body,
                                body,
                                s.spring(),
                                s.friction(),
                                !task.opening() && travel == 1,
                                s.airPa())))
                .toList();
    }

    private static final double[] NONE = {0};
}

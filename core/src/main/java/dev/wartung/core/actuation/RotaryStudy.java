package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * Whether a quarter-turn actuator turns its disc or ball at both ends, by air and by spring, over everything that may
 * vary. Torques in newton metre.
 *
 * <p>Source: balance of torques on the shaft, friction against the motion; the air's torque is in proportion to its
 * pressure at the port, the seat's grows with the line pressure that presses on disc or ball, and the flow turns an open
 * disc towards closed. What helps is not counted on. Worked: spring 16 N·m closed and 26 N·m open, air 48 N·m closed and
 * 42 N·m open at 6 bar, seat 10 N·m to break out, 4 N·m to run, nothing scattered or allowed for, line drained. At 5.2
 * bar the air gives 41.6 and 36.4 N·m: it has 41.6 − 16 = 25.6 N·m to break out with (2.56 times what it takes) and
 * 36.4 − 26 = 10.4 N·m at the open end (2.6 times); the spring closes into the seat with 16 of 10 N·m. At 10 bar, which
 * add 4 N·m at the seat: 25.6 of 14 N·m, 1.83 times.
 *
 * @param spring what the spring turns with; zero without one
 */
public record RotaryStudy(Drive drive, Torque spring, AirTorque air, Resists resists, Duty duty) {

    /** At the closed end and at the open end, newton metre, 0 or more. */
    public record Torque(double closedNm, double openNm) {
        public Torque {
            if (!(closedNm >= 0) || !(openNm >= 0)) {
                throw new IllegalArgumentException("torques of zero or more");
            }
        }
    }

    /**
     * What the air alone turns with.
     *
     * @param torque above 0 at both ends
     * @param atPa   the pressure it is stated for, above 0
     */
    public record AirTorque(Torque torque, double atPa) {
        public AirTorque {
            if (!(torque.closedNm() > 0) || !(torque.openNm() > 0) || !(atPa > 0)) {
                throw new IllegalArgumentException("torques and pressure above zero");
            }
        }
    }

    /**
     * What turning takes.
     *
     * @param breakOutNm out of the seat or into it, line drained, above 0
     * @param runNm      at the open end, above 0
     * @param linePerPa  what the line adds at the seat, N·m/Pa, 0 or more
     * @param flowPerPa  what the flow turns an open disc closed with, by the pressure across it, N·m/Pa, 0 or more
     */
    public record Resists(double breakOutNm, double runNm, double linePerPa, double flowPerPa) {
        public Resists {
            if (!(breakOutNm > 0) || !(runNm > 0) || !(linePerPa >= 0) || !(flowPerPa >= 0)) {
                throw new IllegalArgumentException("torques above zero, what is added not below");
            }
        }
    }

    public RotaryStudy {
        if (!drive.pneumatic()) {
            throw new IllegalArgumentException("a valve that no air moves has no such actuator");
        }
        if (!drive.sprung()) {
            duty = duty.springless();
        }
    }

    /** Who turns it, which way, and at which end. */
    public enum Turn {
        AIR_OUT_OF_SEAT(true, true, true),
        AIR_TO_OPEN(true, true, false),
        AIR_FROM_OPEN(true, false, false),
        AIR_INTO_SEAT(true, false, true),
        SPRING_OUT_OF_SEAT(false, true, true),
        SPRING_TO_OPEN(false, true, false),
        SPRING_FROM_OPEN(false, false, false),
        SPRING_INTO_SEAT(false, false, true);

        private final boolean byAir;
        private final boolean opening;
        private final boolean closedEnd;

        Turn(boolean byAir, boolean opening, boolean closedEnd) {
            this.byAir = byAir;
            this.opening = opening;
            this.closedEnd = closedEnd;
        }

        public boolean byAir() {
            return byAir;
        }

        public boolean opening() {
            return opening;
        }

        public boolean closedEnd() {
            return closedEnd;
        }
    }

    /** The turns this actuator has to do: air opens against a spring that closes, and the reverse; or air does both. */
    public List<Turn> turns() {
        boolean airOpens = drive != Drive.NO;
        boolean airCloses = drive != Drive.NC;
        List<Turn> turns = new ArrayList<>();
        for (Turn turn : Turn.values()) {
            if (turn.byAir() == (turn.opening() ? airOpens : airCloses)) {
                turns.add(turn);
            }
        }
        return turns;
    }

    /** What a turn takes, newton metre: at the highest line pressure, against the flow where it hinders. */
    public double neededNm(Turn turn) {
        if (turn.closedEnd()) {
            return resists.breakOutNm()
                    + resists.linePerPa() * Math.max(0, duty.line().highestPa());
        }
        return resists.runNm()
                + (turn.opening() ? resists.flowPerPa() * duty.line().dropPa() : 0);
    }

    /**
     * What there is for it, newton metre; below zero: the spring holds against the air. At the worst with the lowest air,
     * less what the port loses while it turns; usually with the usual air.
     */
    public Range availableNm(Turn turn) {
        double lowest = atPort(turn, duty.air().lowestPa());
        double usual = atPort(turn, duty.air().nominalPa());
        double scatter = duty.scatter().spring();
        double ofSpring = turn.closedEnd() ? spring.closedNm() : spring.openNm();
        double ofAir =
                (turn.closedEnd() ? air.torque().closedNm() : air.torque().openNm()) / air.atPa();
        double left = ofAir * duty.allow().residualPa();
        if (!turn.byAir()) {
            return new Range(ofSpring * (1 - scatter) - left, ofSpring - left, ofSpring * (1 + scatter) - left);
        }
        return new Range(
                ofAir * lowest - ofSpring * (1 + scatter) - left,
                ofAir * usual - ofSpring - left,
                ofAir * usual - ofSpring * (1 - scatter) - left);
    }

    /** At the seat it stands, and the port has what the supply has; on the way it loses the droop. */
    private double atPort(Turn turn, double supplyPa) {
        return supplyPa - (turn.closedEnd() ? 0 : duty.allow().droopPa());
    }

    /** How many times what is needed there is at the worst. */
    public double margin(Turn turn) {
        return availableNm(turn).worst() / neededNm(turn);
    }

    /**
     * Works with the margin asked for at the worst; only if a smaller one is enough, or spring and air are as they
     * usually are; or not even then.
     */
    public Verdict verdict(Turn turn) {
        if (margin(turn) >= duty.allow().margin()) {
            return Verdict.WORKS;
        }
        return availableNm(turn).usual() >= neededNm(turn) ? Verdict.ONLY_IF : Verdict.DOES_NOT;
    }

    /** The worst of all turns. */
    public Verdict verdict() {
        return Verdict.worst(turns().stream().map(this::verdict));
    }

    /** Least air of the supply that does every turn by air with the margin asked for, at the worst, pascal. */
    public double leastAirPa() {
        return turns().stream()
                .filter(Turn::byAir)
                .mapToDouble(this::supplyPa)
                .max()
                .orElse(0);
    }

    /** The same for one turn. */
    public double supplyPa(Turn turn) {
        double ofSpring = (turn.closedEnd() ? spring.closedNm() : spring.openNm())
                * (1 + duty.scatter().spring());
        double perPa =
                (turn.closedEnd() ? air.torque().closedNm() : air.torque().openNm()) / air.atPa();
        return (neededNm(turn) * duty.allow().margin() + ofSpring) / perPa
                + duty.allow().residualPa()
                + (turn.closedEnd() ? 0 : duty.allow().droopPa());
    }

    /**
     * Highest line pressure up to which a turn has its margin, pascal; infinite where the line does not hinder it, below
     * zero where it has none even with a drained line.
     */
    public Range highestLinePa(Turn turn) {
        Range there = availableNm(turn);
        return new Range(upTo(turn, there.worst()), upTo(turn, there.usual()), upTo(turn, there.best()));
    }

    private double upTo(Turn turn, double availableNm) {
        double beyond =
                availableNm / duty.allow().margin() - (turn.closedEnd() ? resists.breakOutNm() : neededNm(turn));
        double perPa = turn.closedEnd() ? resists.linePerPa() : 0;
        return beyond < 0 ? -1 : perPa == 0 ? Double.POSITIVE_INFINITY : beyond / perPa;
    }

    /** Those by spring alone. */
    Stream<Turn> bySpring() {
        return turns().stream().filter(t -> !t.byAir());
    }
}

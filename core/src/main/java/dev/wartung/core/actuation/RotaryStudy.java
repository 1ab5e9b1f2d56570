package dev.wartung.core.actuation;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Range;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.anatomy.Drive;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether a quarter-turn actuator turns its disc or ball at both ends, by air and by spring. Torques in newton metre.
 *
 * <p>Source: balance of torques on the shaft, friction against the motion; the air's torque is in proportion to its
 * pressure. Worked: spring 16 N·m closed and 26 N·m
 * open, air 48 N·m closed and 42 N·m open at 6 bar, seat 10 N·m to break out, 4 N·m to run, no scatter. At 5.2 bar the
 * air gives 41.6 and 36.4 N·m: it has
 * 41.6 − 16 = 25.6 N·m to break out with (2.56 times what it takes) and 36.4 − 26 = 10.4 N·m at the open end (2.6
 * times); the spring closes into the seat with 16 of 10 N·m.
 *
 * @param springClosedNm the spring's torque at the closed end; 0 without a spring
 * @param airClosedNm    the air's torque at the closed end, at the pressure it is stated for
 * @param statedForPa    that pressure, above 0
 * @param breakOutNm     torque to turn out of the seat or into it
 * @param runNm          torque to turn at the open end
 * @param scatter        share the spring may be off by either way, 0 or more, below 1
 */
public record RotaryStudy(
        Drive drive,
        double springClosedNm,
        double springOpenNm,
        double airClosedNm,
        double airOpenNm,
        double statedForPa,
        double breakOutNm,
        double runNm,
        Air air,
        double scatter) {

    public RotaryStudy {
        if (!drive.pneumatic()) {
            throw new IllegalArgumentException("a valve that no air moves has no such actuator");
        }
        if (springClosedNm < 0
                || springOpenNm < 0
                || !(airClosedNm > 0)
                || !(airOpenNm > 0)
                || !(statedForPa > 0)
                || !(breakOutNm > 0)
                || !(runNm > 0)
                || !(scatter >= 0)
                || scatter >= 1) {
            throw new IllegalArgumentException("torques and pressures above zero, a scatter below the whole");
        }
    }

    /** Who turns it, and at which end. */
    public enum Turn {
        AIR_AT_CLOSED,
        AIR_AT_OPEN,
        SPRING_AT_CLOSED,
        SPRING_AT_OPEN;

        public boolean byAir() {
            return this == AIR_AT_CLOSED || this == AIR_AT_OPEN;
        }

        public boolean closedEnd() {
            return this == AIR_AT_CLOSED || this == SPRING_AT_CLOSED;
        }

        public String words() {
            return (byAir() ? "air" : "spring") + " at the " + (closedEnd() ? "closed" : "open") + " end";
        }
    }

    /** The turns this actuator has to do: without a spring only those by air. */
    public List<Turn> turns() {
        List<Turn> turns = new ArrayList<>(List.of(Turn.AIR_AT_CLOSED, Turn.AIR_AT_OPEN));
        if (drive.sprung()) {
            turns.addAll(List.of(Turn.SPRING_AT_CLOSED, Turn.SPRING_AT_OPEN));
        }
        return turns;
    }

    /** What a turn takes, newton metre. */
    public double neededNm(Turn turn) {
        return turn.closedEnd() ? breakOutNm : runNm;
    }

    /**
     * What there is for it, newton metre; below zero: the spring holds against the air.
     *
     * @param airPa ignored by the spring's turns
     */
    public Range availableNm(Turn turn, double airPa) {
        double spring = drive.sprung() ? turn.closedEnd() ? springClosedNm : springOpenNm : 0;
        if (!turn.byAir()) {
            return new Range(spring * (1 - scatter), spring, spring * (1 + scatter));
        }
        double byAir = (turn.closedEnd() ? airClosedNm : airOpenNm) * airPa / statedForPa;
        return new Range(byAir - spring * (1 + scatter), byAir - spring, byAir - spring * (1 - scatter));
    }

    /** How many times what is needed there is, at the bad end of the scatter and the lowest air. */
    public double margin(Turn turn) {
        return availableNm(turn, air.lowestPa()).worst() / neededNm(turn);
    }

    /** One turn's verdict: works at the worst, only as it should be and with the usual air, or not even then. */
    public Verdict verdict(Turn turn) {
        return margin(turn) >= 1
                ? Verdict.WORKS
                : availableNm(turn, air.nominalPa()).usual() >= neededNm(turn) ? Verdict.ONLY_IF : Verdict.DOES_NOT;
    }

    /** The worst of all turns. */
    public Verdict verdict() {
        return turns().stream().map(this::verdict).reduce(Verdict.WORKS, (a, b) -> a.compareTo(b) > 0 ? a : b);
    }

    /** Least air that does every turn by air, at the bad end of the scatter, pascal. */
    public double leastAirPa() {
        return turns().stream()
                .filter(Turn::byAir)
                .mapToDouble(t -> (neededNm(t)
                                + (drive.sprung()
                                        ? (t.closedEnd() ? springClosedNm : springOpenNm) * (1 + scatter)
                                        : 0))
                        / (t.closedEnd() ? airClosedNm : airOpenNm)
                        * statedForPa)
                .max()
                .orElse(0);
    }
}

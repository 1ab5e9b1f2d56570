package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether a linear valve closes tight and moves in a fail position, with what its spring and friction scatter by. A
 * plug that closes downward.
 *
 * <p>Source: equilibrium of forces on the stem. With the line pressure P under the closed plug, held while drive −
 * P·π/4·ds² − Ff ≥ q·π·ds, where the drive is the
 * spring's F0 (NC) or p·A − (F0 + k·s) (NO, closed by air). Worked for F0 2300 N, k 27 N/mm, s 22 mm, Ff 150 N, ds 49
 * mm, dt 18 mm, q 8 N/mm, and no scatter: NC holds
 * (2300 − 150 − 1231.5)/1885.7 mm² = 4.87 bar from below; NO at 5.2 bar on 7854 mm² has 4084 N, less 2894 N of spring,
 * less friction, 1040 N: not even the seal's load.
 *
 * @param spring   share the spring may be off by either way, 0 or more, below 1
 * @param friction share friction may be off by either way, 0 or more
 */
public record FailPositionStudy(LinearActuator actuator, Closure closure, Air air, double spring, double friction) {

    /** Compressed air at the plant, pascal (gauge): usual, and the lowest that is guaranteed. */
    public record Air(double nominalPa, double lowestPa) {
        public Air {
            if (!(lowestPa > 0) || !(nominalPa >= lowestPa)) {
                throw new IllegalArgumentException("the lowest air is above zero and not above the usual");
            }
        }
    }

    /** A figure at the bad end of the scatter, as it should be, and at the good end. */
    public record Range(double worst, double usual, double best) {}

    /** Which side of the closed plug is under pressure. */
    public enum Side {
        BELOW,
        ABOVE
    }

    /** What comes of it. */
    public enum Verdict {
        WORKS,
        ONLY_IF,
        DOES_NOT
    }

    /**
     * One thing that must hold.
     *
     * @param says   what it is, with its figures
     * @param onlyIf what it depends on where it works only then; empty otherwise
     */
    public record Demand(String says, Verdict verdict, String onlyIf) {}

    public FailPositionStudy {
        if (!(spring >= 0) || spring >= 1 || !(friction >= 0)) {
            throw new IllegalArgumentException("a scatter of zero or more, the spring's below the whole of it");
        }
    }

    private interface Figure {
        double of(double springFactor, double frictionFactor);
    }

    /** @param strong whether a strong spring is the bad end */
    private Range range(boolean strong, Figure figure) {
        return new Range(
                figure.of(strong ? 1 + spring : 1 - spring, 1 + friction),
                figure.of(1, 1),
                figure.of(strong ? 1 - spring : 1 + spring, Math.max(0, 1 - friction)));
    }

    /**
     * Highest pressure under the plug that is held tight, pascal; below zero: not even the seal's load is reached.
     *
     * @param airPa on the closing side; NC ignores it
     */
    public Range heldFromBelowPa(double airPa) {
        boolean springCloses = actuator.drive() == Drive.NC;
        return range(
                !springCloses,
                (k, f) -> ((springCloses
                                        ? actuator.springForceN(0) * k
                                        : airPa * actuator.lowerAreaM2() - actuator.springForceN(0) * k)
                                - actuator.frictionN() * f
                                - closure.sealingForceN())
                        / closure.belowAreaM2());
    }

    /**
     * Force on the seat beyond what the seal needs, newton.
     *
     * @param airPa on the closing side; NC ignores it
     */
    public Range marginOnSeatN(Side side, double linePa, double airPa) {
        boolean springCloses = actuator.drive() == Drive.NC;
        return range(
                !springCloses,
                (k, f) -> (springCloses
                                ? actuator.springForceN(0) * k
                                : airPa * actuator.lowerAreaM2() - actuator.springForceN(0) * k)
                        + closure.downwardN(line(side, linePa))
                        - actuator.frictionN() * f
                        - closure.sealingForceN());
    }

    /** Air it takes to open fully (NC, DA), or to close tight (NO), pascal; the worst is the most. */
    public Range airPa(Side side, double linePa) {
        LinePressure line = line(side, linePa);
        return range(true, (k, f) -> {
            LinearActuator scattered = new LinearActuator(
                    actuator.drive(),
                    actuator.preloadN() * k,
                    actuator.rateNPerM() * k,
                    actuator.strokeM(),
                    actuator.frictionN() * f,
                    actuator.liftAreaM2(),
                    actuator.lowerAreaM2());
            return actuator.drive() == Drive.NO
                    ? scattered.airToClosePa(closure, line)
                    : scattered.airToOpenPa(closure, line);
        });
    }

    /**
     * Force the spring has to spare to move the valve to where it belongs without air, newton: NC from fully open, NO
     * off its seat and at its end.
     */
    public Range springToSpareN(Side side, double linePa) {
        LinePressure line = line(side, linePa);
        double stem = line.bodyPa() * closure.stemAreaM2();
        return range(
                false,
                (k, f) -> actuator.drive() == Drive.NC
                        ? actuator.springForceN(actuator.strokeM()) * k - actuator.frictionN() * f - stem
                        : Math.min(
                                actuator.springForceN(0) * k - actuator.frictionN() * f - closure.downwardN(line),
                                actuator.springForceN(actuator.strokeM()) * k - actuator.frictionN() * f + stem));
    }

    private static LinePressure line(Side side, double linePa) {
        return side == Side.BELOW ? new LinePressure(linePa, 0) : new LinePressure(0, linePa);
    }

    /**
     * Everything that must hold for a duty, each with its figures.
     *
     * @param linePa highest pressure on the closed plug
     */
    public List<Demand> demands(Side side, double linePa, UnitSystem units) {
        List<Demand> demands = new ArrayList<>();
        Range air = airPa(side, linePa);
        demands.add(new Demand(
                (actuator.drive() == Drive.NO ? "Closing tight takes " : "Opening fully takes ")
                        + span(air.best(), air.worst(), Dimension.PRESSURE, units) + "; the plant guarantees "
                        + units.shown(new Quantity(this.air.lowestPa(), Dimension.PRESSURE)) + ", usually "
                        + units.shown(new Quantity(this.air.nominalPa(), Dimension.PRESSURE)) + ".",
                air.worst() <= this.air.lowestPa()
                        ? Verdict.WORKS
                        : air.usual() <= this.air.nominalPa() ? Verdict.ONLY_IF : Verdict.DOES_NOT,
                "there is always " + units.shown(new Quantity(air.worst(), Dimension.PRESSURE)) + " of air, or "
                        + units.shown(new Quantity(air.usual(), Dimension.PRESSURE))
                        + " with spring and friction as they should be"));
        if (actuator.drive() == Drive.DA) {
            demands.add(noPosition());
            return demands;
        }
        if (actuator.drive() == Drive.NC) {
            Range seat = marginOnSeatN(side, linePa, 0);
            demands.add(new Demand(
                    "Without air the seat has " + span(seat.worst(), seat.best(), Dimension.FORCE, units)
                            + " beyond what the seal needs.",
                    of(seat),
                    AS_IT_SHOULD_BE));
        }
        Range spare = springToSpareN(side, linePa);
        demands.add(new Demand(
                (actuator.drive() == Drive.NC ? "Its spring has " : "To open without air its spring has ")
                        + span(spare.worst(), spare.best(), Dimension.FORCE, units)
                        + " to spare against friction and the line"
                        + (actuator.drive() == Drive.NC ? " when it starts to close." : "."),
                of(spare),
                AS_IT_SHOULD_BE));
        return demands;
    }

    /** That a double-acting valve goes nowhere of its own. */
    static Demand noPosition() {
        return new Demand(
                "Both ways by air: it has no position of its own when the air fails. Where it goes then, line pressure and friction decide.",
                Verdict.ONLY_IF,
                NO_POSITION);
    }

    static final String NO_POSITION = "no position without air is asked for";
    private static final String AS_IT_SHOULD_BE = "spring and friction are as they should be";

    private static Verdict of(Range toSpare) {
        return toSpare.worst() >= 0 ? Verdict.WORKS : toSpare.usual() >= 0 ? Verdict.ONLY_IF : Verdict.DOES_NOT;
    }

    private static String span(double from, double to, Dimension dimension, UnitSystem units) {
        return units.shown(new Quantity(from, dimension)) + " to " + units.shown(new Quantity(to, dimension));
    }

    /** The worst of all demands. */
    public Verdict verdict(Side side, double linePa) {
        return demands(side, linePa, UnitSystem.METRIC).stream()
                .map(Demand::verdict)
                .reduce(Verdict.WORKS, (a, b) -> a.compareTo(b) > 0 ? a : b);
    }

    /** Where the valve goes when the air fails, pressure on one side. */
    public String onLossOfAir(Side side, double linePa) {
        if (actuator.drive() == Drive.DA) {
            double pushes = closure.downwardN(line(side, linePa));
            return Math.abs(pushes) <= actuator.frictionN() * (1 + friction)
                    ? "It may stay where it is: the line pushes no harder than friction holds."
                    : pushes < 0
                            ? "The line lifts a closed plug off its seat; an open one stays or goes on."
                            : "A closed plug is pressed shut; an open one may be carried along by the flow.";
        }
        Range spare = springToSpareN(side, linePa);
        if (actuator.drive() == Drive.NO) {
            return switch (of(spare)) {
                case WORKS -> "It opens by its spring.";
                case ONLY_IF -> "It opens if spring and friction are as they should be; a weak spring leaves it shut.";
                case DOES_NOT -> "It stays shut: the line presses the plug harder than the spring lifts.";
            };
        }
        if (spare.usual() < 0) {
            return "It stays open: friction and the stem's own pressure hold against the spring.";
        }
        return switch (of(marginOnSeatN(side, linePa, 0))) {
            case WORKS -> "It closes by its spring and holds tight.";
            case ONLY_IF -> "It closes by its spring; tight only if spring and friction are as they should be.";
            case DOES_NOT -> marginOnSeatN(side, linePa, 0).usual() + closure.sealingForceN() >= 0
                    ? "It closes by its spring, but not tight."
                    : "The line pushes it open against its spring.";
        };
    }

    /** How it closes in the flow. */
    public static String inTheFlow(Side side) {
        return side == Side.ABOVE
                ? "It closes with the flow: near its seat the flow pulls it shut, it slams and the line surges. It opens against the pressure."
                : "It closes against the flow, which is the gentle way. The pressure helps it open.";
    }

    /**
     * What would have to change for it to work, each on its own; empty where it works, or no single change would do.
     */
    public List<String> changes(Side side, double linePa, UnitSystem units) {
        List<String> changes = new ArrayList<>();
        if (verdict(side, linePa) == Verdict.WORKS || actuator.drive() == Drive.DA) {
            return changes;
        }
        Side other = side == Side.BELOW ? Side.ABOVE : Side.BELOW;
        if (verdict(other, linePa) == Verdict.WORKS) {
            changes.add("The line from the other side: pressure "
                    + (other == Side.ABOVE ? "above the plug presses it shut." : "below the plug helps it open.")
                    + " Look at how it then closes: with the flow it slams.");
        }
        for (double more = air.lowestPa() + 1e4; more <= MOST_AIR_PA; more += 1e4) {
            if (new FailPositionStudy(
                                    actuator, closure, new Air(Math.max(air.nominalPa(), more), more), spring, friction)
                            .verdict(side, linePa)
                    == Verdict.WORKS) {
                changes.add("At least " + units.shown(new Quantity(more, Dimension.PRESSURE)) + " of air, guaranteed.");
                break;
            }
        }
        for (double larger = 1.05; larger <= MOST_FACTOR; larger += 0.05) {
            if (with(larger, 1).verdict(side, linePa) == Verdict.WORKS) {
                changes.add("An actuator with " + Math.round((larger - 1) * 100)
                        + " % more piston area and the same spring.");
                break;
            }
        }
        for (double stronger = 1.05; stronger <= MOST_FACTOR; stronger += 0.05) {
            if (with(1, stronger).verdict(side, linePa) == Verdict.WORKS) {
                changes.add("A spring " + Math.round((stronger - 1) * 100) + " % stronger, with the same piston.");
                break;
            }
        }
        return changes;
    }

    /** Most that actuators of this kind are built for: 8 bar. */
    private static final double MOST_AIR_PA = 8e5;

    private static final double MOST_FACTOR = 2.5;

    private FailPositionStudy with(double area, double springs) {
        return new FailPositionStudy(
                new LinearActuator(
                        actuator.drive(),
                        actuator.preloadN() * springs,
                        actuator.rateNPerM() * springs,
                        actuator.strokeM(),
                        actuator.frictionN(),
                        actuator.liftAreaM2() * area,
                        actuator.lowerAreaM2() * area),
                closure,
                air,
                spring,
                friction);
    }
}

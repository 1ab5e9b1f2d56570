package dev.wartung.core.actuation;

import dev.wartung.core.actuation.FailPositionStudy.Demand;
import dev.wartung.core.actuation.FailPositionStudy.Range;
import dev.wartung.core.actuation.FailPositionStudy.Side;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.actuation.ValveStudy.Duty;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.drawing.DriveChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * A plug on one seat, moved by a linear actuator.
 *
 * @param upper the seat the plug is drawn up on: everything is seen upside down
 */
record LinearJudged(String name, LinearActuator actuator, Closure closure, Duty duty, boolean upper)
        implements ValveStudy.Judged {

    private FailPositionStudy study() {
        boolean sprung = actuator.drive().sprung();
        return new FailPositionStudy(actuator, closure, duty.air(), sprung ? duty.spring() : 0, duty.friction());
    }

    @Override
    public Verdict verdict() {
        return study().verdict(duty.side(), duty.linePa());
    }

    @Override
    public List<Demand> demands() {
        return study().demands(duty.side(), duty.linePa(), UnitSystem.METRIC);
    }

    private String words(Side side) {
        if (closure.aboveAreaM2() < 0) {
            return side == Side.BELOW ? "from one side of the weir" : "from the other side";
        }
        boolean below = side == Side.BELOW != upper;
        return (below ? "from below" : "from above") + (side == Side.BELOW ? ", off its seat" : ", onto its seat");
    }

    @Override
    public Map<String, String> onLossOfAir() {
        Map<String, String> then = new LinkedHashMap<>();
        for (Side side : Side.values()) {
            then.put(words(side), study().onLossOfAir(side, duty.linePa()));
        }
        return then;
    }

    @Override
    public Map<String, List<String>> held() {
        Map<String, List<String>> held = new LinkedHashMap<>();
        switch (actuator.drive()) {
            case NC -> held.put("by its spring", shown(study().heldFromBelowPa(0)));
            case NO -> {
                held.put(
                        "by the usual air",
                        shown(study().heldFromBelowPa(duty.air().nominalPa())));
                held.put(
                        "by the lowest air",
                        shown(study().heldFromBelowPa(duty.air().lowestPa())));
            }
            default -> {}
        }
        return held;
    }

    private static List<String> shown(Range range) {
        return Stream.of(range.worst(), range.usual(), range.best())
                .map(p -> p <= 0 ? "does not seal" : new Quantity(p, Dimension.PRESSURE).shown())
                .toList();
    }

    @Override
    public List<String> drawings(UnitSystem units) {
        return (duty.linePa() > 0 ? Stream.of(Side.values()) : Stream.of(Side.BELOW))
                .map(side -> drawing(side, units))
                .toList();
    }

    /** What the air must overcome on the way, what it has, and what the spring pushes with. */
    private String drawing(Side side, UnitSystem units) {
        LinePressure line =
                side == Side.BELOW ? new LinePressure(duty.linePa(), 0) : new LinePressure(0, duty.linePa());
        boolean opens = actuator.drive() != Drive.NO;
        double area = opens ? actuator.liftAreaM2() : actuator.lowerAreaM2();
        double stem = line.bodyPa() * closure.stemAreaM2();
        double friction = actuator.frictionN() * (1 + duty.friction());
        double spring0 = actuator.springForceN(0) * (1 + study().spring());
        double spring1 = actuator.springForceN(actuator.strokeM()) * (1 + study().spring());
        double needed = closure.sealingForceN() - closure.downwardN(line);
        double justOff = actuator.springForceN(actuator.strokeM() * JUST_OFF) * (1 + study().spring());
        double[] takes = opens
                ? new double[] {
                    spring0 + friction + closure.downwardN(line), justOff + friction - stem, spring1 + friction - stem
                }
                : new double[] {spring0 + friction + needed, justOff + friction + stem, spring1 + friction + stem};
        double most = Math.max(
                        Math.max(duty.air().nominalPa() * area, needed),
                        Stream.of(takes[0], takes[1], takes[2])
                                .mapToDouble(d -> d)
                                .max()
                                .orElse(0))
                * 1.1;
        DriveChart chart = new DriveChart(
                duty.linePa() > 0 ? "Line " + words(side) : "Line drained",
                Dimension.FORCE,
                most,
                units.shown(new Quantity(actuator.strokeM(), Dimension.LENGTH)),
                units);
        if (actuator.drive().sprung()) {
            chart.spring(actuator.springForceN(0), actuator.springForceN(actuator.strokeM()), study().spring());
        }
        chart.over(
                new double[] {0, JUST_OFF, 1},
                takes,
                "takes",
                opens ? "opening takes, at most" : "closing takes, at most");
        chart.air(duty.air().nominalPa() * area, duty.air().nominalPa() * area, "set", "air, usual")
                .air(duty.air().lowestPa() * area, duty.air().lowestPa() * area, "limit", "air, lowest");
        return (opens && needed > 0
                        ? chart.needed(
                                true,
                                needed,
                                "closed, seal and line need " + units.shown(new Quantity(needed, Dimension.FORCE)))
                        : chart)
                .svg();
    }

    /** Where the plug counts as off its seat, as a share of the travel: only for the drawing. */
    private static final double JUST_OFF = 0.04;
}

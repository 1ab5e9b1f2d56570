package dev.wartung.core.lab;

import dev.wartung.core.actuation.Closure;
import dev.wartung.core.actuation.FailPositionStudy;
import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Range;
import dev.wartung.core.actuation.FailPositionStudy.Side;
import dev.wartung.core.actuation.LinePressure;
import dev.wartung.core.actuation.LinearActuator;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.drawing.DriveChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Unit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether a valve closes tight and opens at all in a fail position. */
final class FailPosition implements Instrument {

    private static final Plate PLATE = new Plate(
            "fail-position",
            "Fail position",
            "Spring or air, opening or closing: does it still close tight, and open at all?",
            Drawer.FORCES,
            "Closed, from below: drive − P·π/4·ds² − Ff ≥ q·π·ds, the drive being F0 (spring closes) or p·A − (F0 + k·s) (air closes). To open against the spring: the larger of "
                    + "F0 + Ff + D − L at the seat and F0 + k·s + Ff − P·π/4·dt² at the end, over the piston area.",
            "Equilibrium of forces on the stem; a linear actuator whose plug closes downward. Scatter of ±10 % of the spring and ±50 % of friction are demo values.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    /** What the valve should do when its air is gone: it shapes the rest of the form. */
    static Field withoutAir() {
        return Field.choice(
                        "wish",
                        "Without air it should",
                        Field.options(
                                "NC",
                                "close by its spring (NC)",
                                "NO",
                                "open by its spring (NO)",
                                "DA",
                                "have no position (air both ways)"))
                .shaping();
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        boolean sprung = !Instrument.chosen(typed, "wish", "NC").equals("DA");
        List<Field> always = List.of(
                withoutAir(),
                Field.choice(
                        "side",
                        "Line pressure on the closed plug",
                        Field.options("BELOW", "from below: lifts it", "ABOVE", "from above: presses it shut")),
                Field.measure("line", "Highest line pressure", Unit.BAR, "3 bar", 0, 40),
                Field.measure("nominal", "Usual air", Unit.BAR, "6 bar", 0.5, 16),
                Field.measure("lowest", "Lowest guaranteed air", Unit.BAR, "5.2 bar", 0.5, 16),
                Field.measure("stroke", "Stroke", Unit.MILLIMETRE, "22 mm", 1, 300),
                Field.measure("piston", "Piston diameter", Unit.MILLIMETRE, "100 mm", 10, 600),
                Field.measure("rod", "Rod diameter", Unit.MILLIMETRE, "20 mm", 0, 200),
                Field.measure("friction", "Friction", Unit.NEWTON, "150 N", 0, 20_000),
                Field.number("friction-scatter", "Friction scatters by, %", "50", 0, 300),
                Field.measure("seat", "Seat diameter", Unit.MILLIMETRE, "49 mm", 2, 500),
                Field.measure("stem", "Stem diameter in the body", Unit.MILLIMETRE, "18 mm", 0, 200),
                Field.measure("load", "Load the seal needs", Unit.NEWTON_PER_MILLIMETRE, "8 N/mm", 0, 100));
        List<Field> springs = List.of(
                Field.measure("preload", "Spring force at its longest", Unit.NEWTON, "2300 N", 1, 200_000),
                Field.measure("rate", "Spring rate", Unit.NEWTON_PER_MILLIMETRE, "27 N/mm", 0, 5000),
                Field.number("spring-scatter", "Spring is off by, %", "10", 0, 60));
        return sprung ? Stream.concat(always.stream(), springs.stream()).toList() : always;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Drive drive = Drive.of(in.text("wish")).orElseThrow();
        in.refuseIf(in.number("lowest") > in.number("nominal"), "lowest", "The lowest air is not above the usual.");
        in.refuseIf(in.number("rod") >= in.number("piston"), "rod", "Thicker than the piston.");
        in.refuseIf(in.number("stem") >= in.number("seat"), "stem", "Thicker than the seat is wide.");
        if (!in.understood()) {
            return Optional.empty();
        }
        FailPositionStudy study = study(in, drive);
        Side side = Side.valueOf(in.text("side"));
        double line = in.number("line");
        Result.Builder result = new Result.Builder();
        result.words(
                "verdict",
                "Verdict",
                switch (study.verdict(side, line)) {
                    case WORKS -> "works";
                    case ONLY_IF -> drive == Drive.DA ? "no fail position" : "only with a good spring";
                    case DOES_NOT -> "does not work";
                });
        Range air = study.airPa(side, line);
        result.figure(
                "air",
                drive == Drive.NO ? "Air to close tight, at most" : "Air to open, at most",
                air.worst(),
                Unit.BAR);
        if (drive != Drive.DA) {
            held(study, in, result);
        }
        study.demands(side, line, in.units()).forEach(d -> result.finding(Result.Tone.of(d.verdict()), d.says(), ""));
        result.table(
                "When the air fails",
                List.of("Line pressure", "Then"),
                List.of(
                        List.of("from below", study.onLossOfAir(Side.BELOW, line)),
                        List.of("from above", study.onLossOfAir(Side.ABOVE, line))));
        result.note(FailPositionStudy.inTheFlow(side));
        study.changes(side, line, in.units()).forEach(c -> result.care("It would work with:", c));
        result.note(
                "Which position is safe here only the process owner decides. The figures do not say that a valve is safe.");
        return result.picture(picture(in, study, side, line)).done();
    }

    private static FailPositionStudy study(Inputs in, Drive drive) {
        double piston = Math.PI / 4 * Math.pow(in.number("piston"), 2);
        double rod = Math.PI / 4 * Math.pow(in.number("rod"), 2);
        boolean sprung = drive.sprung();
        LinearActuator actuator = new LinearActuator(
                drive,
                sprung ? in.number("preload") : 0,
                sprung ? in.number("rate") : 0,
                in.number("stroke"),
                in.number("friction"),
                piston - rod,
                piston);
        return new FailPositionStudy(
                actuator,
                new Closure(in.number("seat"), in.number("stem"), in.number("load")),
                new Air(in.number("nominal"), in.number("lowest")),
                sprung ? in.number("spring-scatter") / 100 : 0,
                in.number("friction-scatter") / 100);
    }

    private static void held(FailPositionStudy study, Inputs in, Result.Builder result) {
        boolean air = study.actuator().drive() == Drive.NO;
        Range lowest = study.heldFromBelowPa(in.number("lowest"));
        result.figure(
                "held",
                air ? "Held from below at the lowest air, at least" : "Held from below, at least",
                Math.max(0, lowest.worst()),
                Unit.BAR);
        result.table(
                "Held closed from below",
                List.of("", "worst", "as it should be", "best"),
                air
                        ? List.of(
                                row("at the lowest air", lowest, in),
                                row("at the usual air", study.heldFromBelowPa(in.number("nominal")), in))
                        : List.of(row("by its spring", lowest, in)));
    }

    private static List<String> row(String name, Range range, Inputs in) {
        return List.of(name, held(range.worst(), in), held(range.usual(), in), held(range.best(), in));
    }

    private static String held(double pascal, Inputs in) {
        return pascal <= 0 ? "does not seal" : in.shown(pascal, Dimension.PRESSURE);
    }

    /**
     * Force over travel: what the spring pushes, with its scatter, what the air pushes, and what the closed plug needs.
     */
    private static String picture(Inputs in, FailPositionStudy study, Side side, double line) {
        LinearActuator actuator = study.actuator();
        boolean sprung = actuator.drive().sprung();
        double area = actuator.drive() == Drive.NO ? actuator.lowerAreaM2() : actuator.liftAreaM2();
        double needed = study.closure().sealingForceN()
                - study.closure().downwardN(side == Side.BELOW ? new LinePressure(line, 0) : new LinePressure(0, line));
        double closed = actuator.springForceN(0);
        double open = actuator.springForceN(actuator.strokeM());
        double usual = in.number("nominal") * area;
        double lowest = in.number("lowest") * area;
        DriveChart chart = new DriveChart(
                "Force over the travel of the stem",
                Dimension.FORCE,
                Math.max(Math.max(usual, needed), Math.max(closed, open) * (1 + study.spring())) * 1.1,
                in.length(actuator.strokeM()),
                in.units());
        if (sprung) {
            chart.spring(closed, open, study.spring());
        }
        chart.air(usual, usual, "set", "air, usual").air(lowest, lowest, "limit", "air, lowest");
        return (needed > 0
                        ? chart.needed(true, needed, "seal and line need " + in.shown(needed, Dimension.FORCE))
                        : chart)
                .svg();
    }
}

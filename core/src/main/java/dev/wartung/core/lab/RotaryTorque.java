package dev.wartung.core.lab;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Range;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.actuation.RotaryStudy;
import dev.wartung.core.actuation.RotaryStudy.Turn;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.drawing.Svg;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether a quarter-turn actuator has the torque, at both ends and both ways. */
final class RotaryTorque implements Instrument {

    private static final Plate PLATE = new Plate("rotary-torque", "Quarter-turn torque", "Butterfly or ball: has the actuator the torque at both ends, by air and by spring?", Drawer.FORCES,
            "By air: M_air·p/p_stated − M_spring ≥ M_seat; by its spring: M_spring ≥ M_seat; at the closed end with the torque to break out, at the open end with the torque to run.",
            "Balance of torques on the shaft; the air's torque in proportion to its pressure. A spring off by ±10 % is a demo value; break-out depends much on how wet the seat is.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        Stream<Field> always = Stream.of(Field.choice("wish", "Without air it should", Field.options("NC", "close by its spring (NC)", "NO", "open by its spring (NO)", "DA", "have no position (air both ways)")).shaping(),
                Field.choice("seat", "The seat is", Field.options("dry", "dry", "lubricated", "lubricated", "product", "wet with product")),
                Field.measure("dry", "Break-out torque, dry", Unit.NEWTON_METRE, "14 N·m", 0.1, 20_000), Field.measure("lubricated", "Break-out, lubricated", Unit.NEWTON_METRE, "10 N·m", 0.1, 20_000),
                Field.measure("product", "Break-out, wet", Unit.NEWTON_METRE, "11 N·m", 0.1, 20_000), Field.measure("run", "Torque to run", Unit.NEWTON_METRE, "4 N·m", 0.1, 20_000),
                Field.measure("air-closed", "Air's torque, closed end", Unit.NEWTON_METRE, "48 N·m", 0.1, 50_000), Field.measure("air-open", "Air's torque, open end", Unit.NEWTON_METRE, "42 N·m", 0.1, 50_000),
                Field.measure("stated", "Stated for", Unit.BAR, "6 bar", 0.5, 16), Field.measure("nominal", "Usual air", Unit.BAR, "6 bar", 0.5, 16),
                Field.measure("lowest", "Lowest guaranteed air", Unit.BAR, "5.2 bar", 0.5, 16));
        Stream<Field> springs = Instrument.chosen(typed, "wish", "NC").equals("DA") ? Stream.of() : Stream.of(Field.measure("spring-closed", "Spring's torque, closed", Unit.NEWTON_METRE, "16 N·m", 0, 50_000),
                Field.measure("spring-open", "Spring's torque, open", Unit.NEWTON_METRE, "26 N·m", 0, 50_000), Field.number("spring-scatter", "Spring is off by, %", "10", 0, 60));
        return Stream.concat(always, springs).toList();
    }

    @Override
    public Optional<Result> work(Inputs in) {
        in.refuseIf(in.number("lowest") > in.number("nominal"), "lowest", "The lowest air is not above the usual.");
        if (!in.understood()) {
            return Optional.empty();
        }
        Drive drive = Drive.of(in.text("wish")).orElseThrow();
        boolean sprung = drive.sprung();
        RotaryStudy study = new RotaryStudy(drive, sprung ? in.number("spring-closed") : 0, sprung ? in.number("spring-open") : 0, in.number("air-closed"), in.number("air-open"), in.number("stated"),
                in.number(in.text("seat")), in.number("run"), new Air(in.number("nominal"), in.number("lowest")), sprung ? in.number("spring-scatter") / 100 : 0);
        Result.Builder result = new Result.Builder();
        result.words("verdict", "Verdict", switch (study.verdict()) {
            case WORKS -> drive == Drive.DA ? "turns both ways" : "works";
            case ONLY_IF -> "only with the usual air and a good spring";
            case DOES_NOT -> "does not work";
        });
        result.figure("air", "Least air that turns it", study.leastAirPa(), Unit.BAR);
        study.turns().forEach(turn -> result.finding(tone(study.verdict(turn)), said(study, turn, in), ""));
        result.table("At the lowest air, with the spring at its worst", List.of("", "there is", "it takes", "margin"), study.turns().stream().map(t -> List.of(t.words(),
                in.shown(study.availableNm(t, in.number("lowest")).worst(), Dimension.TORQUE), in.shown(study.neededNm(t), Dimension.TORQUE), Quantity.rounded(study.margin(t), 2) + " ×")).toList());
        if (drive == Drive.DA) {
            result.note("Air both ways: it has no position of its own when the air fails, and a butterfly in flow turns by itself.");
        }
        result.note("Which position is safe here only the process owner decides. The figures do not say that a valve is safe.");
        return result.picture(picture(in, study)).done();
    }

    private static String said(RotaryStudy study, Turn turn, Inputs in) {
        Range range = study.availableNm(turn, in.number("lowest"));
        String who = (turn.byAir() ? "Air at its lowest" : "The spring") + (turn.closedEnd() ? " at the closed end" : " at the open end");
        return range.worst() <= 0 ? who + " does not turn it at all: the spring holds against it." : who + " has " + in.shown(range.worst(), Dimension.TORQUE) + " for the "
                + in.shown(study.neededNm(turn), Dimension.TORQUE) + " it takes.";
    }

    private static Result.Tone tone(Verdict verdict) {
        return switch (verdict) {
            case WORKS -> Result.Tone.GOOD;
            case ONLY_IF -> Result.Tone.CARE;
            case DOES_NOT -> Result.Tone.STOP;
        };
    }

    /** Torque over the quarter turn: spring with its scatter, air at its lowest, and what the two ends take. */
    private static String picture(Inputs in, RotaryStudy study) {
        double share = in.number("lowest") / in.number("stated");
        double most = Math.max(Math.max(study.airClosedNm(), study.airOpenNm()) * share, Math.max(study.springClosedNm(), study.springOpenNm()) * (1 + study.scatter())) * 1.15;
        Svg svg = new Svg(420, 420, "chart", "Torque over the quarter turn");
        svg.line(70, 350, 400, 350, "frame").line(70, 350, 70, 40, "frame");
        for (int i = 0; i <= 4; i++) {
            svg.line(70, 350 - 77.5 * i, 400, 350 - 77.5 * i, "grid").text(62, 355 - 77.5 * i, Quantity.rounded(new Quantity(most * i / 4, Dimension.TORQUE).in(in.units().unit(Dimension.TORQUE)), 0), "label", "end");
        }
        svg.text(70, 26, in.units().unit(Dimension.TORQUE).symbol(), "label strong", "start").text(70, 372, "closed, 0°", "label", "start").text(400, 372, "open, 90°", "label", "end");
        if (study.drive().sprung()) {
            double s = study.scatter();
            svg.path("M 70 " + y(study.springClosedNm() * (1 + s), most) + " L 400 " + y(study.springOpenNm() * (1 + s), most) + " L 400 " + y(study.springOpenNm() * (1 - s), most) + " L 70 "
                    + y(study.springClosedNm() * (1 - s), most) + " Z", "scatter");
            svg.line(70, y(study.springClosedNm(), most), 400, y(study.springOpenNm(), most), "fit").text(240, y((study.springClosedNm() + study.springOpenNm()) / 2, most) - 10, "spring", "label strong", "middle");
        }
        svg.line(70, y(study.airClosedNm() * share, most), 400, y(study.airOpenNm() * share, most), "limit").text(240, y((study.airClosedNm() + study.airOpenNm()) / 2 * share, most) - 10, "air at its lowest", "label", "middle");
        svg.circle(70, y(study.breakOutNm(), most), 6, "point").text(82, y(study.breakOutNm(), most) + 5, "break-out", "label", "start");
        return svg.circle(400, y(study.runNm(), most), 6, "point").text(388, y(study.runNm(), most) + 5, "to run", "label", "end").svg();
    }

    private static double y(double newtonMetre, double most) {
        return 350 - 310 * Math.max(0, newtonMetre) / most;
    }
}

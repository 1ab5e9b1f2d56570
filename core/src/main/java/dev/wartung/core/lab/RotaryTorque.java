package dev.wartung.core.lab;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Range;
import dev.wartung.core.actuation.RotaryStudy;
import dev.wartung.core.actuation.RotaryStudy.Turn;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.drawing.DriveChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Whether a quarter-turn actuator has the torque, at both ends and both ways. */
final class RotaryTorque implements Instrument {

    private static final Plate PLATE = new Plate(
            "rotary-torque",
            "Quarter-turn torque",
            "Butterfly or ball: has the actuator the torque at both ends, by air and by spring?",
            Drawer.FORCES,
            "By air: M_air·p/p_stated − M_spring ≥ M_seat; by its spring: M_spring ≥ M_seat; at the closed end with the torque to break out, at the open end with the torque to run.",
            "Balance of torques on the shaft; the air's torque in proportion to its pressure. A spring off by ±10 % is a demo value; break-out depends much on how wet the seat is.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        Stream<Field> always = Stream.of(
                FailPosition.withoutAir(),
                Field.choice(
                        "seat",
                        "The seat is",
                        Field.options("dry", "dry", "lubricated", "lubricated", "product", "wet with product")),
                Field.measure("dry", "Break-out torque, dry", Unit.NEWTON_METRE, "14 N·m", 0.1, 20_000),
                Field.measure("lubricated", "Break-out, lubricated", Unit.NEWTON_METRE, "10 N·m", 0.1, 20_000),
                Field.measure("product", "Break-out, wet", Unit.NEWTON_METRE, "11 N·m", 0.1, 20_000),
                Field.measure("run", "Torque to run", Unit.NEWTON_METRE, "4 N·m", 0.1, 20_000),
                Field.measure("air-closed", "Air's torque, closed end", Unit.NEWTON_METRE, "48 N·m", 0.1, 50_000),
                Field.measure("air-open", "Air's torque, open end", Unit.NEWTON_METRE, "42 N·m", 0.1, 50_000),
                Field.measure("stated", "Stated for", Unit.BAR, "6 bar", 0.5, 16),
                Field.measure("nominal", "Usual air", Unit.BAR, "6 bar", 0.5, 16),
                Field.measure("lowest", "Lowest guaranteed air", Unit.BAR, "5.2 bar", 0.5, 16));
        Stream<Field> springs = Instrument.chosen(typed, "wish", "NC").equals("DA")
                ? Stream.of()
                : Stream.of(
                        Field.measure(
                                "spring-closed", "Spring's torque, closed", Unit.NEWTON_METRE, "16 N·m", 0, 50_000),
                        Field.measure("spring-open", "Spring's torque, open", Unit.NEWTON_METRE, "26 N·m", 0, 50_000),
                        Field.number("spring-scatter", "Spring is off by, %", "10", 0, 60));
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
        RotaryStudy study = new RotaryStudy(
                drive,
                sprung ? in.number("spring-closed") : 0,
                sprung ? in.number("spring-open") : 0,
                in.number("air-closed"),
                in.number("air-open"),
                in.number("stated"),
                in.number(in.text("seat")),
                in.number("run"),
                new Air(in.number("nominal"), in.number("lowest")),
                sprung ? in.number("spring-scatter") / 100 : 0);
        Result.Builder result = new Result.Builder();
        result.words(
                "verdict",
                "Verdict",
                switch (study.verdict()) {
                    case WORKS -> drive == Drive.DA ? "turns both ways" : "works";
                    case ONLY_IF -> "only with the usual air and a good spring";
                    case DOES_NOT -> "does not work";
                });
        result.figure("air", "Least air that turns it", study.leastAirPa(), Unit.BAR);
        study.turns().forEach(turn -> result.finding(Result.Tone.of(study.verdict(turn)), said(study, turn, in), ""));
        result.table(
                "At the lowest air, with the spring at its worst",
                List.of("", "there is", "it takes", "margin"),
                study.turns().stream()
                        .map(t -> List.of(
                                t.words(),
                                in.shown(
                                        study.availableNm(t, in.number("lowest"))
                                                .worst(),
                                        Dimension.TORQUE),
                                in.shown(study.neededNm(t), Dimension.TORQUE),
                                Quantity.rounded(study.margin(t), 2) + " ×"))
                        .toList());
        if (drive == Drive.DA) {
            result.note(
                    "Air both ways: it has no position of its own when the air fails, and a butterfly in flow turns by itself.");
        }
        result.note(
                "Which position is safe here only the process owner decides. The figures do not say that a valve is safe.");
        return result.picture(picture(in, study)).done();
    }

    private static String said(RotaryStudy study, Turn turn, Inputs in) {
        Range range = study.availableNm(turn, in.number("lowest"));
        String who = (turn.byAir() ? "Air at its lowest" : "The spring")
                + (turn.closedEnd() ? " at the closed end" : " at the open end");
        return range.worst() <= 0
                ? who + " does not turn it at all: the spring holds against it."
                : who + " has " + in.shown(range.worst(), Dimension.TORQUE) + " for the "
                        + in.shown(study.neededNm(turn), Dimension.TORQUE) + " it takes.";
    }

    /** Torque over the quarter turn: spring with its scatter, air at its lowest, and what the two ends take. */
    private static String picture(Inputs in, RotaryStudy study) {
        double share = in.number("lowest") / in.number("stated");
        double most = Math.max(
                Math.max(study.airClosedNm(), study.airOpenNm()) * share,
                Math.max(study.springClosedNm(), study.springOpenNm()) * (1 + study.scatter()));
        DriveChart chart = new DriveChart(
                "Torque over the quarter turn",
                Dimension.TORQUE,
                Math.max(most, study.breakOutNm()) * 1.15,
                "90°",
                in.units());
        if (study.drive().sprung()) {
            chart.spring(study.springClosedNm(), study.springOpenNm(), study.scatter());
        }
        return chart.air(study.airClosedNm() * share, study.airOpenNm() * share, "limit", "air, lowest")
                .needed(true, study.breakOutNm(), "break-out")
                .needed(false, study.runNm(), "to run")
                .svg();
    }
}

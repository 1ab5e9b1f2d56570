package dev.wartung.core.lab;

import dev.wartung.core.actuation.Closure;
import dev.wartung.core.actuation.Demand;
import dev.wartung.core.actuation.Judged;
import dev.wartung.core.actuation.LinearActuator;
import dev.wartung.core.actuation.LinearJudged;
import dev.wartung.core.actuation.LinearStudy;
import dev.wartung.core.actuation.Task;
import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.actuation.Wet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
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
            "Towards the seat: spring (NC) or air − spring (NO), the line on the closed plug P_above·π/4·(ds² − dt²) − P_below·π/4·ds², in the open body −P·π/4·dt²; less friction; tight with q·π·ds left. Each at its worst corner of line, stroke, spring, friction and air.",
            "Equilibrium of forces on the stem; a linear actuator whose plug closes downward. Scatter of ±10 % of the spring and ±50 % of friction, half as much friction again after standing, 0.3 bar of droop while it moves: demo values.",
            "Hammer, fast flow and dirt. It balances forces at rest and in slow motion; where the line surges or the valve slams, ask the maker, and prove it in the line.");

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
                DutyFields.side(),
                DutyFields.line(),
                DutyFields.vacuum(),
                DutyFields.nominal("6 bar"),
                DutyFields.lowest("5.2 bar"),
                Field.measure("stroke", "Stroke", Unit.MILLIMETRE, "22 mm", 1, 300),
                Field.measure("piston", "Piston diameter", Unit.MILLIMETRE, "100 mm", 10, 600),
                Field.measure("rod", "Rod diameter", Unit.MILLIMETRE, "20 mm", 0, 200),
                Field.measure("friction", "Friction", Unit.NEWTON, "150 N", 0, 20_000),
                DutyFields.friction(),
                DutyFields.stick(),
                DutyFields.droop(),
                DutyFields.residual(),
                Field.measure("seat", "Seat diameter", Unit.MILLIMETRE, "49 mm", 2, 500),
                Field.measure("stem", "Stem diameter in the body", Unit.MILLIMETRE, "18 mm", 0, 200),
                Field.measure("load", "Load the seal needs", Unit.NEWTON_PER_MILLIMETRE, "8 N/mm", 0, 100));
        List<Field> springs = List.of(
                Field.measure("preload", "Spring force at its longest", Unit.NEWTON, "2300 N", 1, 200_000),
                Field.measure("rate", "Spring rate", Unit.NEWTON_PER_MILLIMETRE, "27 N/mm", 0, 5000),
                DutyFields.spring());
        return sprung ? Stream.concat(always.stream(), springs.stream()).toList() : always;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Drive drive = Drive.of(in.text("wish")).orElseThrow();
        DutyFields.refuse(in);
        in.refuseIf(in.number("rod") >= in.number("piston"), "rod", "Thicker than the piston.");
        in.refuseIf(in.number("stem") >= in.number("seat"), "stem", "Thicker than the seat is wide.");
        if (!in.understood()) {
            return Optional.empty();
        }
        LinearStudy study = new LinearStudy(
                actuator(in, drive),
                new Closure(in.number("seat"), in.number("stem"), in.number("load")),
                DutyFields.duty(in, Wet.DRY));
        LinearJudged judged = new LinearJudged(Message.NONE, study, false);
        Result.Builder result = new Result.Builder();
        result.words("verdict", "Verdict", verdict(judged));
        study.tasks().stream()
                .filter(Task::byAir)
                .max(Comparator.comparingDouble(t -> study.supplyPa(t).worst()))
                .ifPresent(t -> result.figure(
                        "air", "Air it takes, at the worst", study.supplyPa(t).worst(), Unit.BAR));
        double line = study.tasks().stream()
                .mapToDouble(t -> study.highestLinePa(t).worst())
                .min()
                .orElse(Double.POSITIVE_INFINITY);
        if (line < Double.POSITIVE_INFINITY) {
            result.figure("held", "Up to a line pressure of", Math.max(0, line), Unit.BAR);
        }
        for (Demand demand : judged.demands()) {
            result.finding(Result.Tone.of(demand.verdict()), demand.says(), Message.NONE);
        }
        tables(judged, result);
        WouldWork.of(study)
                .forEach(c -> result.finding(
                        Result.Tone.CARE, Message.of("lab.fail-position.would", "It would work with:"), c));
        judged.notes().forEach(result::note);
        result.note(
                "Which position is safe here only the process owner decides. The figures do not say that a valve is safe.");
        return result.picture(String.join("", judged.drawings(in.units()))).done();
    }

    private static Message verdict(LinearJudged judged) {
        return switch (judged.verdict()) {
            case WORKS -> Message.of("lab.works", "works");
            case ONLY_IF -> onlyPosition(judged)
                    ? Message.of("lab.no-position", "no fail position")
                    : Message.of("lab.only-if", "only as it usually is");
            case DOES_NOT -> Message.of("lab.does-not", "does not work");
        };
    }

    /** Whether all it lacks is a position of its own. */
    private static boolean onlyPosition(LinearJudged judged) {
        return !judged.study().actuator().drive().sprung() && judged.study().verdict() == Verdict.WORKS;
    }

    /** Up to which line pressure each thing is done, and what happens when the air fails. */
    static void tables(Judged judged, Result.Builder result) {
        List<List<Message>> held = new ArrayList<>();
        judged.held().forEach((what, upTo) -> {
            List<Message> row = new ArrayList<>(List.of(what));
            row.addAll(upTo);
            held.add(row);
        });
        if (!held.isEmpty()) {
            result.tableOf(
                    Message.of("lab.up-to", "Up to which pressure in the line"),
                    List.of("", "at the worst", "as it should be", "at the best"),
                    held);
        }
        result.tableOf(
                Message.of("lab.air-fails", "When the air fails"),
                List.of("Line pressure", "Then"),
                judged.onLossOfAir().entrySet().stream()
                        .map(e -> List.of(e.getKey(), e.getValue()))
                        .toList());
    }

    private static LinearActuator actuator(Inputs in, Drive drive) {
        double piston = Math.PI / 4 * Math.pow(in.number("piston"), 2);
        double rod = Math.PI / 4 * Math.pow(in.number("rod"), 2);
        boolean sprung = drive.sprung();
        return new LinearActuator(
                drive,
                sprung ? in.number("preload") : 0,
                sprung ? in.number("rate") : 0,
                in.number("stroke"),
                in.number("friction"),
                piston - rod,
                piston);
    }
}

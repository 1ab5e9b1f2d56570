package dev.wartung.core.lab;

import dev.wartung.core.actuation.RotaryJudged;
import dev.wartung.core.actuation.RotaryStudy;
import dev.wartung.core.actuation.RotaryStudy.AirTorque;
import dev.wartung.core.actuation.RotaryStudy.Resists;
import dev.wartung.core.actuation.RotaryStudy.Torque;
import dev.wartung.core.actuation.Wet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Locale;
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
            "By air: M_air·p/p_stated − M_spring ≥ margin·M; by its spring: M_spring ≥ margin·M; at the closed end M breaks out, with what line pressure adds, at the open end it runs, against the flow when it opens.",
            "Balance of torques on the shaft; the air's torque in proportion to its pressure. A spring off by ±10 %, a margin of 1.25 and 0.3 bar of droop are demo values; break-out depends much on how wet the seat is.",
            "Product that dries or grows in the seat, and shafts out of line. The flow's torque is one figure for all openings; in choked or pulsing flow ask the maker.");

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
                Field.measure("adds", "At 10 bar of line it takes more", Unit.NEWTON_METRE, "4.2 N·m", 0, 20_000),
                Field.measure("run", "Torque to run", Unit.NEWTON_METRE, "4 N·m", 0.1, 20_000),
                Field.measure("flow", "1 bar across it turns it closed with", Unit.NEWTON_METRE, "1 N·m", 0, 20_000),
                Field.measure("air-closed", "Air's torque, closed end", Unit.NEWTON_METRE, "68 N·m", 0.1, 50_000),
                Field.measure("air-open", "Air's torque, open end", Unit.NEWTON_METRE, "56 N·m", 0.1, 50_000),
                Field.measure("stated", "Stated for", Unit.BAR, "6 bar", 0.5, 16),
                DutyFields.line(),
                DutyFields.drop(),
                DutyFields.nominal("6 bar"),
                DutyFields.lowest("5.2 bar"),
                DutyFields.droop(),
                DutyFields.residual(),
                DutyFields.margin("1.25"));
        Stream<Field> springs = Instrument.chosen(typed, "wish", "NC").equals("DA")
                ? Stream.of()
                : Stream.of(
                        Field.measure(
                                "spring-closed", "Spring's torque, closed", Unit.NEWTON_METRE, "22 N·m", 0, 50_000),
                        Field.measure("spring-open", "Spring's torque, open", Unit.NEWTON_METRE, "34 N·m", 0, 50_000),
                        DutyFields.spring());
        return Stream.concat(always, springs).toList();
    }

    @Override
    public Optional<Result> work(Inputs in) {
        DutyFields.refuse(in);
        if (!in.understood()) {
            return Optional.empty();
        }
        Drive drive = Drive.of(in.text("wish")).orElseThrow();
        boolean sprung = drive.sprung();
        RotaryStudy study = new RotaryStudy(
                drive,
                sprung ? new Torque(in.number("spring-closed"), in.number("spring-open")) : new Torque(0, 0),
                new AirTorque(new Torque(in.number("air-closed"), in.number("air-open")), in.number("stated")),
                new Resists(
                        in.number(in.text("seat")),
                        in.number("run"),
                        in.number("adds") / TEN_BAR_PA,
                        in.number("flow") / ONE_BAR_PA),
                DutyFields.duty(in, Wet.valueOf(in.text("seat").toUpperCase(Locale.ROOT))));
        RotaryJudged judged = new RotaryJudged(study, List.of());
        Result.Builder result = new Result.Builder();
        result.words(
                "verdict",
                "Verdict",
                switch (study.verdict()) {
                    case WORKS -> sprung
                            ? Message.of("lab.works", "works")
                            : Message.of("lab.turns-both-ways", "turns both ways");
                    case ONLY_IF -> Message.of("lab.only-if", "only as it usually is");
                    case DOES_NOT -> Message.of("lab.does-not", "does not work");
                });
        result.figure("air", "Least air that turns it, with the margin", study.leastAirPa(), Unit.BAR);
        judged.demands().forEach(d -> result.finding(Result.Tone.of(d.verdict()), d.says(), Message.NONE));
        FailPosition.tables(judged, result);
        result.note(
                "Which position is safe here only the process owner decides. The figures do not say that a valve is safe.");
        return result.picture(String.join("", judged.drawings(in.units()))).done();
    }

    private static final double TEN_BAR_PA = 1e6;
    private static final double ONE_BAR_PA = 1e5;
}

package dev.wartung.core.lab;

import dev.wartung.core.diaphragm.Settling;
import dev.wartung.core.diaphragm.Settling.Advice;
import dev.wartung.core.diaphragm.Settling.Look;
import dev.wartung.core.drawing.LogTimeChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How a joint settles, when to look again, and when re-tightening no longer pays. */
final class SettlingSeries implements Instrument {

    private static final Plate PLATE = new Plate(
            "settling",
            "Settling",
            "From the readings at each re-check: loss per tenfold of time, and when to look next.",
            Drawer.DIAPHRAGM,
            "value = at one hour + loss·log10(hours); least squares over the readings. Next look at three times the last, or half-way to the limit.",
            "Relaxation of clamped rubber is linear in the logarithm of time (as ISO 3384-1 reports it).",
            "Temperature, and who read it. The law holds for clamped rubber that is neither swelling nor ageing; a step in the line means that something else happened: look.");
    private static final List<String> TIMES = List.of("1 h", "24 h", "7 d", "", "", "");
    private static final List<String> TORQUES = List.of("12 N·m", "11.2 N·m", "10.8 N·m", "", "", "");
    private static final List<String> GAPS = List.of("3.72 mm", "3.78 mm", "3.81 mm", "", "", "");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        boolean gap = Instrument.chosen(typed, "what", "torque").equals("gap");
        Unit unit = gap ? Unit.MILLIMETRE : Unit.NEWTON_METRE;
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice("what", "What was read", Field.options("torque", "torque", "gap", "gap"))
                .shaping());
        fields.add(Field.measure(
                "limit", gap ? "Gap not above" : "Torque not below", unit, gap ? "3.9 mm" : "10 N·m", 0.01, 500));
        for (int i = 0; i < TIMES.size(); i++) {
            Field hours = Field.measure(
                            "time." + (i + 1), "Look " + (i + 1) + ", after", Unit.HOUR, TIMES.get(i), 0.05, 200_000)
                    .inANewRow()
                    .hinted(i == 0 ? "Since it was tightened; 7 d for days" : "");
            Field value =
                    Field.measure("value." + (i + 1), "read", unit, gap ? GAPS.get(i) : TORQUES.get(i), 0.01, 500);
            fields.add(i < 2 ? hours : hours.leftOut());
            fields.add(i < 2 ? value : value.leftOut());
        }
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        boolean gap = in.text("what").equals("gap");
        Dimension dimension = gap ? Dimension.LENGTH : Dimension.TORQUE;
        List<Look> looks = new ArrayList<>();
        for (int i = 1; i <= TIMES.size(); i++) {
            Optional<Double> time = in.given("time." + i);
            Optional<Double> value = in.given("value." + i);
            in.refuseIf(time.isPresent() && value.isEmpty(), "value." + i, "Type what was read then.");
            in.refuseIf(value.isPresent() && time.isEmpty(), "time." + i, "Type when it was read.");
            if (time.isPresent() && value.isPresent()) {
                looks.add(new Look(time.get() / 3600, value.get()));
            }
        }
        in.refuseIf(
                looks.stream().map(Look::hours).distinct().count() < 2,
                "time.2",
                "Two readings at different times are needed.");
        if (!in.understood()) {
            return Optional.empty();
        }
        Settling settling = Settling.of(looks);
        double limit = in.number("limit");
        Result.Builder result = new Result.Builder();
        result.figure(
                        "per-decade",
                        gap ? "Opens per tenfold of time" : "Loses per tenfold of time",
                        Math.abs(settling.changePerDecade()),
                        dimension)
                .words("next", "Look again", after(settling.nextLookHours(limit)));
        judge(settling, limit, gap, result);
        result.tableOf(
                Message.of("lab.settling.readings", "Readings"),
                List.of("After", "Read", "By the line"),
                looks.stream()
                        .map(l -> List.of(
                                Message.words(Settling.duration(l.hours())),
                                Result.Builder.amount(l.value(), dimension),
                                Result.Builder.amount(settling.after(l.hours()), dimension)))
                        .toList());
        return result.picture(LogTimeChart.svg(
                        looks.stream()
                                .map(l -> new LogTimeChart.Point(l.hours(), new Quantity(l.value(), dimension)))
                                .toList(),
                        h -> new Quantity(settling.after(h), dimension),
                        new Quantity(limit, dimension),
                        in.units(),
                        gap ? "gap" : "torque"))
                .done();
    }

    private static Message after(double hours) {
        return Message.of("lab.settling.after", "{duration} after tightening", "duration", Settling.duration(hours));
    }

    private static void judge(Settling settling, double limit, boolean gap, Result.Builder result) {
        Advice advice = settling.advice(limit, gap);
        settling.reaches(limit)
                .filter(h -> advice == Advice.WATCH)
                .ifPresent(h -> result.words("limit-at", "Reaches its limit", after(h)));
        result.finding(
                switch (advice) {
                    case HOLDS -> Result.Tone.GOOD;
                    case WATCH -> Result.Tone.NOTE;
                    case RETIGHTEN, DOUBT -> Result.Tone.CARE;
                    case RENEW -> Result.Tone.STOP;
                },
                advice.says(),
                advice.next());
        if (settling.isThin()) {
            result.note(Message.of(
                    "settling.thin",
                    "Two readings make a line whatever they are: how far off it is, only a third one shows."));
        }
    }
}

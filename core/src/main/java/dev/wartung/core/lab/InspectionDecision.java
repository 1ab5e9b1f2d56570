package dev.wartung.core.lab;

import dev.wartung.core.drawing.FindingDrawing;
import dev.wartung.core.inspection.Inspection;
import dev.wartung.core.inspection.Inspection.Decided;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.inspection.Inspection.Direction;
import dev.wartung.core.inspection.Inspection.Kind;
import dev.wartung.core.inspection.Inspection.Point;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import dev.wartung.core.sheet.Knowledge;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Fit, rework, replace or stop, for one finding. */
final class InspectionDecision implements Instrument {

    private static final Plate PLATE = new Plate(
            "inspection",
            "Fit, rework or replace",
            "A mark on the metal: what becomes of the part?",
            Drawer.JUDGEMENT,
            "The first rule of the point that holds for size and direction decides. What is not known counts as large and across.",
            "Usual limits of hygienic service (product side Ra 0.8 µm or finer); the sizes are demo values.",
            "What lies beneath: cracks and pores are not seen by eye. Where the part holds pressure or was overloaded, let somebody test it with dye.");
    private static final Inspection INSPECTION = Knowledge.inspection();

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        Map<String, String> points = new LinkedHashMap<>();
        INSPECTION.points().forEach(p -> points.put(p.id(), p.name()));
        Point point = point(Instrument.chosen(typed, "point", "sealing-path"));
        Map<String, String> kinds = new LinkedHashMap<>();
        point.findings().forEach(k -> kinds.put(k.id(), k.name()));
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice("point", "Looked at", points).shaping());
        fields.add(Field.choice("finding", "Found", kinds).shaping());
        Kind kind = point.findings().stream()
                .filter(k -> k.id().equals(typed.getOrDefault("finding", "")))
                .findFirst()
                .orElse(point.findings().get(0));
        if (kind.sized()) {
            fields.add(Field.measure(
                            "size",
                            kind.id().equals("play") ? "How much" : "Depth or size",
                            Unit.MILLIMETRE,
                            "0.03 mm",
                            0,
                            500)
                    .leftOut()
                    .hinted("Empty: not known, counts as large"));
        }
        if (kind.directed()) {
            fields.add(Field.choice(
                    "direction",
                    "It runs",
                    Field.options("across", "across the seal's path", "along", "along the seal's path")));
        }
        return fields;
    }

    private static Point point(String id) {
        return INSPECTION.points().stream()
                .filter(p -> p.id().equals(id))
                .findFirst()
                .orElse(INSPECTION.points().get(0));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Point point = point(in.text("point"));
        Kind kind = INSPECTION.kind(point.id(), in.text("finding")).orElseThrow();
        Optional<Direction> direction = in.text("direction").isEmpty()
                ? Optional.empty()
                : Optional.of(Direction.valueOf(in.text("direction").toUpperCase(Locale.ROOT)));
        Decided decided = Inspection.decide(kind, in.given("size").map(m -> m * 1000), direction);
        Result.Builder result = new Result.Builder();
        result.words("decision", "Decision", decided.decision().words());
        result.finding(
                decided.decision() == Decision.FIT
                        ? Result.Tone.GOOD
                        : decided.decision() == Decision.REWORK ? Result.Tone.CARE : Result.Tone.STOP,
                decided.reason(),
                Message.NONE);
        result.note(Message.of(
                "lab.inspection.look", "How to look: {look}", "look", EarlierText.of("inspection.look", point.look())));
        return result.picture(FindingDrawing.svg(
                        kind.id(),
                        kind.directed()
                                && direction.filter(Direction.ALONG::equals).isPresent(),
                        point.name()))
                .done();
    }
}

package dev.wartung.core.lab;

import dev.wartung.core.anatomy.BoltedJoint;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.diaphragm.Criterion;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.diaphragm.Criterion.Parallel;
import dev.wartung.core.diaphragm.GapMap;
import dev.wartung.core.diaphragm.GapReport;
import dev.wartung.core.drawing.FlangeDrawing;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Gaps at every bolt: compression, tilt, what to turn, and what will come of it. */
final class DiaphragmMap implements Instrument {

    private static final Plate PLATE = new Plate(
            "diaphragm-map",
            "Diaphragm map",
            "From the gap at every bolt: how far to turn which bolt, in which order.",
            Drawer.DIAPHRAGM,
            "Compression = (t0 − gap)/t0. Plane through the gaps by least squares. Turn = (plane − aim)/pitch·360°, capped for one pass, in the cross order. After it: the rigid flange sinks with the plane through the turns.",
            "Geometry. Compression band: the diaphragm's sheet; 17 to 21 % is a demo value.",
            "How far the flanges bend. It takes them for rigid: where the rest beside the plane is large, look for a bent flange or a misreading before you turn.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    private static final List<String> EXAMPLE = List.of("3.98 mm", "3.82 mm", "3.66 mm", "3.82 mm");

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>(Patterns.fields(typed, 4));
        fields.add(Field.choice(
                        "size",
                        "Bolts",
                        Field.options(
                                Arrays.stream(BoltSize.values()).map(Enum::name).toList()))
                .starting("M8"));
        fields.add(Field.choice(
                        "criterion",
                        "Right when",
                        Field.options("band", "compressed within a band", "flat", "flat and parallel"))
                .shaping());
        if (Instrument.chosen(typed, "criterion", "band").equals("flat")) {
            fields.add(Field.measure("parallel", "Gaps differ at most by", Unit.MILLIMETRE, "0.2 mm", 0.01, 5));
        } else {
            fields.add(Field.measure("free", "Free thickness of the rim", Unit.MILLIMETRE, "4.6 mm", 0.5, 30));
            fields.add(Field.number("least", "Compressed at least, %", "17", 1, 60));
            fields.add(Field.number("most", "Compressed at most, %", "21", 1, 70));
            fields.add(Field.number("damage", "Spoilt from, %", "28", 2, 90));
        }
        fields.add(Field.measure("pass", "Turn at most, in one pass", Unit.DEGREE, "40 °", 5, 180));
        BoltPattern sketch = Patterns.sketch(typed, 4, BoltedJoint::besidePipe);
        for (int i = 0; i < sketch.size(); i++) {
            fields.add(Field.measure(
                            "gap." + (i + 1),
                            "Gap at bolt " + (i + 1),
                            Unit.MILLIMETRE,
                            EXAMPLE.get(i % EXAMPLE.size()),
                            0,
                            60)
                    .at(FlangeDrawing.besideX(sketch, i), FlangeDrawing.besideY(sketch, i)));
        }
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Optional<BoltPattern> pattern = Patterns.read(in, BoltedJoint::besidePipe);
        if (pattern.isEmpty()) {
            return Optional.empty();
        }
        if (pattern.get().size() < 3) {
            in.refuse("bolts", "A plane needs three bolts or more.");
            return Optional.empty();
        }
        Optional<Criterion> criterion = criterion(in);
        List<Double> gaps = new ArrayList<>();
        for (int i = 1; i <= pattern.get().size(); i++) {
            gaps.add(in.number("gap." + i));
        }
        criterion
                .filter(c -> c instanceof Compression)
                .map(c -> (Compression) c)
                .ifPresent(band -> {
                    for (int i = 0; i < gaps.size(); i++) {
                        in.refuseIf(
                                gaps.get(i) > band.freeM() + 1e-9,
                                "gap." + (i + 1),
                                "More than the free thickness: nothing would be clamped there. Measure again.");
                    }
                });
        if (!in.understood() || criterion.isEmpty()) {
            return Optional.empty();
        }
        GapMap map;
        try {
            map = new GapMap(
                    pattern.get(), gaps, BoltSize.valueOf(in.text("size")).pitchM(), in.number("pass"));
            map.plane();
        } catch (IllegalArgumentException e) {
            in.refuse("places", "The bolts stand in one line; no plane can be laid through them.");
            return Optional.empty();
        }
        return show(in, map, criterion.get());
    }

    private static Optional<Criterion> criterion(Inputs in) {
        if (in.text("criterion").equals("flat")) {
            return Optional.of(new Parallel(in.number("parallel")));
        }
        in.refuseIf(in.number("most") <= in.number("least"), "most", "Not above the least.");
        in.refuseIf(in.number("damage") < in.number("most"), "damage", "Below the most that is allowed.");
        return in.understood()
                ? Optional.of(new Compression(
                        in.number("free"),
                        in.number("least") / 100,
                        in.number("most") / 100,
                        in.number("damage") / 100))
                : Optional.empty();
    }

    private static Optional<Result> show(Inputs in, GapMap map, Criterion criterion) {
        GapReport report = new GapReport(map, criterion);
        Result.Builder result = new Result.Builder();
        result.words("verdict", "Verdict", report.headline());
        if (criterion instanceof Compression band) {
            result.number(
                    "compression",
                    "Compressed in the middle",
                    band.compression(map.plane().meanM()) * 100,
                    1,
                    " %");
        }
        result.figure("mean", "Mean gap", map.plane().meanM(), Dimension.LENGTH)
                .figure("difference", "Widest less smallest", map.differenceM(), Dimension.LENGTH)
                .figure("tilt", "Tilt of the plane", map.plane().tiltM(map.pattern()), Dimension.LENGTH)
                .figure("beside", "Largest distance from the plane", map.besideThePlaneM(), Dimension.LENGTH);
        result.finding(
                report.meets() ? Result.Tone.GOOD : report.spoilt() ? Result.Tone.STOP : Result.Tone.CARE,
                report.finding(),
                report.next());
        if (map.isBent()) {
            result.care(
                    "The gaps do not lie on a plane: a bent flange or a misreading. Bolts cannot mend that.",
                    "Measure again; if it stays, check the flange with a straight-edge.");
        }
        result.tableOf(
                Message.of("lab.diaphragm-map.by-bolt", "By bolt"),
                List.of("Bolt", "Gap", "Squeezed", "Turn", "After it"),
                rows(map, criterion, report));
        return result.picture(report.picture(in.units())).done();
    }

    private static List<List<Message>> rows(GapMap map, Criterion criterion, GapReport report) {
        List<List<Message>> rows = new ArrayList<>();
        for (int i : map.pattern().order()) {
            rows.add(List.of(
                    Message.words(String.valueOf(i + 1)),
                    Result.Builder.amount(map.gapsM().get(i), Dimension.LENGTH),
                    Message.words(
                            criterion instanceof Compression band
                                    ? Quantity.rounded(
                                                    band.compression(map.gapsM().get(i)) * 100, 1) + " %"
                                    : "–"),
                    Message.words(report.turnInWords(i)),
                    Result.Builder.amount(report.after().gapsM().get(i), Dimension.LENGTH)));
        }
        return rows;
    }
}

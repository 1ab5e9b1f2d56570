package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.fits.AllRound;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Verdict;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A gap or a stand-out read at several places round the part. */
final class AllRoundGauge implements Instrument {

    private static final Plate PLATE = new Plate(
            "all-round",
            "Gap or stand-out",
            "Housing pre-gap, or a bush that stands proud: right everywhere, and even.",
            Drawer.FITS,
            "Every reading within the band; widest less smallest at most the unevenness.",
            "The type sheet's band; 2.2 to 2.8 mm and 1.4 to 2.0 mm are demo values.",
            "Readings between the places. Something that is out of round between two of them reads even; take more places where it looks so.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        boolean bush = Instrument.chosen(typed, "what", "gap").equals("bush");
        int places = Instrument.count(typed, "places", 4, 2, 8);
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice(
                        "what",
                        "What is read",
                        Field.options("gap", "gap between housing halves", "bush", "bush standing proud"))
                .shaping());
        fields.add(Field.measure("least", "At least", Unit.MILLIMETRE, bush ? "1.4 mm" : "2.2 mm", 0, 50));
        fields.add(Field.measure("most", "At most", Unit.MILLIMETRE, bush ? "2 mm" : "2.8 mm", 0, 50));
        fields.add(Field.measure("uneven", "Uneven by at most", Unit.MILLIMETRE, bush ? "0.2 mm" : "0.3 mm", 0.01, 10));
        fields.add(Field.count("places", "Read at so many places", 4, 2, 8).shaping());
        for (int i = 0; i < places; i++) {
            double angle = 2 * Math.PI * i / places;
            fields.add(Field.measure(
                            "read." + (i + 1),
                            "Place " + (i + 1),
                            Unit.MILLIMETRE,
                            bush ? "1.7 mm" : i == 1 ? "2.7 mm" : "2.5 mm",
                            0,
                            60)
                    .at(210 + 162 * Math.sin(angle), 210 - 162 * Math.cos(angle)));
        }
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        in.refuseIf(in.number("most") < in.number("least"), "most", "Below the least.");
        if (!in.understood()) {
            return Optional.empty();
        }
        List<Double> read = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (int i = 1; i <= in.count("places"); i++) {
            read.add(in.number("read." + i));
            names.add("place " + i);
        }
        AllRound gauge = new AllRound(
                new Band(length(in.number("least")), length(in.number("most")), Optional.empty()), in.number("uneven"));
        Verdict verdict = gauge.judge(read, names);
        Result.Builder result = new Result.Builder();
        result.words("verdict", "Verdict", verdict.passed() ? "right all round" : "not yet right")
                .figure(
                        "mean",
                        "Mean",
                        read.stream().mapToDouble(r -> r).average().orElseThrow(),
                        Dimension.LENGTH)
                .figure(
                        "uneven",
                        "Widest less smallest",
                        Collections.max(read) - Collections.min(read),
                        Dimension.LENGTH);
        result.finding(verdict.passed() ? Result.Tone.GOOD : Result.Tone.CARE, verdict.finding(), verdict.next());
        return result.picture(picture(in, gauge, read)).done();
    }

    private static Quantity length(double metres) {
        return new Quantity(metres, Dimension.LENGTH);
    }

    private static String picture(Inputs in, AllRound gauge, List<Double> read) {
        Svg svg = new Svg(420, 420, "all-round", "Readings round the part");
        svg.circle(210, 210, 112, "plate")
                .circle(210, 210, 70, "bore")
                .line(80, 210, 340, 210, "axis")
                .line(210, 80, 210, 340, "axis");
        double top = Math.max(Collections.max(read), gauge.band().max().si()) * 1.15;
        for (int i = 0; i < read.size(); i++) {
            double angle = 2 * Math.PI * i / read.size();
            double length = 38 * read.get(i) / Math.max(top, 1e-6);
            boolean within = gauge.band().judge(length(read.get(i))) == Outcome.WITHIN;
            svg.line(
                    210 + 70 * Math.sin(angle),
                    210 - 70 * Math.cos(angle),
                    210 + (70 + length) * Math.sin(angle),
                    210 - (70 + length) * Math.cos(angle),
                    within ? "bar good" : "bar off");
        }
        return svg.text(210, 206, in.length(Collections.min(read)) + " to", "label strong", "middle")
                .text(210, 228, in.length(Collections.max(read)), "label strong", "middle")
                .svg();
    }
}

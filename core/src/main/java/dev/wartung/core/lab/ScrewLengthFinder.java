package dev.wartung.core.lab;

import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.bolting.ScrewLength;
import dev.wartung.core.bolting.ScrewLength.Into;
import dev.wartung.core.drawing.Svg;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Which standard screw length holds without bottoming out. */
final class ScrewLengthFinder implements Instrument {

    private static final Plate PLATE = new Plate(
            "screw-length",
            "Screw length",
            "Which standard length holds, and does not bottom out.",
            Drawer.BOLTS,
            "Length = flange + washer + engagement. Engagement at least 1.0 d in steel, 1.25 d in stainless, 2.0 d in aluminium; at most hole depth − 2 pitches. Through with a nut: grip + nut + 2 pitches.",
            "Usual practice for a thread as strong as its bolt. Pitches: ISO 261; nut heights: ISO 4032.",
            "Worn or cut threads, and holes that are not as deep as drawn. Measure the hole with a rod before you rely on the limit.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice(
                        "into",
                        "Screwed into",
                        Field.options(
                                "stainless",
                                "stainless steel",
                                "steel",
                                "steel",
                                "aluminium",
                                "aluminium",
                                "nut",
                                "a nut, right through"))
                .shaping());
        fields.add(Field.choice(
                        "size",
                        "Screw",
                        Field.options(
                                Arrays.stream(BoltSize.values()).map(Enum::name).toList()))
                .starting("M8"));
        fields.add(Field.measure("flange", "Flange or clamped parts", Unit.MILLIMETRE, "12 mm", 0.5, 200));
        fields.add(Field.measure("washer", "Washers together", Unit.MILLIMETRE, "1.6 mm", 0, 50));
        if (!Instrument.chosen(typed, "into", "stainless").equals("nut")) {
            fields.add(Field.measure("depth", "Usable thread in the hole", Unit.MILLIMETRE, "18 mm", 1, 200));
        }
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        BoltSize size = BoltSize.valueOf(in.text("size"));
        boolean through = in.text("into").equals("nut");
        ScrewLength found = through
                ? ScrewLength.throughWithNut(size, in.number("flange"), in.number("washer"))
                : ScrewLength.intoThread(
                        size,
                        in.number("flange"),
                        in.number("washer"),
                        Into.valueOf(in.text("into").toUpperCase(Locale.ROOT)),
                        in.number("depth"));
        Result.Builder result = new Result.Builder();
        if (found.lengthM().isPresent()) {
            result.words(
                            "screw",
                            "Take",
                            // the name of a screw, whatever somebody measures in
                            Message.words(
                                    size + " × " + Math.round(found.lengthM().get() * 1000) + " mm"))
                    .figure("length", "Length", found.lengthM().get(), Dimension.LENGTH)
                    .figure(
                            "engagement",
                            through ? "Past the flange" : "In the thread",
                            found.engagementM(),
                            Dimension.LENGTH)
                    .finding(Result.Tone.GOOD, found.reason(), Message.NONE);
        } else {
            result.words("screw", "Take", "no standard length fits")
                    .finding(Result.Tone.STOP, found.reason(), Message.NONE);
        }
        result.figure("least", "Holds from", found.leastM(), Dimension.LENGTH);
        found.mostM().ifPresent(most -> result.figure("most", "Bottoms out above", most, Dimension.LENGTH));
        return result.picture(picture(in, size, found, through)).done();
    }

    private static String picture(Inputs in, BoltSize size, ScrewLength found, boolean through) {
        double depth = through ? size.nutM() : in.number("depth");
        double total = in.number("flange") + in.number("washer") + depth + 6 * size.pitchM();
        double scale = Math.min(300 / total, 42 / size.diameterM());
        double half = size.diameterM() / 2 * scale;
        double washer = in.number("washer") * scale;
        double flange = in.number("flange") * scale;
        double top = 70;
        double face = top + washer;
        double joint = face + flange;
        double end = joint + depth * scale;
        Svg svg = new Svg(420, 420, "section-figure", "Screw in section");
        svg.rect(90, face, 240, flange, "plate").rect(210 - half - 2, face, 2 * half + 4, flange, "void");
        if (through) {
            svg.rect(210 - half * 1.8, joint, half * 3.6, depth * scale, "bolt-metal");
        } else {
            svg.rect(90, joint, 240, depth * scale + 40, "plate other")
                    .rect(210 - half, joint, 2 * half, depth * scale, "void")
                    .path(
                            "M " + (210 - half) + " " + end + " L 210 " + (end + half * 0.6) + " L " + (210 + half)
                                    + " " + end + " Z",
                            "void");
        }
        svg.rect(210 - half * 2, top, half * 4, washer, "washer")
                .rect(210 - half * 1.7, top - half * 1.3, half * 3.4, half * 1.3, "bolt-metal");
        found.lengthM().ifPresent(length -> {
            svg.rect(210 - half, top, 2 * half, length * scale, "bolt-metal");
            svg.dimension(350, top, 350, top + length * scale, in.length(length));
            svg.dimension(80, joint, 80, top + length * scale, "");
            svg.text(74, (joint + top + length * scale) / 2, in.length(found.engagementM()), "label strong", "end");
        });
        found.mostM().ifPresent(most -> svg.line(150, top + most * scale, 270, top + most * scale, "limit")
                .text(275, top + most * scale + 5, "limit", "label", "start"));
        return svg.svg();
    }
}

package dev.wartung.core.lab;

import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.drawing.Svg;
import dev.wartung.core.fits.ShaftFit;
import dev.wartung.core.fits.ShaftFit.End;
import dev.wartung.core.fits.ShaftFit.Form;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Whether a gearbox goes on a shaft. */
final class ShaftFitting implements Instrument {

    private static final Plate PLATE = new Plate(
            "shaft-fit",
            "Shaft, bore and flange",
            "Before the gearbox is carried to the valve: does it go on?",
            Drawer.FITS,
            "Same form; play = bore − shaft, 0 to 0.3 mm; bolt circles within 0.3 mm; same number and thread.",
            "Geometry; the play is the usual one for a drive that is taken off again.",
            "Burrs, taper and shafts out of round. Try it by hand, without force, before the gearbox hangs on it.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>();
        for (String side : List.of("shaft", "bore")) {
            boolean shaft = side.equals("shaft");
            Map<String, String> forms = new LinkedHashMap<>();
            Arrays.stream(Form.values())
                    .forEach(f -> forms.put(f.name().toLowerCase(java.util.Locale.ROOT), f.words()));
            fields.add(Field.choice(side + ".form", shaft ? "Shaft of the valve" : "Bore of the gearbox", forms)
                    .inANewRow());
            fields.add(Field.measure(
                    side + ".size",
                    shaft ? "Shaft, across the flats or diameter" : "Bore, across the flats or diameter",
                    Unit.MILLIMETRE,
                    shaft ? "16.9 mm" : "17 mm",
                    2,
                    200));
            fields.add(Field.measure(
                    side + ".circle",
                    shaft ? "Bolt circle, valve" : "Bolt circle, gearbox",
                    Unit.MILLIMETRE,
                    "70 mm",
                    5,
                    600));
            fields.add(Field.count(side + ".bolts", shaft ? "Bolts, valve" : "Bolts, gearbox", 4, 2, 16));
            fields.add(Field.choice(
                            side + ".thread",
                            shaft ? "Thread, valve" : "Thread, gearbox",
                            Field.options(Arrays.stream(BoltSize.values())
                                    .map(Enum::name)
                                    .toList()))
                    .starting("M8"));
        }
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        for (String side : List.of("shaft", "bore")) {
            in.refuseIf(
                    in.number(side + ".circle") <= in.number(side + ".size"),
                    side + ".circle",
                    "The bolt circle is larger than the shaft it stands round.");
        }
        if (!in.understood()) {
            return Optional.empty();
        }
        ShaftFit fit = new ShaftFit(end(in, "shaft"), end(in, "bore"));
        List<Message> obstacles = fit.obstacles();
        Result.Builder result = new Result.Builder();
        result.words("verdict", "Verdict", obstacles.isEmpty() ? "goes on" : "does not go on")
                .figure("play", "Play", fit.playM(), Dimension.LENGTH);
        obstacles.forEach(o -> result.finding(Result.Tone.STOP, o, Message.NONE));
        if (obstacles.isEmpty()) {
            result.good("Form, play, bolt circle and thread agree.")
                    .note("Turn the handwheel until the holes line up. Do not turn the disc.");
        }
        return result.picture(picture(fit)).done();
    }

    private static End end(Inputs in, String side) {
        return new End(
                Form.valueOf(in.text(side + ".form").toUpperCase(java.util.Locale.ROOT)),
                in.number(side + ".size"),
                in.number(side + ".circle"),
                in.count(side + ".bolts"),
                in.text(side + ".thread"));
    }

    private static String picture(ShaftFit fit) {
        double scale = 140 / Math.max(fit.shaft().circleM(), fit.bore().circleM());
        Svg svg = new Svg(420, 420, "shaft-fit", "Shaft in its bore, valve flange solid, gearbox flange dashed");
        svg.circle(210, 210, 180, "plate").line(20, 210, 400, 210, "axis").line(210, 20, 210, 400, "axis");
        end(svg, fit.bore(), scale, "void");
        end(svg, fit.shaft(), scale, "bolt-metal");
        holes(svg, fit.shaft(), scale, "hole");
        holes(svg, fit.bore(), scale, "hole dashed");
        return svg.text(210, 412, "solid: valve, dashed: gearbox", "label", "middle")
                .svg();
    }

    private static void end(Svg svg, End end, double scale, String style) {
        double half = end.sizeM() / 2 * scale;
        switch (end.form()) {
            case SQUARE -> svg.rect(210 - half, 210 - half, 2 * half, 2 * half, style);
            case ROUND_WITH_KEY -> svg.circle(210, 210, half, style)
                    .rect(210 - half * 0.25, 210 - half * 1.22, half * 0.5, half * 0.5, style);
            default -> {
                double round = half * 1.35;
                double side = Math.sqrt(round * round - half * half);
                svg.path(
                        "M " + (210 - half) + " " + (210 - side) + " A " + round + " " + round + " 0 0 1 "
                                + (210 + half) + " " + (210 - side) + " L " + (210 + half) + " " + (210 + side) + " A "
                                + round + " " + round + " 0 0 1 " + (210 - half) + " " + (210 + side) + " Z",
                        style);
            }
        }
    }

    private static void holes(Svg svg, End end, double scale, String style) {
        double radius = end.circleM() / 2 * scale * 1.7;
        double bolt = BoltSize.valueOf(end.thread()).diameterM() * scale * 0.75;
        for (int i = 0; i < end.bolts(); i++) {
            double angle = Math.PI / end.bolts() + 2 * Math.PI * i / end.bolts();
            svg.circle(210 + radius * Math.sin(angle), 210 - radius * Math.cos(angle), Math.max(4, bolt), style);
        }
    }
}

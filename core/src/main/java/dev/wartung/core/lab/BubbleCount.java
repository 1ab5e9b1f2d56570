package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.leak.Bubbles;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.leak.LeakClass.Medium;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Bubbles counted under water. */
final class BubbleCount implements Instrument {

    private static final Plate PLATE = new Plate(
            "bubbles",
            "Bubbles",
            "A tube under water: what do so many bubbles mean?",
            Drawer.LEAK,
            "Q = count·π/6·d³/t, at 0 °C and 1.01325 bar: times p/p0·T0/T. At most (n + 2√n + 3) bubbles twice as large, at least n − 2√n half as large.",
            "Geometry of a ball; classes: EN 12266-1, gas.",
            "How large the bubbles really are, and gas that dissolves in the water. It holds for a tube just under the surface; where the rate is near a limit, catch the gas and measure its volume.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        return List.of(
                Field.count("count", "Bubbles counted", 10, 0, 100_000),
                Field.measure("size", "Diameter of a bubble", Unit.MILLIMETRE, "4 mm", 0.2, 30),
                Field.measure("time", "Counted for", Unit.MINUTE, "1 min", 0.05, 10_000),
                Field.measure("water", "Temperature of the water", Unit.CELSIUS, "20 °C", 0, 95),
                Field.measure("air", "Barometer", Unit.BAR, "1.013 bar", 0.5, 1.2),
                Field.number("dn", "Nominal size, DN", "50", 4, 1000));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Bubbles bubbles = new Bubbles(in.count("count"), in.number("size"), in.number("time"));
        Result.Builder result = new Result.Builder();
        result.figure("leak", "Leakage", standard(bubbles.leakM3PerS(), in), Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure("least", "… at least", standard(bubbles.leastM3PerS(), in), Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure("most", "… at most", standard(bubbles.mostM3PerS(), in), Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure(
                        "resolution",
                        "One bubble would be",
                        standard(bubbles.resolutionM3PerS(), in),
                        Unit.CUBIC_MILLIMETRE_PER_SECOND);
        String met = rate(standard(bubbles.mostM3PerS(), in), in);
        String looks = rate(standard(bubbles.leakM3PerS(), in), in);
        result.words("met", "Tightest rate it surely shows", met);
        if (bubbles.count() == 0) {
            result.note("No bubble says only that it is less than one in this time. Count longer to say more.");
        } else if (bubbles.count() < 5) {
            result.care("So few bubbles are counted by chance.", "Count for longer.");
        }
        if (bubbles.count() > 0 && !met.equals(looks)) {
            result.finding(
                    Result.Tone.CARE,
                    Message.of(
                            "lab.bubbles.looks",
                            "As counted it looks like rate {rate}, but a bubble sized by eye may be half or double, and that moves the rate.",
                            "rate",
                            looks),
                    Message.of(
                            "lab.next",
                            "Count for longer, or measure what they fill: an upturned tube under water with a scale."));
        }
        return result.picture(picture(bubbles)).done();
    }

    private static double standard(double m3PerS, Inputs in) {
        return Bubbles.standardM3PerS(m3PerS, in.number("air"), in.number("water"));
    }

    private static String rate(double m3PerS, Inputs in) {
        return LeakClass.metBy(m3PerS, Medium.GAS, in.number("dn"))
                .map(Enum::name)
                .orElse("none");
    }

    private static String picture(Bubbles bubbles) {
        Svg svg = new Svg(420, 420, "bubbles", bubbles.count() + " bubbles rise from a tube under water");
        svg.rect(90, 150, 240, 220, "water").path("M 90 110 V 370 H 330 V 110", "frame");
        svg.path("M 40 60 H 190 Q 210 60 210 80 V 320", "tube outer")
                .path("M 40 60 H 190 Q 210 60 210 80 V 320", "tube");
        int drawn = Math.min(bubbles.count(), 24);
        for (int i = 0; i < drawn; i++) {
            svg.circle(262 + 26 * Math.sin(i * 1.7), 318 - i * 158.0 / Math.max(drawn, 8), 7, "bubble");
        }
        return svg.text(
                        210,
                        400,
                        bubbles.count() + (bubbles.count() > drawn ? " bubbles, " + drawn + " drawn" : " bubbles"),
                        "label strong",
                        "middle")
                .svg();
    }
}

package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.leak.Bubbles;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.leak.LeakClass.Medium;
import dev.wartung.core.measure.Unit;
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
            "Q = count·π/6·d³/t.",
            "Geometry of a ball; classes: EN 12266-1, gas.");

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
                Field.number("dn", "Nominal size, DN", "50", 4, 1000));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Bubbles bubbles = new Bubbles(in.count("count"), in.number("size"), in.number("time"));
        Result.Builder result = new Result.Builder();
        result.figure("leak", "Leakage", bubbles.leakM3PerS(), Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure(
                        "resolution",
                        "One bubble would be",
                        bubbles.resolutionM3PerS(),
                        Unit.CUBIC_MILLIMETRE_PER_SECOND);
        String met = LeakClass.metBy(
                        Math.max(bubbles.leakM3PerS(), bubbles.resolutionM3PerS()), Medium.GAS, in.number("dn"))
                .map(Enum::name)
                .orElse("none");
        result.words("met", "Tightest rate it shows", met);
        if (bubbles.count() == 0) {
            result.note("No bubble says only that it is less than one in this time. Count longer to say more.");
        } else if (bubbles.count() < 5) {
            result.care("So few bubbles are counted by chance.", "Count for longer.");
        } else {
            result.note(
                    "A bubble sized by eye is good to a quarter of its diameter: the leakage may be half or double.");
        }
        return result.picture(picture(bubbles)).done();
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

package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.fits.SpringPress;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Unit;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What a spring does in the press, and whether the press can take it. */
final class SpringInPress implements Instrument {

    private static final Plate PLATE = new Plate(
            "spring-press",
            "Spring in the press",
            "Before the ring comes out: force, energy, and whether the press can take it.",
            Drawer.FITS,
            "F = k·(free − length); energy = ½·k·(free − length)²; press travel = push-down + full relief.",
            "Linear spring. The push-down of 14 mm is a demo value.",
            "A spring that has set, broken or gone askew, and friction in the guides. The force may be higher than worked out: keep clear of its line, and let the press hold it.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        return List.of(
                Field.measure("rate", "Spring rate", Unit.NEWTON_PER_MILLIMETRE, "40 N/mm", 0.1, 5000),
                Field.measure("free", "Free length", Unit.MILLIMETRE, "210 mm", 5, 3000),
                Field.measure("fitted", "Length as built in", Unit.MILLIMETRE, "150 mm", 2, 3000),
                Field.measure("push", "Pushed down past the ring", Unit.MILLIMETRE, "14 mm", 0, 300),
                Field.measure("capacity", "Press can push", Unit.KILONEWTON, "10 kN", 0.1, 1000),
                Field.measure("travel", "Press can travel", Unit.MILLIMETRE, "120 mm", 1, 3000));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        in.refuseIf(
                in.number("fitted") > in.number("free"),
                "fitted",
                "Longer than the free spring: it would not be loaded. Measure again.");
        in.refuseIf(in.number("push") >= in.number("fitted"), "push", "More than the length of the fitted spring.");
        if (!in.understood()) {
            return Optional.empty();
        }
        SpringPress spring =
                new SpringPress(in.number("rate"), in.number("free"), in.number("fitted"), in.number("push"));
        Result.Builder result = new Result.Builder();
        result.figure("force", "Force when pushed down", spring.pressForceN(), Unit.KILONEWTON)
                .figure("energy", "Energy when pushed down", spring.pressEnergyJ(), Dimension.ENERGY)
                .figure("fitted-force", "Force as built in", spring.fittedForceN(), Unit.KILONEWTON)
                .figure("fitted-energy", "Energy as built in", spring.fittedEnergyJ(), Dimension.ENERGY)
                .figure("travel", "Travel the press needs", spring.pressTravelM(), Dimension.LENGTH);
        boolean strong = spring.pressForceN() <= in.number("capacity");
        boolean travels = spring.pressTravelM() <= in.number("travel");
        if (!strong) {
            result.stop(
                    "The press is too weak for the pushed-down spring.",
                    "Do not take the ring out here. Another press.");
        }
        if (!travels) {
            result.stop(
                    "The press does not travel far enough to relieve the spring fully.",
                    "The spring would still be loaded when the press is at its end. Another press or a longer ram.");
        }
        if (strong && travels) {
            result.good("Force and travel are within what the press can do.");
        }
        result.note(
                "Guard closed, eye protection, nobody in line with the spring. The maker's manual takes precedence.");
        return result.picture(picture(in, spring)).done();
    }

    private static String picture(Inputs in, SpringPress spring) {
        double scale = 280 / in.number("free");
        Svg svg = new Svg(420, 420, "spring", "Spring free, as built in, and pushed down");
        coil(svg, 90, in.number("free") * scale);
        coil(svg, 210, in.number("fitted") * scale);
        coil(svg, 330, (in.number("fitted") - in.number("push")) * scale);
        svg.line(30, 360, 390, 360, "ground");
        svg.text(90, 388, "free", "label", "middle")
                .text(210, 388, "built in", "label", "middle")
                .text(330, 388, "pushed down", "label", "middle");
        svg.text(210, 408, in.shown(spring.fittedForceN(), Dimension.FORCE), "label strong", "middle")
                .text(330, 408, in.shown(spring.pressForceN(), Dimension.FORCE), "label strong", "middle");
        svg.dimension(
                390, 360 - in.number("free") * scale, 390, 360 - (in.number("fitted") - in.number("push")) * scale, "");
        return svg.text(386, 66, in.length(spring.pressTravelM()), "label strong", "end")
                .svg();
    }

    private static void coil(Svg svg, double x, double height) {
        StringBuilder path = new StringBuilder("M " + (x - 36) + " 360");
        int turns = 7;
        for (int i = 1; i <= turns * 2; i++) {
            path.append(" L ").append(i % 2 == 1 ? x + 36 : x - 36).append(' ').append(360 - height * i / (turns * 2));
        }
        svg.rect(x - 42, 360 - height - 8, 84, 8, "bolt-metal").path(path.toString(), "coil");
    }
}

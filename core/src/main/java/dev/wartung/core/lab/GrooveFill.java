package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.sealing.Groove;
import dev.wartung.core.sealing.Polymer;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How full a groove is, cold and hot, and how much of the rest grease may take. */
final class GrooveFill implements Instrument {

    private static final Plate PLATE = new Plate(
            "groove-fill",
            "Groove fill",
            "Does the hot seal still have room, with the grease in its groove?",
            Drawer.GREASE,
            "Fill = seal area ÷ groove area. Hot: × (1 + β·ΔT)·(1 + swelling)/(1 + 3·α_steel·ΔT), grease beside it × (1 + γ·ΔT). Both together above 95 % push the seal out.",
            "Volumetric expansion of cured compounds (handbook values), steel 1.6e-5 /K, grease at the most 1e-3 /K.",
            "The real sizes of seal and groove within their tolerances, and how much this compound swells in this product: 5 % is a usual figure for what it stands well. Near full, measure both, and ask the maker.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        return List.of(
                GreaseChoice.polymer(),
                Field.measure("cord", "Seal, thickness", Unit.MILLIMETRE, "5.3 mm", 0.5, 60),
                Field.measure("depth", "Groove depth, joint closed", Unit.MILLIMETRE, "4.2 mm", 0.2, 60),
                Field.measure("width", "Groove width", Unit.MILLIMETRE, "6.6 mm", 0.5, 80),
                Field.measure("cold", "Measured at", Unit.CELSIUS, "20 °C", -30, 60),
                Field.measure("hot", "Hottest", Unit.CELSIUS, "121 °C", -30, 300),
                Field.number("swelling", "Swelling in product and cleaner, % of its volume", "5", 0, 60),
                Field.number("grease", "Grease in the free space, %", "20", 0, 100));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        in.refuseIf(
                in.number("depth") >= in.number("cord"),
                "depth",
                "As deep as the seal is thick: it would not be squeezed.");
        in.refuseIf(in.number("width") < in.number("cord"), "width", "Narrower than the seal: it does not go in.");
        in.refuseIf(in.number("hot") < in.number("cold"), "hot", "Below the temperature it was measured at.");
        if (!in.understood()) {
            return Optional.empty();
        }
        Groove groove = new Groove(in.number("cord"), in.number("depth"), in.number("width"));
        Polymer polymer = Polymer.named(in.text("polymer")).orElseThrow();
        double warmer = in.number("hot") - in.number("cold");
        double swelling = in.number("swelling") / 100;
        double hot = groove.fillAt(polymer, warmer, swelling);
        double room = groove.roomForGrease(polymer, warmer, swelling) * 100;
        double packed = groove.packedAt(polymer, warmer, swelling, in.number("grease") / 100);
        Result.Builder result = new Result.Builder();
        result.number("hot", "Fill, hot and swollen", hot * 100, 1, " %")
                .number("cold", "Fill, cold", groove.fill() * 100, 1, " %")
                .number("squeeze", "Squeezed by", groove.squeeze() * 100, 1, " %")
                .number("room", "Grease may take, of the free space", room, 0, " %")
                .number("packed", "Seal and grease together, hot", packed * 100, 1, " %");
        if (groove.fill() > 1) {
            result.stop(
                    "The seal is larger than its groove even cold.",
                    "Wrong seal or wrong groove. Do not close the joint on it.");
        } else if (hot > Groove.MOST_FILL) {
            result.stop(
                    "Hot and swollen, the seal fills more than 95 % of its groove: it is pushed out.",
                    "A thinner seal, or another material.");
        } else if (packed > Groove.MOST_FILL) {
            result.care(
                    "The seal has room, but not with so much grease: grease cannot be compressed and pushes it out.",
                    "A thin film only; wipe the rest off.");
        } else {
            result.good("The hot seal still has room, with this grease.");
        }
        return result.picture(picture(groove, hot, in.number("grease") / 100)).done();
    }

    private static String picture(Groove groove, double hot, double grease) {
        Svg svg = new Svg(560, 360, "groove", "The groove in section, cold and hot");
        double scale = Math.min(190 / groove.widthM(), 190 / groove.depthM());
        one(svg, 20, groove, scale, groove.fill(), grease, "cold");
        one(svg, 300, groove, scale, hot, grease, "hot");
        return svg.svg();
    }

    /** The squeezed seal as a rounded block of its true area: it is as high as the groove. */
    private static void one(Svg svg, double x, Groove groove, double scale, double fill, double grease, String what) {
        double width = groove.widthM() * scale;
        double depth = groove.depthM() * scale;
        double left = x + (240 - width) / 2;
        double top = 80;
        svg.rect(x, 40, 240, 40, "plate other")
                .rect(x, 80, 240, depth + 50, "plate")
                .rect(left, top, width, depth, "void");
        double free = Math.max(0, 1 - fill);
        double filled = Math.min(1, fill);
        svg.rect(
                left,
                top + depth * (1 - Math.min(1, grease)),
                width,
                depth * Math.min(1, grease),
                free > 0 ? "grease" : "void");
        double seal = width * filled;
        double round = Math.min(seal, depth) / 2 * 0.9;
        double sx = left + (width - seal) / 2;
        svg.path(
                "M " + (sx + round) + " " + top + " H " + (sx + seal - round) + " A " + round + " " + (depth / 2)
                        + " 0 0 1 " + (sx + seal - round) + " " + (top + depth) + " H " + (sx + round) + " A " + round
                        + " " + (depth / 2) + " 0 0 1 " + (sx + round) + " " + top + " Z",
                fill > Groove.MOST_FILL ? "rubber off" : "rubber");
        svg.text(x + 120, 26, what + ": " + Math.round(fill * 100) + " % full", "label strong", "middle");
    }
}

package dev.wartung.core.lab;

import dev.wartung.core.diaphragm.TurnBack;
import dev.wartung.core.drawing.Svg;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Unit;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How far a diaphragm is turned back to its holes. */
final class TurnBackFinder implements Instrument {

    private static final Plate PLATE = new Plate(
            "turn-back",
            "Turn-back",
            "Screwed in to its stop: how far back until holes and bead match.",
            Drawer.DIAPHRAGM,
            "Two matching positions a turn, so back = angle modulo 180°. Lift = pitch·back/360°.",
            "Geometry of the screwed-in diaphragm.",
            "Whether it was screwed to its stop. Feel for it; a diaphragm that binds before the stop gives another count.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        return List.of(
                Field.measure("past", "Bead stands past the weir by, clockwise", Unit.DEGREE, "130 °", 0, 3600)
                        .hinted("Seen from the diaphragm's face; 0° lies along the weir"),
                Field.measure("pitch", "Pitch of its thread", Unit.MILLIMETRE, "2 mm", 0.2, 10));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        TurnBack back = TurnBack.from(in.number("past"), in.number("pitch"));
        Result.Builder result = new Result.Builder();
        result.figure("back", "Turn back by", back.backRad(), Dimension.ANGLE)
                .figure("lift", "It comes away by", back.liftM(), Dimension.LENGTH);
        if (back.backRad() == 0) {
            result.good("Holes and bead match here. Leave it.");
        } else {
            result.note("Counter-clockwise, by hand. Never forward past the stop: that strips the insert.");
        }
        return result.picture(picture(in, back)).done();
    }

    private static String picture(Inputs in, TurnBack back) {
        Svg svg = new Svg(420, 420, "turn-back", "Diaphragm from its face, bead against the weir");
        svg.rect(30, 30, 360, 360, "plate");
        svg.line(210, 20, 210, 400, "axis").text(218, 40, "weir", "label", "start");
        double stands = in.number("past") % (2 * Math.PI);
        double ends = stands - back.backRad();
        for (int corner = 0; corner < 4; corner++) {
            double angle = Math.PI / 4 + corner * Math.PI / 2;
            svg.circle(210 + 170 * Math.sin(angle) * 1.02, 210 - 170 * Math.cos(angle) * 1.02, 11, "void");
        }
        bead(svg, stands, "bead old");
        bead(svg, ends, "bead new");
        double r = 96;
        if (back.backRad() > 0.02) {
            double x1 = 210 + r * Math.sin(stands);
            double y1 = 210 - r * Math.cos(stands);
            double x2 = 210 + r * Math.sin(ends);
            double y2 = 210 - r * Math.cos(ends);
            svg.path("M " + x1 + " " + y1 + " A " + r + " " + r + " 0 0 0 " + x2 + " " + y2, "sweep");
            svg.arrow(210 + r * Math.sin(ends + 0.12), 210 - r * Math.cos(ends + 0.12), x2, y2, "sweep");
        }
        return svg.text(210, 216, in.shown(back.backRad(), Dimension.ANGLE) + " back", "label strong", "middle")
                .svg();
    }

    private static void bead(Svg svg, double rad, String style) {
        double x = 128 * Math.sin(rad);
        double y = -128 * Math.cos(rad);
        svg.circle(210, 210, 128, style + " round")
                .line(210 - x, 210 - y, 210 - x * 0.3, 210 - y * 0.3, style)
                .line(210 + x * 0.3, 210 + y * 0.3, 210 + x, 210 + y, style);
    }
}

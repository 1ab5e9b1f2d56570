package dev.wartung.core.drawing;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.Optional;

/** A reading's band drawn as a straight gauge, with the reading where it lies. */
public final class GaugeDrawing {

    private static final double WIDTH = 420;
    private static final double LEFT = 20;
    private static final double RIGHT = 400;

    private GaugeDrawing() {}

    /**
     * @param units what the scale is in
     * @param reading drawn if there is one; one far outside is drawn at the end, with an arrow
     */
    public static String svg(Band band, Optional<Quantity> reading, UnitSystem units) {
        Unit unit = units.unit(band.min().dimension());
        double min = band.min().in(unit);
        double max = band.max().in(unit);
        double spread = Math.max(max - min, 1e-9);
        double from = min - spread * 0.8;
        double to = max + spread * 0.8;
        StringBuilder out = new StringBuilder(1000);
        out.append("<svg class=\"gauge-drawing\" viewBox=\"0 0 ")
                .append(WIDTH)
                .append(" 66\" role=\"img\" xmlns=\"http://www.w3.org/2000/svg\"><title>Limits ")
                .append(Xml.text(band.shownIn(unit)))
                .append(reading.map(r -> ", read " + r.shownIn(unit))
                        .map(Xml::text)
                        .orElse(""))
                .append("</title>");
        bar(out, "out", LEFT, RIGHT);
        bar(out, "in", x(min, from, to), x(max, from, to));
        label(out, x(min, from, to), band.min().numberIn(unit));
        label(out, x(max, from, to), band.max().numberIn(unit) + " " + unit.symbol());
        band.target().ifPresent(t -> {
            double x = x(t.in(unit), from, to);
            out.append("<path class=\"target\" d=\"M ")
                    .append(DrawingTemplate.rounded(x))
                    .append(" 24 v 18\"/>");
            label(out, x, t.numberIn(unit));
        });
        reading.ifPresent(r -> {
            double x = x(Math.max(from, Math.min(to, r.in(unit))), from, to);
            boolean in = band.judge(r) == Outcome.WITHIN;
            out.append("<path class=\"pointer ")
                    .append(in ? "ok" : "off")
                    .append("\" d=\"M ")
                    .append(DrawingTemplate.rounded(x))
                    .append(" 22 l -8 -14 h 16 Z\"/>");
        });
        return out.append("</svg>").toString();
    }

    private static double x(double value, double from, double to) {
        return LEFT + (RIGHT - LEFT) * (value - from) / (to - from);
    }

    private static void bar(StringBuilder out, String style, double from, double to) {
        out.append("<rect class=\"")
                .append(style)
                .append("\" x=\"")
                .append(DrawingTemplate.rounded(from))
                .append("\" y=\"26\" height=\"14\" width=\"")
                .append(DrawingTemplate.rounded(to - from))
                .append("\"/>");
    }

    private static void label(StringBuilder out, double x, String text) {
        out.append("<text x=\"")
                .append(DrawingTemplate.rounded(x))
                .append("\" y=\"58\" text-anchor=\"middle\">")
                .append(Xml.text(text))
                .append("</text>");
    }
}

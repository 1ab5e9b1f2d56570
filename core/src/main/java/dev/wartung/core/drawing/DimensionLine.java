package dev.wartung.core.drawing;

import dev.wartung.core.drawing.DrawingTemplate.Shape;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * Where a drawing shows a number of its type: a dimension line between two points of the valve, or the arrow of a
 * force. Drawn as on a workshop drawing (ISO 129-1): extension lines leave a gap at the edge and pass the line a
 * little, tips point outwards, or inwards from outside where there is no room between them.
 *
 * @param places the numbers it shows, as {@code drawing/bore}; those of a drive without the drive's code
 * @param force  an arrow from the first point to the second, not a distance
 * @param x1     millimetres of the drawing, as the others
 * @param offX   how far aside of the points the line runs, to the right; negative to the left
 * @param offY   the same, downwards
 */
record DimensionLine(
        List<String> places, boolean force, double x1, double y1, double x2, double y2, double offX, double offY) {

    /** The tip's length in pixels of the canvas, and half its width. */
    private static final double TIP = 9;

    private static final double TIP_HALF = 3;
    private static final double GAP = 2;
    private static final double PAST = 4;
    /** What two tips, and a line between them that is to be seen, take. */
    private static final double LEAST_INSIDE = 3 * TIP;

    private static final double TEXT_GAP = 7;
    private static final double TEXT_RISE = 5;

    static DimensionLine of(Shape shape, double shiftX, double shiftY) {
        return new DimensionLine(
                Arrays.asList(shape.attribute("of").orElse("").split(" ")),
                shape.attribute("as").filter("force"::equals).isPresent(),
                shape.number("x1") + shiftX,
                shape.number("y1") + shiftY,
                shape.number("x2") + shiftX,
                shape.number("y2") + shiftY,
                shape.number("dx"),
                shape.number("dy"));
    }

    /** Onto a canvas of {@code scale} pixels to the millimetre. Its words are written by whoever shows it. */
    void write(double originX, double originY, double scale, StringBuilder out) {
        double ax = originX + x1 * scale;
        double ay = originY + y1 * scale;
        double bx = originX + x2 * scale;
        double by = originY + y2 * scale;
        double dx = offX * scale;
        double dy = offY * scale;
        double length = Math.hypot(bx - ax, by - ay);
        if (length == 0) {
            return;
        }
        double ux = (bx - ax) / length;
        double uy = (by - ay) / length;
        boolean outside = !force && length < LEAST_INSIDE;
        double beyond = outside ? 2 * TIP : 0;
        StringBuilder path = new StringBuilder();
        if (!force) {
            extension(path, ax, ay, dx, dy);
            extension(path, bx, by, dx, dy);
        }
        line(path, ax + dx - ux * beyond, ay + dy - uy * beyond, bx + dx + ux * beyond, by + dy + uy * beyond);
        StringBuilder tips = new StringBuilder();
        double way = outside ? -1 : 1;
        tip(tips, bx + dx, by + dy, ux * way, uy * way);
        if (!force) {
            tip(tips, ax + dx, ay + dy, -ux * way, -uy * way);
        }
        boolean level = Math.abs(ux) > Math.abs(uy);
        double middleX = (ax + bx) / 2 + dx;
        double middleY = (ay + by) / 2 + dy;
        // beside a short level one: above it, the number would stand on its tips
        double textX = level ? outside ? Math.max(ax, bx) + dx + 2 * TIP + TEXT_GAP : middleX : middleX + TEXT_GAP;
        double textY = level && !outside ? middleY - TEXT_RISE : middleY + TEXT_RISE;
        out.append("<g class=\"")
                .append(force ? "dimension force" : "dimension")
                .append("\" data-dimension=\"")
                .append(Xml.text(String.join(" ", places)))
                .append("\"><path class=\"halo\" d=\"")
                .append(path)
                .append("\"/><path class=\"measure\" d=\"")
                .append(path)
                .append("\"/><path class=\"tip\" d=\"")
                .append(tips)
                .append("\"/><text")
                .append(level && !outside ? " class=\"middle\"" : "")
                .append(xy(" x=\"%.2f\" y=\"%.2f\"", textX, textY))
                .append("></text></g>");
    }

    private static void extension(StringBuilder path, double x, double y, double dx, double dy) {
        double far = Math.hypot(dx, dy);
        if (far > GAP) {
            double ux = dx / far;
            double uy = dy / far;
            line(path, x + ux * GAP, y + uy * GAP, x + dx + ux * PAST, y + dy + uy * PAST);
        }
    }

    private static void tip(StringBuilder tips, double x, double y, double ux, double uy) {
        double backX = x - ux * TIP;
        double backY = y - uy * TIP;
        tips.append(xy("M%.2f %.2f", x, y))
                .append(xy("L%.2f %.2f", backX - uy * TIP_HALF, backY + ux * TIP_HALF))
                .append(xy("L%.2f %.2fZ", backX + uy * TIP_HALF, backY - ux * TIP_HALF));
    }

    private static void line(StringBuilder path, double x1, double y1, double x2, double y2) {
        path.append(xy("M%.2f %.2f", x1, y1)).append(xy("L%.2f %.2f", x2, y2));
    }

    private static String xy(String pattern, double x, double y) {
        return String.format(Locale.ROOT, pattern, x, y);
    }
}

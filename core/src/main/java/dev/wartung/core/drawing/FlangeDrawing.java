package dev.wartung.core.drawing;

import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltPattern.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A flange seen from above with its bolts: order, what is done, which one is turned now, and where it stands askew. */
public final class FlangeDrawing {

    /** Width and height of the picture. */
    public static final double SIZE = 420;

    private static final double MIDDLE = SIZE / 2;
    private static final double REACH = 104;
    private static final double BESIDE = 1.56;
    private static final double PIPE = 44;

    private FlangeDrawing() {}

    /** What a bolt is at: not yet turned, being turned, done, or out of its limits. */
    public enum State {
        TODO,
        RUNNING,
        DONE,
        OFF;

        String style() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    /**
     * A bolt on the picture.
     *
     * @param note beside it; may be empty
     */
    public record Mark(State state, String note) {}

    /**
     * Where it is widest.
     *
     * @param rad  clockwise from the top
     * @param text beside the arrow
     */
    public record Tilt(double rad, String text) {}

    /** Where a field or note beside a bolt stands, in the picture's coordinates: across. */
    public static double besideX(BoltPattern pattern, int bolt) {
        return MIDDLE
                + (pattern.places().get(bolt).rightM() - pattern.centre().rightM()) / pattern.reachM() * REACH * BESIDE;
    }

    /** Down. */
    public static double besideY(BoltPattern pattern, int bolt) {
        return MIDDLE - (pattern.places().get(bolt).upM() - pattern.centre().upM()) / pattern.reachM() * REACH * BESIDE;
    }

    /** Every bolt not yet turned, without notes. */
    public static List<Mark> plain(BoltPattern pattern) {
        return pattern.places().stream().map(p -> new Mark(State.TODO, "")).toList();
    }

    /** The flange of a weir valve: the pipe goes from left to right, the weir across it. */
    public static String svg(
            BoltPattern pattern, List<Mark> marks, List<Integer> order, Optional<Tilt> tilt, String title) {
        Svg svg = new Svg(SIZE, SIZE, "flange", title);
        pipe(svg);
        outline(svg);
        weir(svg);
        return bolts(svg, pattern, marks, order, tilt);
    }

    /** A flange of any other joint. */
    public static String bare(BoltPattern pattern, List<Mark> marks, List<Integer> order, String title) {
        Svg svg = new Svg(SIZE, SIZE, "flange", title);
        outline(svg);
        return bolts(svg, pattern, marks, order, Optional.empty());
    }

    private static String bolts(
            Svg svg, BoltPattern pattern, List<Mark> marks, List<Integer> order, Optional<Tilt> tilt) {
        cross(svg, pattern, order);
        for (int i = 0; i < pattern.size(); i++) {
            bolt(svg, pattern, i, marks.get(i), order.indexOf(i) + 1);
        }
        tilt.ifPresent(t -> {
            double dx = Math.sin(t.rad());
            double dy = -Math.cos(t.rad());
            svg.arrow(MIDDLE - dx * 34, MIDDLE - dy * 34, MIDDLE + dx * 42, MIDDLE + dy * 42, "tilt");
            svg.text(SIZE - 12, SIZE - 12, "Arrow: " + t.text(), "label strong", "end");
        });
        return svg.svg();
    }

    private static void pipe(Svg svg) {
        svg.rect(0, MIDDLE - PIPE, SIZE, 2 * PIPE, "pipe")
                .arrow(14, MIDDLE, 56, MIDDLE, "dim")
                .text(14, MIDDLE - 10, "flow", "label", "start");
    }

    private static void weir(Svg svg) {
        svg.rect(MIDDLE - 7, MIDDLE - REACH + 28, 14, 2 * (REACH - 28), "weir")
                .line(MIDDLE, MIDDLE - REACH + 28, MIDDLE, MIDDLE - REACH - 38, "dim")
                .text(MIDDLE + 8, MIDDLE - REACH - 34, "weir", "label", "start");
    }

    private static void outline(Svg svg) {
        svg.circle(MIDDLE, MIDDLE, REACH + 26, "plate")
                .circle(MIDDLE, MIDDLE, REACH - 28, "bead")
                .circle(MIDDLE, MIDDLE, REACH - 44, "bore");
        svg.line(MIDDLE - REACH - 34, MIDDLE, MIDDLE + REACH + 34, MIDDLE, "axis")
                .line(MIDDLE, MIDDLE - REACH - 34, MIDDLE, MIDDLE + REACH + 34, "axis");
    }

    /** The way from bolt to bolt, thin, so that the cross can be followed. */
    private static void cross(Svg svg, BoltPattern pattern, List<Integer> order) {
        if (order.isEmpty()) {
            return;
        }
        List<String> points = new ArrayList<>();
        order.forEach(i -> points.add(Svg.number(x(pattern, i)) + " " + Svg.number(y(pattern, i))));
        svg.path("M " + String.join(" L ", points), "way");
    }

    private static void bolt(Svg svg, BoltPattern pattern, int bolt, Mark mark, int turn) {
        double x = x(pattern, bolt);
        double y = y(pattern, bolt);
        if (mark.state() == State.RUNNING) {
            svg.circle(x, y, 25, "ring");
        }
        StringBuilder hexagon = new StringBuilder();
        for (int corner = 0; corner < 6; corner++) {
            double angle = Math.PI / 3 * corner;
            hexagon.append(corner == 0 ? "M " : " L ")
                    .append(Svg.number(x + 17 * Math.cos(angle)))
                    .append(' ')
                    .append(Svg.number(y + 17 * Math.sin(angle)));
        }
        svg.path(hexagon + " Z", "bolt " + mark.state().style());
        svg.text(x, y + 5.5, String.valueOf(bolt + 1), "number " + mark.state().style(), "middle");
        if (turn > 0) {
            // the turn it is, on the inner side so that the outside is free for notes and fields
            double inX = MIDDLE + (x - MIDDLE) * 0.66;
            double inY = MIDDLE + (y - MIDDLE) * 0.66;
            svg.circle(inX, inY, 11, "turn").text(inX, inY + 5, String.valueOf(turn), "turn-number", "middle");
        }
        if (!mark.note().isEmpty()) {
            double bx = MIDDLE + (x - MIDDLE) * 1.48;
            svg.text(bx, MIDDLE + (y - MIDDLE) * 1.48 + 5, mark.note(), "label strong", "middle");
        }
    }

    private static double x(BoltPattern pattern, int bolt) {
        Place place = pattern.places().get(bolt);
        return MIDDLE + (place.rightM() - pattern.centre().rightM()) / pattern.reachM() * REACH;
    }

    private static double y(BoltPattern pattern, int bolt) {
        Place place = pattern.places().get(bolt);
        return MIDDLE - (place.upM() - pattern.centre().upM()) / pattern.reachM() * REACH;
    }
}

package dev.wartung.core.life;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.life.Survival.Point;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/**
 * A small curve of how many pieces were still good after how many days, by what happened and by no law; as long as three
 * of them were left.
 */
public final class GoodCurve {

    private static final double WIDTH = 240;
    private static final double HEIGHT = 64;
    private static final double BASE = 46;
    private static final double TOP = 6;
    private static final double RIGHT = 236;
    /** With fewer left, one that fails makes half of them or all of them fail. */
    private static final int FEWEST_LEFT = 3;

    private GoodCurve() {}

    /**
     * The curve as an SVG element.
     *
     * @param lives of the pieces, gone or still in
     * @param name  what it is a curve of
     */
    public static String svg(List<Lifetime> lives, String name) {
        List<Double> days = lives.stream()
                .map(Lifetime::days)
                .sorted(Comparator.reverseOrder())
                .toList();
        if (days.size() < FEWEST_LEFT) {
            return new Svg(WIDTH, HEIGHT, "good-curve", name + ": too few for a curve")
                    .text(0, BASE, "too few for a curve", "label", "start")
                    .svg();
        }
        double longest = days.get(FEWEST_LEFT - 1);
        double good = 1;
        StringBuilder stairs = new StringBuilder("M 0 " + at(TOP));
        for (Point point : Survival.points(lives)) {
            if (point.middle() > longest) {
                break;
            }
            // a point lies half way down its step
            double after = Math.max(0, 2 * point.good() - good);
            stairs.append(" H ")
                    .append(at(RIGHT * point.middle() / longest))
                    .append(" V ")
                    .append(at(y(after)));
            good = after;
        }
        stairs.append(" H ").append(at(RIGHT));
        String still = Math.round(good * 100) + " % still good after " + Math.round(longest) + " days";
        return new Svg(WIDTH, HEIGHT, "good-curve", name + ": " + still)
                .path(stairs + " V " + at(BASE) + " H 0 Z", "area")
                .path(stairs.toString(), "curve")
                .line(0, BASE, RIGHT, BASE, "frame")
                .text(0, HEIGHT - 4, "0", "label", "start")
                .text(RIGHT, HEIGHT - 4, still, "label", "end")
                .svg();
    }

    private static double y(double good) {
        return BASE - (BASE - TOP) * good;
    }

    private static String at(double value) {
        return String.format(Locale.ROOT, "%.1f", value);
    }
}

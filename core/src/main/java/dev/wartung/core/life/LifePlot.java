package dev.wartung.core.life;

import dev.wartung.core.drawing.Svg;
import java.util.List;

/**
 * A life on Weibull paper: days on a logarithmic scale, the part that has failed on one in which a Weibull is a
 * straight line. Points by Kaplan and Meier, the fit, and the band within
 * which the likelihood leaves it.
 */
public final class LifePlot {

    private static final double LEFT = 78;
    private static final double RIGHT = 560;
    private static final double TOP = 30;
    private static final double BOTTOM = 350;
    private static final double[] PARTS = {0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 0.9, 0.99};
    private static final double[] DAYS = {1, 2, 5, 10, 20, 50, 100, 200, 365, 730, 1825, 3650};

    private LifePlot() {}

    /**
     * @param life drawn if there is one
     * @param interval days at which they are renewed by plan now, marked
     */
    public static String svg(List<Lifetime> lives, Weibull life, double interval) {
        List<Survival.Point> points = Survival.points(lives);
        double first = Math.log(
                Math.min(points.stream().mapToDouble(Survival.Point::days).min().orElse(10), life.quantile(0.01))
                        * 0.8);
        double last = Math.log(
                Math.max(lives.stream().mapToDouble(Lifetime::days).max().orElse(1000), interval) * 1.3);
        Svg svg = new Svg(600, 410, "life", "Part failed over days, on Weibull paper");
        for (double part : PARTS) {
            svg.line(LEFT, y(part), RIGHT, y(part), "grid")
                    .text(LEFT - 8, y(part) + 5, Math.round(part * 100) + " %", "label", "end");
        }
        for (double days : DAYS) {
            double x = x(days, first, last);
            if (x > LEFT && x < RIGHT) {
                svg.line(x, BOTTOM, x, TOP, "grid")
                        .text(
                                x,
                                BOTTOM + 20,
                                days < 365 ? Math.round(days) + " d" : Math.round(days / 365) + " y",
                                "label",
                                "middle");
            }
        }
        svg.line(LEFT, BOTTOM, RIGHT, BOTTOM, "frame").line(LEFT, BOTTOM, LEFT, TOP, "frame");
        StringBuilder lower = new StringBuilder();
        StringBuilder upper = new StringBuilder();
        for (double part = 0.01; part < 0.995; part = part < 0.9 ? part * 1.35 : part + 0.03) {
            Weibull.Limits limits = life.quantileLimits(lives, part);
            if (limits.from() > 0 && !Double.isInfinite(limits.to())) {
                lower.append(lower.length() == 0 ? "M " : " L ")
                        .append(Math.round(x(limits.from(), first, last)))
                        .append(' ')
                        .append(Math.round(y(part)));
                upper.append(upper.length() == 0 ? "M " : " L ")
                        .append(Math.round(x(limits.to(), first, last)))
                        .append(' ')
                        .append(Math.round(y(part)));
            }
        }
        svg.path(lower.toString(), "band-edge").path(upper.toString(), "band-edge");
        svg.line(x(life.quantile(0.01), first, last), y(0.01), x(life.quantile(0.99), first, last), y(0.99), "fit");
        points.forEach(p -> svg.circle(x(p.days(), first, last), y(1 - p.good()), 5, "point"));
        double now = x(interval, first, last);
        svg.line(now, BOTTOM, now, TOP, "limit").text(now, TOP - 8, "renewed by plan", "label", "middle");
        return svg.text(LEFT, TOP - 8, "failed", "label strong", "start")
                .text(RIGHT, BOTTOM + 44, "days since fitted", "label strong", "end")
                .svg();
    }

    private static double x(double days, double first, double last) {
        return Math.max(LEFT, Math.min(RIGHT, LEFT + (RIGHT - LEFT) * (Math.log(days) - first) / (last - first)));
    }

    private static double y(double part) {
        double from = Math.log(-Math.log1p(-0.008));
        double to = Math.log(-Math.log1p(-0.995));
        return Math.max(
                TOP,
                Math.min(
                        BOTTOM,
                        BOTTOM
                                + (TOP - BOTTOM)
                                        * (Math.log(-Math.log1p(-Math.min(0.9999, Math.max(0.0001, part)))) - from)
                                        / (to - from)));
    }
}

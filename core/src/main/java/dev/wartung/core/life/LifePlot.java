package dev.wartung.core.life;

import dev.wartung.core.drawing.Svg;
import java.util.List;
import java.util.Optional;

/**
 * A life on Weibull paper: days on a logarithmic scale, the part that has failed on one in which a Weibull is a
 * straight line. Points by {@link Survival}, those between two looks with
 * the days they lie between, the fit, and the band within which the likelihood leaves it.
 */
public final class LifePlot {

    private static final double LEFT = 78;
    private static final double RIGHT = 560;
    private static final double TOP = 30;
    private static final double BOTTOM = 350;
    private static final double[] PARTS = {0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 0.9, 0.99};
    private static final double[] DAYS = {1, 2, 5, 10, 20, 50, 100, 200, 365, 730, 1825, 3650};

    /** How far below the first point the paper begins at the most. */
    private static final double WIDER = 20;

    private LifePlot() {}

    /** @param present what is followed now, marked */
    public static String svg(List<Lifetime> lives, Optional<Weibull> life, Present present) {
        List<Survival.Point> points = Survival.points(lives);
        double early = points.stream().mapToDouble(Survival.Point::middle).min().orElse(10);
        double late = lives.stream().mapToDouble(Lifetime::days).max().orElse(1000);
        double first = Math.log(Math.min(
                        early,
                        life.map(l -> Math.max(l.quantile(0.01), early / WIDER)).orElse(early))
                * 0.8);
        double last = Math.log(Math.max(late, present.longestDays()) * 1.3);
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
        life.ifPresent(l -> fitted(svg, lives, l, first, last));
        points.forEach(p -> {
            // found between two looks: somewhere along here
            if (p.from() < p.days()) {
                svg.line(
                        x(Math.max(p.from(), 1e-3), first, last),
                        y(1 - p.good()),
                        x(p.days(), first, last),
                        y(1 - p.good()),
                        "span");
            }
            svg.circle(x(p.middle(), first, last), y(1 - p.good()), 5, p.from() < p.days() ? "point open" : "point");
        });
        present.valves().keySet().forEach(months -> {
            double now = x(months * Present.DAYS_A_MONTH, first, last);
            svg.line(now, BOTTOM, now, TOP, "limit")
                    .text(now, TOP - 8, "by plan, " + months + " mo", "label", "middle");
        });
        return svg.text(LEFT, TOP - 8, "failed", "label strong", "start")
                .text(RIGHT, BOTTOM + 44, "days since fitted", "label strong", "end")
                .svg();
    }

    /** The line, and how far the data leave it open. */
    private static void fitted(Svg svg, List<Lifetime> lives, Weibull life, double first, double last) {
        StringBuilder lower = new StringBuilder();
        StringBuilder upper = new StringBuilder();
        for (double part = 0.01; part < 0.995; part = part < 0.9 ? part * 1.35 : part + 0.03) {
            Weibull.Limits limits = life.quantileLimits(lives, part);
            add(lower, limits.from(), part, first, last);
            add(upper, limits.to(), part, first, last);
        }
        svg.path(lower.toString(), "band-edge").path(upper.toString(), "band-edge");
        double from = Math.max(life.quantile(0.01), Math.exp(first));
        double to = Math.min(life.quantile(0.99), Math.exp(last));
        if (from < to) {
            svg.line(
                    x(from, first, last),
                    y(1 - life.reliability(from)),
                    x(to, first, last),
                    y(1 - life.reliability(to)),
                    "fit");
        }
    }

    /** What lies beside the paper is not drawn. */
    private static void add(StringBuilder path, double days, double part, double first, double last) {
        if (days >= Math.exp(first) && days <= Math.exp(last)) {
            path.append(path.length() == 0 ? "M " : " L ")
                    .append(Math.round(x(days, first, last)))
                    .append(' ')
                    .append(Math.round(y(part)));
        }
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

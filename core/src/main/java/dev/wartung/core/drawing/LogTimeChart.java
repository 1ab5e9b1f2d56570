package dev.wartung.core.drawing;

import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.List;
import java.util.function.DoubleFunction;

/** Readings over the logarithm of time, with the line through them and a limit. */
public final class LogTimeChart {

    private static final double LEFT = 64;
    private static final double RIGHT = 400;
    private static final double TOP = 40;
    private static final double BOTTOM = 350;

    private LogTimeChart() {}

    public record Point(double hours, Quantity value) {}

    public static String svg(
            List<Point> points, DoubleFunction<Quantity> line, Quantity limit, UnitSystem units, String what) {
        Unit unit = units.unit(limit.dimension());
        double first = Math.floor(
                Math.log10(points.stream().mapToDouble(Point::hours).min().orElseThrow()));
        double last = Math.max(
                first + 2,
                Math.ceil(Math.log10(
                                points.stream().mapToDouble(Point::hours).max().orElseThrow()))
                        + 1);
        double low = Math.min(
                limit.in(unit),
                points.stream().mapToDouble(p -> p.value().in(unit)).min().orElseThrow());
        double high = Math.max(
                limit.in(unit),
                points.stream().mapToDouble(p -> p.value().in(unit)).max().orElseThrow());
        double room = Math.max(high - low, Math.abs(high) * 0.02) * 0.25;
        Scale x = new Scale(first, last, LEFT, RIGHT);
        Scale y = new Scale(low - room, high + room, BOTTOM, TOP);
        // labels that read alike tell nothing: one digit more where the readings lie close together
        int digits = unit.decimals() + (high - low + 2 * room < 5 * Math.pow(10, -unit.decimals()) ? 1 : 0);
        Svg svg = new Svg(420, 420, "chart", "Settling: " + what + " over time");
        svg.line(LEFT, BOTTOM, RIGHT, BOTTOM, "frame").line(LEFT, BOTTOM, LEFT, TOP, "frame");
        for (double decade = first; decade <= last; decade++) {
            svg.line(x.at(decade), BOTTOM, x.at(decade), TOP, "grid")
                    .text(x.at(decade), BOTTOM + 20, hours(Math.pow(10, decade)), "label", "middle");
        }
        for (int i = 0; i <= 4; i++) {
            double value = low - room + (high - low + 2 * room) * i / 4;
            svg.text(LEFT - 8, y.at(value) + 5, Quantity.rounded(value, digits), "label", "end");
        }
        svg.text(LEFT, TOP - 14, what + ", " + unit.symbol(), "label strong", "start")
                .text(RIGHT, BOTTOM + 44, "time since tightening", "label strong", "end");
        svg.line(LEFT, y.at(limit.in(unit)), RIGHT, y.at(limit.in(unit)), "limit")
                .text(RIGHT, y.at(limit.in(unit)) - 6, "limit", "label", "end");
        svg.line(
                x.at(first),
                y.at(line.apply(Math.pow(10, first)).in(unit)),
                x.at(last),
                y.at(line.apply(Math.pow(10, last)).in(unit)),
                "fit");
        points.forEach(
                p -> svg.circle(x.at(Math.log10(p.hours())), y.at(p.value().in(unit)), 6, "point"));
        return svg.svg();
    }

    private record Scale(double from, double to, double start, double end) {
        double at(double value) {
            double place = start + (end - start) * (value - from) / (to - from);
            return Math.max(Math.min(start, end) - 4, Math.min(Math.max(start, end) + 4, place));
        }
    }

    private static String hours(double hours) {
        return hours < 100
                ? Quantity.rounded(hours, 2) + " h"
                : hours < 8760 ? Math.round(hours / 24) + " d" : Math.round(hours / 8760) + " y";
    }
}

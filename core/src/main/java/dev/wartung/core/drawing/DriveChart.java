package dev.wartung.core.drawing;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.DoubleStream;

/**
 * What drives a valve over its travel, from closed on the left to open on the right: spring with its scatter, air, and
 * what the ends take. Forces or torques.
 */
public final class DriveChart {

    private static final double LEFT = 70;
    private static final double RIGHT = 400;
    private static final double BOTTOM = 350;
    private static final double HEIGHT = 310;
    /** Over this a name would be cut off. */
    private static final double TOP = 14;

    /** Where the name of a line over the travel stands. */
    private static final double MIDDLE = 0.5;

    /** Baselines of names from their line, and from each other. */
    private static final double UNDER = 24;

    private static final double OVER = 10;
    private static final double APART = 17;

    private final Svg svg;
    private final double most;
    /** Baselines of the names in the middle. */
    private final List<Double> named = new ArrayList<>();

    /**
     * @param most the highest value shown, SI
     * @param open what stands at the open end
     */
    public DriveChart(String title, Dimension dimension, double most, String open, UnitSystem units) {
        this.svg = new Svg(420, 420, "chart", title);
        Unit unit = units.unit(dimension);
        double step = niceStep(new Quantity(most, dimension).in(unit) / 4);
        int steps = (int) Math.ceil(new Quantity(most, dimension).in(unit) / step - 1e-9);
        this.most = Quantity.of(step * steps, unit).si();
        svg.line(LEFT, BOTTOM, RIGHT, BOTTOM, "frame").line(LEFT, BOTTOM, LEFT, BOTTOM - HEIGHT, "frame");
        for (int i = 0; i <= steps; i++) {
            double y = y(this.most * i / steps);
            svg.line(LEFT, y, RIGHT, y, "grid")
                    .text(LEFT - 8, y + 5, Quantity.rounded(step * i, step < 1 ? 1 : 0), "label", "end");
        }
        svg.text(LEFT, 26, unit.symbol(), "label strong", "start")
                .text(LEFT, BOTTOM + 22, "closed", "label", "start")
                .text(RIGHT, BOTTOM + 22, "open, " + open, "label", "end")
                .text((LEFT + RIGHT) / 2, BOTTOM + 48, title, "label strong", "middle");
    }

    /** @param scatter share it may be off by either way */
    public DriveChart spring(double closed, double open, double scatter) {
        svg.path(
                "M " + LEFT + " " + y(closed * (1 + scatter)) + " L " + RIGHT + " " + y(open * (1 + scatter)) + " L "
                        + RIGHT + " " + y(open * (1 - scatter)) + " L " + LEFT + " " + y(closed * (1 - scatter)) + " Z",
                "scatter");
        svg.line(LEFT, y(closed), RIGHT, y(open), "fit")
                .text(RIGHT - 6, y(open * (1 - scatter)) + 19, "spring", "label strong", "end");
        return this;
    }

    /** @param style "set" for the usual air, "limit" for the lowest */
    public DriveChart air(double closed, double open, String style, String name) {
        svg.line(LEFT, y(closed), RIGHT, y(open), style)
                .text(RIGHT - 6, y((closed + 3 * open) / 4) - 7, name, "label", "end");
        return this;
    }

    /**
     * Something over the travel, from point to point: what it takes on the way.
     *
     * @param travel shares of the travel, 0 closed to 1 open
     */
    public DriveChart over(double[] travel, double[] values, String style, String name) {
        StringBuilder path = new StringBuilder();
        for (int i = 0; i < travel.length; i++) {
            path.append(i == 0 ? "M " : " L ").append(x(travel[i])).append(' ').append(y(values[i]));
        }
        // in the middle, where the names at the right end are not; of what is taken under the line: what there is lies
        // above
        int last = values.length - 1;
        double middle = values[last - 1]
                + (values[last] - values[last - 1]) * (MIDDLE - travel[last - 1]) / (travel[last] - travel[last - 1]);
        svg.path(path.toString(), style)
                .text(x(MIDDLE), free(y(middle), style.equals("takes")), name, "label strong", "middle");
        return this;
    }

    /** Where a name in the middle stands on no other: under its line or over it, else farther off. */
    private double free(double line, boolean rather) {
        double first = rather && line + UNDER < BOTTOM ? line + UNDER : line - OVER;
        double second = first > line ? line - OVER : line + UNDER;
        DoubleStream higher = DoubleStream.iterate(line - OVER, y -> y > TOP, y -> y - APART);
        DoubleStream lower = DoubleStream.iterate(line + UNDER, y -> y < BOTTOM, y -> y + APART);
        double at = DoubleStream.concat(DoubleStream.of(first, second), DoubleStream.concat(higher, lower))
                .filter(y -> y > TOP && y < BOTTOM && named.stream().noneMatch(n -> Math.abs(n - y) < APART))
                .findFirst()
                .orElse(first);
        named.add(at);
        return at;
    }

    /** Between two lines over the travel: what it takes in the easiest case and in the hardest, which has the name. */
    public DriveChart between(double[] travel, double[] least, double[] most, String style, String name) {
        StringBuilder path = new StringBuilder();
        for (int i = 0; i < travel.length; i++) {
            path.append(i == 0 ? "M " : " L ").append(x(travel[i])).append(' ').append(y(most[i]));
        }
        for (int i = travel.length - 1; i >= 0; i--) {
            path.append(" L ").append(x(travel[i])).append(' ').append(y(least[i]));
        }
        svg.path(path.append(" Z").toString(), style + "-between");
        return over(travel, most, style, name);
    }

    public DriveChart needed(boolean closedEnd, double value, String name) {
        double x = closedEnd ? LEFT : RIGHT;
        svg.circle(x, y(value), 6, "point")
                .text(closedEnd ? x + 12 : x - 12, y(value) + 5, name, "label", closedEnd ? "start" : "end");
        return this;
    }

    public String svg() {
        return svg.svg();
    }

    /** One, two or five times a power of ten, at least this. */
    private static double niceStep(double least) {
        double power = Math.pow(10, Math.floor(Math.log10(least)));
        double share = least / power;
        return power * (share <= 1 ? 1 : share <= 2 ? 2 : share <= 5 ? 5 : 10);
    }

    private static double x(double travel) {
        return LEFT + travel * (RIGHT - LEFT);
    }

    private double y(double value) {
        return BOTTOM - HEIGHT * Math.max(0, value) / most;
    }
}

package dev.wartung.core.drawing;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;

/** What drives a valve over its travel, from closed on the left to open on the right: spring with its scatter, air, and what the ends take. Forces or torques. */
public final class DriveChart {

    private static final double LEFT = 70;
    private static final double RIGHT = 400;
    private static final double BOTTOM = 350;
    private static final double HEIGHT = 310;

    private final Svg svg;
    private final double most;

    /** @param most the highest value shown, SI @param open what stands at the open end */
    public DriveChart(String title, Dimension dimension, double most, String open, UnitSystem units) {
        this.svg = new Svg(420, 420, "chart", title);
        this.most = most;
        svg.line(LEFT, BOTTOM, RIGHT, BOTTOM, "frame").line(LEFT, BOTTOM, LEFT, BOTTOM - HEIGHT, "frame");
        Unit unit = units.unit(dimension);
        for (int i = 0; i <= 4; i++) {
            double y = y(most * i / 4);
            svg.line(LEFT, y, RIGHT, y, "grid").text(LEFT - 8, y + 5, Quantity.rounded(new Quantity(most * i / 4, dimension).in(unit), 0), "label", "end");
        }
        svg.text(LEFT, 26, unit.symbol(), "label strong", "start").text(LEFT, BOTTOM + 22, "closed", "label", "start").text(RIGHT, BOTTOM + 22, "open, " + open, "label", "end")
                .text((LEFT + RIGHT) / 2, BOTTOM + 48, title, "label strong", "middle");
    }

    /** @param scatter share it may be off by either way */
    public DriveChart spring(double closed, double open, double scatter) {
        svg.path("M " + LEFT + " " + y(closed * (1 + scatter)) + " L " + RIGHT + " " + y(open * (1 + scatter)) + " L " + RIGHT + " " + y(open * (1 - scatter)) + " L " + LEFT + " "
                + y(closed * (1 - scatter)) + " Z", "scatter");
        svg.line(LEFT, y(closed), RIGHT, y(open), "fit").text((LEFT + RIGHT) / 2, y((closed + open) / 2) - 10, "spring", "label strong", "middle");
        return this;
    }

    /** @param style "set" for the usual air, "limit" for the lowest */
    public DriveChart air(double closed, double open, String style, String name) {
        svg.line(LEFT, y(closed), RIGHT, y(open), style).text(RIGHT - 6, y((closed + 3 * open) / 4) - 7, name, "label", "end");
        return this;
    }

    /** Something over the travel, from point to point: what it takes on the way. @param travel shares of the travel, 0 closed to 1 open */
    public DriveChart over(double[] travel, double[] values, String style, String name) {
        StringBuilder path = new StringBuilder();
        for (int i = 0; i < travel.length; i++) {
            path.append(i == 0 ? "M " : " L ").append(LEFT + travel[i] * (RIGHT - LEFT)).append(' ').append(y(values[i]));
        }
        svg.path(path.toString(), style).text(LEFT + 8, y(values[0]) - 8, name, "label", "start");
        return this;
    }

    public DriveChart needed(boolean closedEnd, double value, String name) {
        double x = closedEnd ? LEFT : RIGHT;
        svg.circle(x, y(value), 6, "point").text(closedEnd ? x + 12 : x - 12, y(value) + 5, name, "label", closedEnd ? "start" : "end");
        return this;
    }

    public String svg() {
        return svg.svg();
    }

    private double y(double value) {
        return BOTTOM - HEIGHT * Math.max(0, value) / most;
    }
}

package dev.wartung.core.proving;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.proving.ProvingSequence.Phase;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;

/**
 * The trace of a proving run: air and travel over time, and the signature, travel over air, against an earlier run's.
 */
public final class TraceChart {

    private static final double WIDTH = 640;
    private static final double HEIGHT = 300;
    private static final double LEFT = 56;
    private static final double RIGHT = WIDTH - 60;
    private static final double TOP = 34;
    private static final double BOTTOM = HEIGHT - 44;
    private static final double LEAST_S = 30;
    private static final double LEAST_PA = 1e5;

    /** What one counts time by; the smallest is taken that needs no more steps than there is room for. */
    private static final List<Integer> STEPS_S = List.of(5, 10, 15, 20, 30, 60, 120, 300, 600, 1200, 1800, 3600);

    private static final int MOST_STEPS = 7;

    private static final Set<Phase> SLOWLY = Set.of(Phase.RAMP, Phase.HOLD, Phase.LOWER);
    private static final Set<Phase> ON_THE_SEAT = Set.of(Phase.LINE, Phase.FILL, Phase.DECAY);

    private TraceChart() {}

    /** Air (left scale) and travel (right scale) over time. */
    public static String overTime(List<Sample> trace, UnitSystem units) {
        double start = trace.isEmpty() ? 0 : trace.get(0).seconds();
        double seconds = Math.max(
                LEAST_S, trace.isEmpty() ? 0 : trace.get(trace.size() - 1).seconds() - start);
        double most = niceMost(most(trace), units);
        Svg svg = frame("Air and travel over time", most, units);
        int step = STEPS_S.stream()
                .filter(s -> seconds <= MOST_STEPS * s)
                .findFirst()
                .orElse((int) Math.ceil(seconds / MOST_STEPS));
        for (int at = 0; at <= seconds; at += step) {
            svg.text(LEFT + (RIGHT - LEFT) * at / seconds, BOTTOM + 18, at + " s", "label", "middle");
        }
        for (int i = 0; i <= 4; i++) {
            svg.text(RIGHT + 8, y(i / 4.0) + 5, i * 25 + " %", "label", "start");
        }
        svg.text(RIGHT + 8, TOP - 14, "travel", "label strong", "start");
        path(
                svg,
                trace,
                s -> LEFT + (RIGHT - LEFT) * (s.seconds() - start) / seconds,
                s -> y(s.airPa() / most),
                "trace air");
        path(
                svg,
                trace,
                s -> LEFT + (RIGHT - LEFT) * (s.seconds() - start) / seconds,
                s -> y(s.travel()),
                "trace travel");
        path(
                svg,
                trace.stream()
                        .filter(s -> ON_THE_SEAT.contains(Phase.marked(s.mark())))
                        .toList(),
                s -> LEFT + (RIGHT - LEFT) * (s.seconds() - start) / seconds,
                s -> y(s.linePa() / most),
                "trace seat");
        svg.text(LEFT + 110, TOP - 14, "air", "label air", "start")
                .text(LEFT + 160, TOP - 14, "travel", "label travel", "start");
        if (trace.stream().anyMatch(s -> ON_THE_SEAT.contains(Phase.marked(s.mark())))) {
            svg.text(LEFT + 230, TOP - 14, "pressure on the seat", "label seat", "start");
        }
        return svg.svg();
    }

    /**
     * Travel over air while the air was raised slowly, and lowered so.
     *
     * @param own the earlier run's trace; empty without one
     */
    public static String signature(List<Sample> trace, List<Sample> own, UnitSystem units) {
        List<Sample> now = ramp(trace);
        List<Sample> before = ramp(own);
        double most = niceMost(Math.max(most(now), most(before)), units);
        Unit unit = units.unit(Dimension.PRESSURE);
        Svg svg = new Svg(WIDTH, HEIGHT, "chart", "Signature: travel over air");
        svg.line(LEFT, BOTTOM, RIGHT, BOTTOM, "frame").line(LEFT, BOTTOM, LEFT, TOP, "frame");
        for (int i = 0; i <= 4; i++) {
            svg.line(LEFT, y(i / 4.0), RIGHT, y(i / 4.0), "grid")
                    .text(LEFT - 8, y(i / 4.0) + 5, i * 25 + " %", "label", "end");
            svg.text(
                    LEFT + (RIGHT - LEFT) * i / 4,
                    BOTTOM + 18,
                    Quantity.rounded(
                            new Quantity(most * i / 4, Dimension.PRESSURE).in(unit), unit.decimals() == 0 ? 0 : 1),
                    "label",
                    "middle");
        }
        svg.text(LEFT, TOP - 14, "travel", "label strong", "start")
                .text(RIGHT, BOTTOM + 38, "air, " + unit.symbol(), "label strong", "end");
        if (!before.isEmpty()) {
            path(svg, before, s -> LEFT + (RIGHT - LEFT) * s.airPa() / most, s -> y(s.travel()), "trace own");
            svg.text(RIGHT, TOP - 14, "thin: its own earlier run", "label", "end");
        }
        path(svg, now, s -> LEFT + (RIGHT - LEFT) * s.airPa() / most, s -> y(s.travel()), "trace travel");
        return svg.svg();
    }

    private static List<Sample> ramp(List<Sample> trace) {
        return trace.stream()
                .filter(s -> SLOWLY.contains(Phase.marked(s.mark())))
                .toList();
    }

    private static double most(List<Sample> trace) {
        return Math.max(
                        LEAST_PA,
                        trace.stream()
                                .mapToDouble(s -> Math.max(s.airPa(), s.linePa()))
                                .max()
                                .orElse(0))
                * 1.08;
    }

    /** So that four even steps have round numbers. */
    private static double niceMost(double pascal, UnitSystem units) {
        Unit unit = units.unit(Dimension.PRESSURE);
        double step = new Quantity(pascal, Dimension.PRESSURE).in(unit) / 4;
        double power = Math.pow(10, Math.floor(Math.log10(step)));
        double share = Math.ceil(step / power * 2 - 1e-9) / 2;
        return Quantity.of(share * power * 4, unit).si();
    }

    private static Svg frame(String title, double most, UnitSystem units) {
        Unit unit = units.unit(Dimension.PRESSURE);
        Svg svg = new Svg(WIDTH, HEIGHT, "chart", title);
        svg.line(LEFT, BOTTOM, RIGHT, BOTTOM, "frame")
                .line(LEFT, BOTTOM, LEFT, TOP, "frame")
                .line(RIGHT, BOTTOM, RIGHT, TOP, "frame");
        for (int i = 0; i <= 4; i++) {
            svg.line(LEFT, y(i / 4.0), RIGHT, y(i / 4.0), "grid")
                    .text(
                            LEFT - 8,
                            y(i / 4.0) + 5,
                            Quantity.rounded(
                                    new Quantity(most * i / 4, Dimension.PRESSURE).in(unit),
                                    unit.decimals() == 0 ? 0 : 1),
                            "label",
                            "end");
        }
        return svg.text(LEFT, TOP - 14, "air, " + unit.symbol(), "label strong", "start");
    }

    private static double y(double share) {
        return BOTTOM - (BOTTOM - TOP) * Math.max(0, Math.min(1, share));
    }

    private static void path(
            Svg svg, List<Sample> samples, ToDoubleFunction<Sample> x, ToDoubleFunction<Sample> y, String style) {
        if (samples.size() < 2) {
            return;
        }
        StringBuilder path = new StringBuilder();
        for (Sample s : samples) {
            path.append(path.length() == 0 ? "M " : " L ")
                    .append(Math.round(x.applyAsDouble(s) * 10) / 10.0)
                    .append(' ')
                    .append(Math.round(y.applyAsDouble(s) * 10) / 10.0);
        }
        svg.path(path.toString(), style);
    }
}

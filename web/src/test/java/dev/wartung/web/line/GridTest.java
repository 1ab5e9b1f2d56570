package dev.wartung.web.line;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.line.LinePicture;
import dev.wartung.core.line.Pipe;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Pipes of a picture run clear of every sign they do not join: else a line reads as joined where it is not. */
class GridTest {

    private static final int SIGN = 10;
    private static final Pattern MOVE = Pattern.compile("([MHV])(-?\\d+)(?: (-?\\d+))?");

    private LineDrawing line = LineDrawing.EMPTY;
    private LineEnd last = LineEnd.of("");

    private LineEnd put(FittingKind kind) {
        String id = line.freeId();
        line = line.with(new Fitting(id, kind, id));
        return LineEnd.of(id);
    }

    private void then(LineEnd in, LineEnd out) {
        line = line.joined(last, in);
        last = out;
    }

    private void hang(FittingKind kind) {
        LineEnd branch = put(FittingKind.BRANCH);
        then(branch, branch);
        LineEnd hung = put(kind);
        line = line.joined(branch, hung);
    }

    /** A run of valves as plants have them, with drains, a third end here and there, and a cleaning supply. */
    private void made(SplittableRandom random) {
        last = put(FittingKind.TANK);
        for (int i = 0; i < 3 + random.nextInt(20); i++) {
            String valve = put(FittingKind.VALVE).fitting();
            then(new LineEnd(valve, "inlet"), new LineEnd(valve, "outlet"));
            switch (random.nextInt(5)) {
                case 0 -> hang(FittingKind.DRAIN);
                case 1 -> hang(FittingKind.VENT);
                case 2 -> {
                    LineEnd tank = put(FittingKind.TANK);
                    line = line.joined(new LineEnd(valve, "lower"), tank);
                }
                case 3 -> {
                    LineEnd branch = put(FittingKind.BRANCH);
                    then(branch, branch);
                    String hand = put(FittingKind.HAND_VALVE).fitting();
                    LineEnd supply = put(FittingKind.CLEANING);
                    line = line.joined(new LineEnd(hand, "outlet"), branch).joined(supply, new LineEnd(hand, "inlet"));
                }
                default -> {}
            }
        }
        LineEnd outlet = put(FittingKind.OUTLET);
        then(outlet, outlet);
    }

    @Test
    @DisplayName(
            "On two hundred made-up lines no pipe runs through a sign it does not join, and every pipe ends at its two")
    void clear() {
        List<String> through = new ArrayList<>();
        for (int seed = 0; seed < 200; seed++) {
            GridTest test = new GridTest();
            test.made(new SplittableRandom(seed));
            Grid grid = new Grid(LinePicture.of(test.line), seed % 2 == 0 ? Grid.WHOLE_PAGE : LineView.BESIDE_A_STEP);
            for (Pipe pipe : test.line.pipes()) {
                List<int[]> corners = corners(grid.path(pipe));
                assertThat(corners.get(0)).containsExactly(at(grid, pipe.from()));
                assertThat(corners.get(corners.size() - 1)).containsExactly(at(grid, pipe.to()));
                for (Fitting fitting : test.line.fittings()) {
                    if (!pipe.touches(fitting.id()) && meets(corners, at(grid, LineEnd.of(fitting.id())))) {
                        through.add(seed + ": " + pipe + " through " + fitting);
                    }
                }
            }
        }
        assertThat(through).isEmpty();
    }

    private static int[] at(Grid grid, LineEnd end) {
        return new int[] {grid.x(end.fitting()), grid.y(end.fitting())};
    }

    private static List<int[]> corners(String path) {
        List<int[]> corners = new ArrayList<>();
        int x = 0;
        int y = 0;
        Matcher move = MOVE.matcher(path);
        while (move.find()) {
            int value = Integer.parseInt(move.group(2));
            switch (move.group(1)) {
                case "M" -> {
                    x = value;
                    y = Integer.parseInt(move.group(3));
                }
                case "H" -> x = value;
                default -> y = value;
            }
            corners.add(new int[] {x, y});
        }
        return corners;
    }

    private static boolean meets(List<int[]> corners, int[] sign) {
        for (int i = 1; i < corners.size(); i++) {
            int[] a = corners.get(i - 1);
            int[] b = corners.get(i);
            if (Math.min(a[0], b[0]) < sign[0] + SIGN
                    && Math.max(a[0], b[0]) > sign[0] - SIGN
                    && Math.min(a[1], b[1]) < sign[1] + SIGN
                    && Math.max(a[1], b[1]) > sign[1] - SIGN) {
                return true;
            }
        }
        return false;
    }
}

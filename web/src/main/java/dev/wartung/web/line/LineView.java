package dev.wartung.web.line;

import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.Isolation;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.line.LinePicture;
import dev.wartung.core.line.Pipe;
import dev.wartung.core.line.Standing;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** A line as a picture: signs of fittings, and pipes between them. */
public record LineView(List<Sign> signs, List<Run> runs, int width, int height) {

    /**
     * A fitting.
     *
     * @param path  of its sign, round 0, 0
     * @param state of a valve: closed, open, or unsure; empty of anything else
     * @param role  opened, locked, or emptied; empty where nothing happens to it
     */
    public record Sign(Fitting fitting, String name, int x, int y, String path, String state, String role) {}

    /**
     * A pipe.
     *
     * @param at      its place in the drawing's list
     * @param emptied whether it lies between the locks
     */
    public record Run(int at, String path, boolean emptied) {}

    /** Signs beside one another where a step stands beside the picture. */
    static final int BESIDE_A_STEP = 5;

    static LineView of(
            LineDrawing line, Map<String, Standing> standings, Optional<Isolation> isolation, Set<String> opened) {
        return of(line, standings, isolation, opened, Grid.WHOLE_PAGE);
    }

    /**
     * The part of a line in which something is locked, in a narrow picture.
     *
     * @param opened tags of what is opened
     */
    static LineView around(LineDrawing line, Map<String, Standing> standings, Isolation isolation, Set<String> opened) {
        Set<String> ids = opened.stream()
                .flatMap(tag -> line.valve(tag).stream())
                .map(Fitting::id)
                .collect(Collectors.toSet());
        return of(isolation.around(line, ids), standings, Optional.of(isolation), opened, BESIDE_A_STEP);
    }

    private static LineView of(
            LineDrawing line,
            Map<String, Standing> standings,
            Optional<Isolation> isolation,
            Set<String> opened,
            int across) {
        Grid grid = new Grid(LinePicture.of(line), across);
        Set<String> locked = isolation.stream()
                .flatMap(i -> i.locks().stream())
                .map(l -> l.at().id())
                .collect(Collectors.toSet());
        Set<String> emptied = isolation.map(Isolation::emptied).orElse(Set.of());
        List<Sign> signs = line.fittings().stream()
                .map(f -> {
                    String role = opened.contains(f.name()) && f.kind() == FittingKind.VALVE
                            ? "opened"
                            : locked.contains(f.id()) ? "locked" : emptied.contains(f.id()) ? "emptied" : "";
                    Optional<Standing> standing = Optional.ofNullable(standings.get(f.id()));
                    return new Sign(
                            f,
                            LockList.named(f),
                            grid.x(f.id()),
                            grid.y(f.id()),
                            path(f, standing),
                            standing.map(LineView::state).orElse(""),
                            role);
                })
                .toList();
        List<Run> runs = IntStream.range(0, line.pipes().size())
                .mapToObj(i -> {
                    Pipe pipe = line.pipes().get(i);
                    return new Run(i, grid.path(pipe), has(emptied, pipe.from()) && has(emptied, pipe.to()));
                })
                .toList();
        return new LineView(signs, runs, grid.width(), grid.height());
    }

    private static boolean has(Set<String> emptied, LineEnd end) {
        return emptied.contains(end.toString());
    }

    private static String state(Standing standing) {
        if (standing.how() == Standing.How.NOTHING) {
            return "unsure";
        }
        return standing.joined().isEmpty() ? "closed" : "open";
    }

    /** Signs as flow sheets have them. */
    static String path(Fitting fitting, Optional<Standing> standing) {
        return switch (fitting.kind()) {
            case TANK -> "M-14-16h28v24a14 7 0 0 1-28 0z";
            case SUPPLY, OUTLET -> "M-15-8h18l12 8l-12 8h-18z";
            case STEAM -> "M-14-11h28v22h-28zM-8 5c4-3-3-5 1-9M0 5c4-3-3-5 1-9M8 5c4-3-3-5 1-9";
            case CLEANING -> "M0-16c8 10 11 13 11 18a11 11 0 0 1-22 0c0-5 3-8 11-18z";
            case GAS -> "M-12 8a7 7 0 0 1 3-13a9 9 0 0 1 17 2a6 6 0 0 1 3 11z";
            case PUMP -> "M13 0A13 13 0 1 1-13 0A13 13 0 1 1 13 0M-6-11L13 0L-6 11";
            case DRAIN -> "M0-12V4M-9 4h18l-9 11z";
            case VENT -> "M0 12V-4M-9-4h18l-9-11z";
            case BRANCH -> "M4 0A4 4 0 1 1-4 0A4 4 0 1 1 4 0";
            case JOINT -> "M-4-12V12M4-12V12";
            case HAND_VALVE -> "M-13-9L13 9V-9L-13 9ZM0 0V-14M-6-14H6";
            case VALVE -> "M-13-9L13 9V-9L-13 9Z"
                    + (standing.filter(s -> s.barriers() > 1).isPresent() ? "M-4-13V13M4-13V13" : "M0 0V-12");
        };
    }
}

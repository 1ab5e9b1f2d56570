package dev.wartung.web.line;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LinePicture;
import dev.wartung.core.line.LinePicture.Spot;
import dev.wartung.core.line.Pipe;
import dev.wartung.web.valve.LinesMap;
import dev.wartung.web.valve.LinesMap.Mark;
import dev.wartung.web.valve.Valve;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * The plant: every line from where product comes to where it goes, with its vessels, pumps and branches and each valve
 * at its place. A line that nobody has drawn is a row of its valves.
 *
 * @param areas  in the order of the plant
 * @param width  of the picture, pixels
 * @param height the same
 */
public record PlantMap(List<Area> areas, int width, int height) {

    /** Where things stand is worked out when a line is drawn otherwise, not with every look at the map. */
    private static final LoadingCache<LineDrawing, LinePicture> PICTURES =
            Caffeine.newBuilder().maximumSize(200).build(LinePicture::of);

    private static final int EDGE = 14;
    private static final int GAP = 12;
    private static final int TITLE = 24;
    private static final int ROW = 42;
    /** Above the middle of the uppermost row, and below that of the lowest, with what is written there. */
    private static final int ABOVE = 18;

    private static final int BELOW = 46;

    private static final int VALVE = 58;
    private static final int VESSEL = 96;
    private static final int SMALL = 34;
    private static final int PLAIN = 20;

    /** An area of the plant: a band of lines. */
    public record Area(String name, int y, int height, List<Row> lines) {}

    /**
     * A line.
     *
     * @param id    of its drawing; empty where nobody has drawn it
     * @param y     of its name
     * @param pipes as SVG paths
     */
    public record Row(String name, Optional<Long> id, int y, List<String> pipes, List<Sign> signs, List<Mark> valves) {}

    /**
     * What stands in a line besides valves on record.
     *
     * @param path  of its sign, round 0, 0
     * @param name  written below it; empty where there is no room or none
     * @param words what it is, with its name
     * @param also  other lines that it stands in, too
     */
    public record Sign(FittingKind kind, String path, String name, String words, List<Other> also, int x, int y) {}

    /** Another line with the same vessel. */
    public record Other(String line, long id) {}

    /**
     * The plant as it is drawn.
     *
     * @param valves in the order they are shown in
     * @param drawn  the lines that are drawn
     */
    static PlantMap of(List<Valve> valves, List<DrawnLine> drawn, LocalDate today) {
        Map<String, Valve> byTag = valves.stream().collect(Collectors.toMap(Valve::tag, v -> v, (a, b) -> a));
        Map<String, List<Other>> vessels = vessels(drawn);
        Map<String, Map<String, List<Valve>>> lines = new LinkedHashMap<>();
        valves.forEach(v -> lines.computeIfAbsent(v.area(), a -> new LinkedHashMap<>())
                .computeIfAbsent(v.line(), l -> new ArrayList<>())
                .add(v));
        List<Area> areas = new ArrayList<>();
        int y = GAP;
        int widest = 0;
        for (Map.Entry<String, Map<String, List<Valve>>> area : lines.entrySet()) {
            int top = y;
            y += TITLE;
            List<Row> rows = new ArrayList<>();
            for (Map.Entry<String, List<Valve>> line : area.getValue().entrySet()) {
                Optional<DrawnLine> as = drawn.stream()
                        .filter(d -> d.area().equals(area.getKey()) && d.line().equals(line.getKey()))
                        .findFirst();
                RowMaking making = new RowMaking(y, byTag, vessels, today);
                as.ifPresent(making::draw);
                making.append(line.getValue());
                rows.add(
                        new Row(line.getKey(), as.map(DrawnLine::id), y + 4, making.pipes, making.signs, making.marks));
                widest = Math.max(widest, making.right);
                y = making.bottom;
            }
            areas.add(new Area(area.getKey(), top, y - top, rows));
            y += GAP;
        }
        return new PlantMap(areas, widest + EDGE, y);
    }

    /** By the name of a vessel, the lines it stands in. */
    private static Map<String, List<Other>> vessels(List<DrawnLine> drawn) {
        Map<String, List<Other>> vessels = new LinkedHashMap<>();
        drawn.forEach(d -> d.drawing().fittings().stream()
                .filter(f -> isVessel(f.kind()) && !f.name().isEmpty())
                .map(Fitting::name)
                .distinct()
                .forEach(name ->
                        vessels.computeIfAbsent(name, n -> new ArrayList<>()).add(new Other(d.line(), d.id()))));
        return vessels;
    }

    private static boolean isVessel(FittingKind kind) {
        return kind == FittingKind.TANK || kind == FittingKind.SUPPLY || kind == FittingKind.OUTLET;
    }

    /** One line as it is placed. */
    private static final class RowMaking {

        private final Map<String, Valve> valves;
        private final Map<String, List<Other>> vessels;
        private final LocalDate today;
        private final List<String> pipes = new ArrayList<>();
        private final List<Sign> signs = new ArrayList<>();
        private final List<Mark> marks = new ArrayList<>();
        /** The middle of the line's longest way. */
        private int main;

        private int right = EDGE;
        private int bottom;

        RowMaking(int top, Map<String, Valve> valves, Map<String, List<Other>> vessels, LocalDate today) {
            this.valves = valves;
            this.vessels = vessels;
            this.today = today;
            this.main = top + ABOVE + TITLE / 2;
            this.bottom = main + BELOW;
        }

        void draw(DrawnLine drawn) {
            LineDrawing line = drawn.drawing();
            LinePicture picture = PICTURES.get(line);
            int uppermost =
                    picture.spots().values().stream().mapToInt(Spot::row).min().orElse(0);
            int lowest =
                    picture.spots().values().stream().mapToInt(Spot::row).max().orElse(0);
            int first = main;
            main = first + ROW * (picture.main() - uppermost);
            bottom = first + ROW * (lowest - uppermost) + BELOW;
            int[] columns = columns(line, picture);
            Map<String, int[]> at = new LinkedHashMap<>();
            int[] nowhere = {EDGE, main};
            for (Fitting fitting : line.fittings()) {
                Spot spot = picture.spots().getOrDefault(fitting.id(), new Spot(0, picture.main()));
                at.put(fitting.id(), new int[] {columns[spot.column()], first + ROW * (spot.row() - uppermost)});
            }
            for (Pipe pipe : line.pipes()) {
                pipes.add(path(
                        at.getOrDefault(pipe.from().fitting(), nowhere),
                        at.getOrDefault(pipe.to().fitting(), nowhere)));
            }
            for (Fitting fitting : line.fittings()) {
                int[] place = at.getOrDefault(fitting.id(), nowhere);
                Optional<Valve> valve = Optional.of(fitting)
                        .filter(f -> f.kind() == FittingKind.VALVE)
                        .map(f -> valves.get(f.name()));
                valve.ifPresentOrElse(
                        v -> marks.add(LinesMap.mark(v, place[0], place[1], today)),
                        () -> signs.add(sign(fitting, place, drawn.id())));
            }
        }

        /** The middle of each column: as wide as what stands in it. */
        private int[] columns(LineDrawing line, LinePicture picture) {
            int[] wide = new int[Math.max(1, picture.columns())];
            for (Fitting fitting : line.fittings()) {
                int column = picture.spots()
                        .getOrDefault(fitting.id(), new Spot(0, 0))
                        .column();
                wide[column] = Math.max(wide[column], width(fitting));
            }
            int[] middles = new int[wide.length];
            for (int i = 0; i < wide.length; i++) {
                middles[i] = right + wide[i] / 2;
                right += wide[i];
            }
            return middles;
        }

        private static int width(Fitting fitting) {
            return switch (fitting.kind()) {
                case VALVE -> VALVE;
                case TANK, SUPPLY, OUTLET -> VESSEL;
                case BRANCH, JOINT -> PLAIN;
                default -> SMALL;
            };
        }

        private Sign sign(Fitting fitting, int[] at, long line) {
            String words = fitting.kind().words() + (fitting.name().isEmpty() ? "" : " " + fitting.name());
            boolean vessel = isVessel(fitting.kind());
            return new Sign(
                    fitting.kind(),
                    LineView.path(fitting, Optional.empty()),
                    vessel ? fitting.name() : "",
                    words,
                    vessel
                            ? vessels.getOrDefault(fitting.name(), List.of()).stream()
                                    .filter(other -> other.id() != line)
                                    .toList()
                            : List.of(),
                    at[0],
                    at[1]);
        }

        /** Along the longest way straight; a branch leaves upright beside what it leaves. */
        private String path(int[] from, int[] to) {
            String begin = "M" + from[0] + " " + from[1];
            if (from[1] == to[1]) {
                return begin + "H" + to[0];
            }
            return from[1] == main ? begin + "V" + to[1] + "H" + to[0] : begin + "H" + to[0] + "V" + to[1];
        }

        /** What the register has in the line and no drawing does: behind it, in a row. */
        void append(List<Valve> all) {
            TreeSet<String> there = marks.stream().map(Mark::tag).collect(Collectors.toCollection(TreeSet::new));
            List<Valve> left =
                    all.stream().filter(v -> !there.contains(v.tag())).toList();
            if (!left.isEmpty()) {
                int from = right;
                for (Valve valve : left) {
                    marks.add(LinesMap.mark(valve, right + VALVE / 2, main, today));
                    right += VALVE;
                }
                // nobody has said how they are joined
                if (signs.isEmpty()) {
                    pipes.add("M" + from + " " + main + "H" + right);
                }
            }
        }
    }
}

package dev.wartung.web.valve;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The site's lines and isolation groups drawn as bands of pipe, each valve at its place.
 *
 * @param areas  the areas with their lines, in the order of the register
 * @param width  of the drawing
 * @param height of the drawing
 */
public record LinesMap(List<Area> areas, int width, int height) {

    private static final int LEFT = 190;
    private static final int STEP = 64;
    private static final int ROW = 49;
    private static final int GAP = 10;
    private static final int DUE_DAYS = 14;

    /** An area of the site: a band of lines. */
    public record Area(String name, int y, int height, List<Line> lines) {}

    /** A line that is isolated as one. */
    public record Line(String name, int y, int right, List<Mark> marks) {}

    /** A valve at its place; its state decides shape and colour. */
    public record Mark(String tag, String service, int x, int y, State state) {

        /** What it is, for whoever hears it or points at it. */
        public String says() {
            return tag + ", " + service + ", " + state.words();
        }

        /** Its place, as SVG puts it. */
        public String at() {
            return "translate(" + x + " " + y + ")";
        }

        /** Where its sign is drawn. */
        public String sign() {
            return "/img/map.svg#" + state.style();
        }
    }

    /** What a valve's sign on the map says. */
    public enum State {
        IN_SERVICE("in service"),
        DUE("due within two weeks, or overdue"),
        ON_BENCH("on the bench"),
        BLOCKED("blocked: out of service"),
        RETIRED("retired");

        private final String words;

        State(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /** The name used in styles and shapes. */
        public String style() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    /** @param valves ordered by area, line and place */
    public static LinesMap of(List<Valve> valves, LocalDate today) {
        List<Area> areas = new ArrayList<>();
        int y = GAP;
        int widest = LEFT;
        for (int i = 0; i < valves.size(); ) {
            String area = valves.get(i).area();
            int top = y;
            List<Line> lines = new ArrayList<>();
            while (i < valves.size() && valves.get(i).area().equals(area)) {
                String line = valves.get(i).line();
                List<Mark> marks = new ArrayList<>();
                while (i < valves.size()
                        && valves.get(i).area().equals(area)
                        && valves.get(i).line().equals(line)) {
                    Valve valve = valves.get(i++);
                    marks.add(mark(valve, LEFT + 40 + STEP * marks.size(), y + 18, today));
                }
                lines.add(new Line(line, y + 18, LEFT + STEP * marks.size() + 20, marks));
                widest = Math.max(widest, LEFT + STEP * marks.size() + 30);
                y += ROW;
            }
            areas.add(new Area(area, top, y - top, lines));
            y += GAP;
        }
        return new LinesMap(areas, widest, y);
    }

    /** A valve's mark at a place of a map. */
    public static Mark mark(Valve valve, int x, int y, LocalDate today) {
        return new Mark(valve.tag(), valve.service(), x, y, state(valve, today));
    }

    private static State state(Valve valve, LocalDate today) {
        return switch (valve.state()) {
            case OUT_OF_SERVICE -> State.BLOCKED;
            case ON_BENCH -> State.ON_BENCH;
            case RETIRED, DECOMMISSIONED -> State.RETIRED;
            case IN_SERVICE -> valve.nextDue()
                            .filter(d -> d.isBefore(today.plusDays(DUE_DAYS)))
                            .isPresent()
                    ? State.DUE
                    : State.IN_SERVICE;
        };
    }
}

package dev.wartung.web.shutdown;

import dev.wartung.core.message.Days;
import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.Plan.Stint;
import dev.wartung.scheduling.Shutdown;
import dev.wartung.scheduling.Shutdown.Pin;
import dev.wartung.scheduling.Shutdown.Technician;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A plan drawn: a row for each person, with their shifts behind their work, and one for each line that goes down. All
 * in the units of the picture, which is 1200 wide.
 *
 * @param rows    people
 * @param lines   lines
 * @param ticks   hours
 * @param nowX    where now is; negative outside the window
 * @param perMinute width of a minute
 */
public record PlanChart(
        List<Row> rows, List<Row> lines, List<Tick> ticks, double height, double nowX, double perMinute) {

    public static final double WIDTH = 1200;
    static final double LEFT = 170;
    private static final double TOP = 40;
    private static final double ROW = 46;
    private static final double LINE = 28;
    private static final double CHARACTER = 8.6;

    /** @param key of a person their user name */
    public record Row(String key, String name, double y, double height, List<Band> bands, List<Bar> bars) {}

    /** Time somebody is there. */
    public record Band(double x, double width, boolean overtime) {}

    /**
     * A piece of work.
     *
     * @param kind   work, second, tighten, look, or down for a line
     * @param start  minutes from the beginning
     * @param label  lines of text in it
     * @param says   for whoever cannot see it
     */
    public record Bar(
            String job,
            String kind,
            double x,
            double y,
            double width,
            double height,
            int start,
            List<String> label,
            boolean pinned,
            boolean running,
            String says) {}

    public record Tick(double x, String hour, String day) {}

    static PlanChart of(Problem problem, Plan plan, List<Pin> pins, Setup setup, Instant begins, ZoneId zone) {
        Shutdown shutdown = problem.shutdown();
        double perMinute = (WIDTH - LEFT - 10) / shutdown.minutes();
        Set<String> pinned = pins.stream().map(Pin::job).collect(Collectors.toSet());
        List<Row> rows = new ArrayList<>();
        double y = TOP;
        for (Technician t : shutdown.technicians()) {
            List<Band> bands = t.shifts().stream()
                    .map(s -> new Band(x(s.from(), perMinute), (s.to() - s.from()) * perMinute, s.overtime()))
                    .toList();
            List<Bar> bars = new ArrayList<>();
            for (Plan.Placed p : plan.jobs()) {
                boolean running =
                        problem.candidate(p.job()).flatMap(c -> c.started()).isPresent();
                add(
                        bars,
                        p.job(),
                        "work",
                        Optional.of(p.work()),
                        t,
                        y,
                        perMinute,
                        pinned.contains(p.job()),
                        running,
                        begins,
                        zone);
                add(bars, p.job(), "second", p.second(), t, y, perMinute, false, false, begins, zone);
                add(bars, p.job(), "tighten", p.retighten(), t, y, perMinute, false, false, begins, zone);
                add(bars, p.job(), "look", p.recheck(), t, y, perMinute, false, false, begins, zone);
            }
            rows.add(new Row(t.name(), setup.nameOf(t.name()), y, ROW, bands, bars));
            y += ROW;
        }
        y += 22;
        List<Row> lines = new ArrayList<>();
        for (Plan.Down down : plan.downs()) {
            Shutdown.Line line = shutdown.lines().get(down.line());
            double width = (down.back() - down.from()) * perMinute;
            lines.add(new Row(
                    "",
                    line.name(),
                    y,
                    LINE,
                    List.of(),
                    List.of(new Bar(
                            "",
                            "down",
                            x(down.from(), perMinute),
                            y + 4,
                            width,
                            LINE - 8,
                            down.from(),
                            List.of("back " + at(begins, down.back(), zone)),
                            false,
                            false,
                            line.name() + " down from " + at(begins, down.from(), zone) + ", back at "
                                    + at(begins, down.back(), zone)))));
            y += LINE;
        }
        double nowX = shutdown.now() > 0 && shutdown.now() < shutdown.minutes() ? x(shutdown.now(), perMinute) : -1;
        return new PlanChart(
                List.copyOf(rows),
                List.copyOf(lines),
                ticks(shutdown, begins, zone, perMinute),
                y + 8,
                nowX,
                perMinute);
    }

    private static void add(
            List<Bar> bars,
            String job,
            String kind,
            Optional<Stint> stint,
            Technician t,
            double y,
            double perMinute,
            boolean pinned,
            boolean running,
            Instant begins,
            ZoneId zone) {
        stint.filter(s -> s.technician().equals(t.name())).ifPresent(s -> {
            boolean work = kind.equals("work");
            String tag = job.substring(0, job.lastIndexOf(" #"));
            String what = work
                    ? "work"
                    : kind.equals("second")
                            ? "agrees as second person"
                            : kind.equals("tighten") ? "tightens again" : "looks once the line is back";
            bars.add(new Bar(
                    job,
                    kind,
                    x(s.start(), perMinute),
                    y + (work ? 5 : 9),
                    Math.max(5, (s.end() - s.start()) * perMinute),
                    ROW - (work ? 10 : 18),
                    s.start(),
                    work ? label(tag, (s.end() - s.start()) * perMinute) : List.of(),
                    pinned,
                    running,
                    tag + ", " + what + " from " + at(begins, s.start(), zone) + " to " + at(begins, s.end(), zone)
                            + (pinned ? ", pinned" : "")));
        });
    }

    /** The tag in one line, or broken at its dash, or nothing where it does not go in. */
    private static List<String> label(String tag, double width) {
        int dash = tag.indexOf('-');
        if (width > CHARACTER * tag.length()) {
            return List.of(tag);
        }
        boolean broken = dash > 0 && width > CHARACTER * Math.max(dash + 1, tag.length() - dash - 1);
        return broken ? List.of(tag.substring(0, dash + 1), tag.substring(dash + 1)) : List.of();
    }

    private static final int DAY_MIN = 24 * 60;

    static List<Tick> ticks(Shutdown shutdown, Instant begins, ZoneId zone, double perMinute) {
        List<Tick> ticks = new ArrayList<>();
        int step = shutdown.minutes() <= 12 * 60
                ? 60
                : shutdown.minutes() <= 48 * 60 ? 180 : shutdown.minutes() <= 96 * 60 ? 360 : 1440;
        int last = -1;
        // hour by hour of the plant's days: where clocks are changed, a day has one more or one less
        for (LocalDate day = begins.atZone(zone).toLocalDate(); last <= shutdown.minutes(); day = day.plusDays(1)) {
            for (int minute = 0; minute < DAY_MIN && last <= shutdown.minutes(); minute += step) {
                ZonedDateTime at = day.atTime(minute / 60, minute % 60).atZone(zone);
                int m = (int) Duration.between(begins, at).toMinutes();
                if (m >= 0 && m <= shutdown.minutes() && m > last) {
                    ticks.add(new Tick(
                            x(m, perMinute),
                            Days.hour(at.toLocalTime()),
                            ticks.isEmpty() || minute == 0 ? Days.dayOfWeek(at.toLocalDate()) : ""));
                }
                last = Math.max(last, m);
            }
        }
        return ticks;
    }

    private static String at(Instant begins, int minutes, ZoneId zone) {
        return Days.hour(begins.atZone(zone).plusMinutes(minutes).toLocalTime());
    }

    private static double x(int minute, double perMinute) {
        return LEFT + minute * perMinute;
    }
}

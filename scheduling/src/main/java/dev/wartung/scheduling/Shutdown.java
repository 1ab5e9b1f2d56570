package dev.wartung.scheduling;

import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A shutdown to be planned. Times are whole minutes from the beginning of the window.
 *
 * @param minutes     length of the window, above 0
 * @param now         before it nothing new begins; 0 while the window is still to come
 * @param linesDown   how many lines may be down at once, 1 or more
 * @param lines       the isolation groups: what is drained and given back as one
 * @param technicians who is there
 * @param tools       tools of which there are few, by name, with how many there are
 * @param jobs        candidates
 * @param pins        what is settled already
 */
public record Shutdown(
        int minutes,
        int now,
        int linesDown,
        List<Line> lines,
        List<Technician> technicians,
        Map<String, Integer> tools,
        List<Job> jobs,
        List<Pin> pins,
        Weights weights) {

    /**
     * A line that is taken down as one.
     *
     * @param drain   minutes to empty, vent and lock it before the first job
     * @param restore minutes to clean or steam it after the last one
     */
    public record Line(String name, int drain, int restore) {}

    /**
     * Time at work.
     *
     * @param overtime beyond the usual shift
     */
    public record Shift(int from, int to, boolean overtime) {}

    /**
     * Somebody who works.
     *
     * @param skills what they may do
     * @param shifts in their order, not overlapping
     */
    public record Technician(String name, Set<String> skills, List<Shift> shifts) {}

    /**
     * A job that might be done.
     *
     * @param line       index of its line; negative: in the workshop, with no line down for it
     * @param risk       what is taken away by doing it, in points, 0 or more
     * @param minutes    of work, above 0
     * @param skills     whoever does it has all of these
     * @param tools      needed all the time
     * @param second     minutes at its end for which a second person is needed; 0 for none
     * @param kitAt      when its parts are here; 0 or before: they are
     * @param after      minutes between its end and the re-tightening, once what was bolted has settled
     * @param retighten  minutes of re-tightening, before the line comes back; 0 for none
     * @param recheck    minutes of looks once the line is back; 0 for none, and in the workshop
     */
    public record Job(
            String id,
            int line,
            int risk,
            int minutes,
            Set<String> skills,
            Set<String> tools,
            int second,
            int kitAt,
            int after,
            int retighten,
            int recheck) {

        public boolean inWorkshop() {
            return line < 0;
        }
    }

    /** What is settled: a job begins then, with that technician. It may lie in the past, for what is running. */
    public record Pin(String job, int start, String technician) {}

    /**
     * What counts how much.
     *
     * @param risk     a point of risk left in the plant
     * @param back     an hour for which a line is not back yet, counted from the beginning of the window
     * @param overtime an hour of overtime
     */
    public record Weights(double risk, double back, double overtime) {}

    /** The skill of agreeing as a second person. */
    public static final String SECOND = "second person";

    public Shutdown {
        if (minutes <= 0
                || linesDown < 1
                || jobs.stream()
                        .anyMatch(j -> j.minutes() <= 0
                                || j.line() >= lines.size()
                                || j.second() > j.minutes()
                                || (j.inWorkshop() && j.recheck() > 0))) {
            throw new IllegalArgumentException(
                    "a window, a line that may be down, and jobs that take time on lines that there are");
        }
    }

    /** The same with other pins. */
    public Shutdown with(List<Pin> others) {
        return new Shutdown(minutes, now, linesDown, lines, technicians, tools, jobs, List.copyOf(others), weights);
    }
}

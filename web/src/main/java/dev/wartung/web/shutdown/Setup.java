package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Shutdown;
import dev.wartung.scheduling.Shutdown.Shift;
import dev.wartung.scheduling.Shutdown.Technician;
import dev.wartung.scheduling.Shutdown.Weights;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * How a shutdown is to be planned.
 *
 * @param linesDown lines that may be down at once
 * @param drain     minutes to empty, vent and lock a line before the first job on it
 * @param restore   minutes to clean or steam it after the last one
 * @param seconds   time for planning
 * @param people    everybody who might work in it
 * @param tools     special tools, each with how many there are
 * @param left      numbers of jobs that are not to be planned
 * @param risks     points of risk by job, where a planner says otherwise than is worked out
 */
public record Setup(
        int linesDown,
        int drain,
        int restore,
        int seconds,
        Weights weights,
        List<Person> people,
        Map<String, Integer> tools,
        Set<Integer> left,
        Map<Integer, Integer> risks) {

    /** Skill of reconfiguring an actuator. */
    static final String CHANGES = "changes of fail position";

    /**
     * Somebody who might work in it.
     *
     * @param there    whether they do
     * @param from     beginning of their shift, every day
     * @param to       its end; before {@code from}: the next day
     * @param overtime hours they may stay after it
     * @param changes  whether they may reconfigure actuators
     * @param second   whether they may agree as a second person
     */
    public record Person(
            String username,
            String name,
            boolean there,
            LocalTime from,
            LocalTime to,
            int overtime,
            boolean changes,
            boolean second) {

        Technician technician(ZonedDateTime begins, int minutes) {
            Set<String> skills = new HashSet<>();
            if (changes) {
                skills.add(CHANGES);
            }
            if (second) {
                skills.add(Shutdown.SECOND);
            }
            List<Shift> shifts = new ArrayList<>();
            ZonedDateTime end = begins.plusMinutes(minutes);
            for (ZonedDateTime day = begins.toLocalDate().minusDays(1).atStartOfDay(begins.getZone());
                    day.isBefore(end);
                    day = day.plusDays(1)) {
                ZonedDateTime starts = day.with(from);
                ZonedDateTime ends =
                        to.isAfter(from) ? day.with(to) : day.plusDays(1).with(to);
                add(shifts, begins, minutes, starts, ends, false);
                add(shifts, begins, minutes, ends, ends.plusHours(overtime), true);
            }
            return new Technician(username, skills, shifts);
        }

        private static void add(
                List<Shift> shifts,
                ZonedDateTime begins,
                int minutes,
                ZonedDateTime from,
                ZonedDateTime to,
                boolean overtime) {
            int start = Math.max(0, (int) Duration.between(begins, from).toMinutes());
            int end = Math.min(minutes, (int) Duration.between(begins, to).toMinutes());
            if (end > start) {
                shifts.add(new Shift(start, end, overtime));
            }
        }
    }

    List<Technician> technicians(ShutdownWindow window, ZoneId zone) {
        return people.stream()
                .filter(Person::there)
                .map(p -> p.technician(window.begins().atZone(zone), window.minutes()))
                .toList();
    }

    public String nameOf(String username) {
        return people.stream()
                .filter(p -> p.username().equals(username))
                .map(Person::name)
                .findFirst()
                .orElse(username);
    }
}

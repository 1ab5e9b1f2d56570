package dev.wartung.scheduling;

import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Pin;
import dev.wartung.scheduling.Shutdown.Technician;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What is settled but cannot be: each pin against the window, its people, tools and parts, and pins against each other.
 */
public final class PinConflicts {

    private PinConflicts() {}

    /** In sentences, with both sides named; empty where the pins can stand. */
    public static List<String> of(Shutdown shutdown) {
        List<String> conflicts = new ArrayList<>();
        Map<Pin, Job> pinned = new HashMap<>();
        for (Pin pin : shutdown.pins()) {
            Optional<Job> job = shutdown.jobs().stream()
                    .filter(j -> j.id().equals(pin.job()))
                    .findFirst();
            if (job.isEmpty()) {
                conflicts.add(pin.job() + " is pinned but is no candidate.");
            } else {
                pinned.put(pin, job.get());
                alone(shutdown, pin, job.get(), conflicts);
            }
        }
        List<Pin> pins = shutdown.pins().stream().filter(pinned::containsKey).toList();
        for (int i = 0; i < pins.size(); i++) {
            for (int k = i + 1; k < pins.size(); k++) {
                together(
                        shutdown,
                        pins.get(i),
                        Objects.requireNonNull(pinned.get(pins.get(i))),
                        pins.get(k),
                        Objects.requireNonNull(pinned.get(pins.get(k))),
                        conflicts);
            }
        }
        lines(shutdown, pins, pinned, conflicts);
        return conflicts;
    }

    private static void alone(Shutdown shutdown, Pin pin, Job job, List<String> conflicts) {
        Optional<Technician> who = shutdown.technicians().stream()
                .filter(t -> t.name().equals(pin.technician()))
                .findFirst();
        boolean running = pin.start() < shutdown.now();
        if (who.isEmpty()) {
            conflicts.add(job.id() + " is pinned to " + pin.technician() + ", who is not there.");
        } else if (!who.get().skills().containsAll(job.skills())) {
            conflicts.add(job.id() + " is pinned to " + pin.technician() + ", who may not do it ("
                    + job.skills().stream().sorted().collect(Collectors.joining(", ")) + ").");
        } else if (!running
                && who.get().shifts().stream()
                        .noneMatch(s -> s.from() <= pin.start() && pin.start() + job.minutes() <= s.to())) {
            conflicts.add(job.id() + " is pinned to " + clock(pin.start()) + " for " + WhyNot.duration(job.minutes())
                    + "; " + pin.technician() + " is not there for all of it.");
        }
        job.tools().stream()
                .filter(t -> shutdown.tools().getOrDefault(t, 1) < 1)
                .forEach(t -> conflicts.add(job.id() + " is pinned, and there is no " + t + " in this window."));
        if (!running && pin.start() < job.kitAt()) {
            conflicts.add(job.id() + " is pinned to " + clock(pin.start()) + ", and its parts come at "
                    + clock(job.kitAt()) + ".");
        }
        if (!running
                && !job.inWorkshop()
                && pin.start() < shutdown.lines().get(job.line()).drain()) {
            conflicts.add(job.id() + " is pinned to " + clock(pin.start()) + "; draining "
                    + shutdown.lines().get(job.line()).name() + " takes until "
                    + clock(shutdown.lines().get(job.line()).drain()) + ".");
        }
        int settled = job.retighten() > 0 ? job.after() + job.retighten() : 0;
        int end = pin.start()
                + job.minutes()
                + settled
                + (job.inWorkshop() ? 0 : shutdown.lines().get(job.line()).restore())
                + job.recheck();
        if (end > shutdown.minutes()) {
            conflicts.add(job.id() + " is pinned to " + clock(pin.start()) + "; with all that follows it would end at "
                    + clock(end) + ", after the window.");
        }
    }

    private static void together(Shutdown shutdown, Pin a, Job first, Pin b, Job second, List<String> conflicts) {
        boolean overlap = a.start() < b.start() + second.minutes() && b.start() < a.start() + first.minutes();
        if (!overlap) {
            return;
        }
        String both = first.id() + " and " + second.id() + " are pinned to the same time";
        if (a.technician().equals(b.technician())) {
            conflicts.add(both + " and to " + a.technician() + ".");
        }
        first.tools().stream()
                .filter(second.tools()::contains)
                .filter(t -> shutdown.tools().getOrDefault(t, Integer.MAX_VALUE) < 2)
                .forEach(t -> conflicts.add(both + ", and there is one " + t + "."));
    }

    /** Lines that would be down at once, more than may be. */
    private static void lines(Shutdown shutdown, List<Pin> pins, Map<Pin, Job> pinned, List<String> conflicts) {
        for (Pin at : pins) {
            Map<Integer, String> down = new HashMap<>();
            for (Pin other : pins) {
                Job job = pinned.get(other);
                if (job != null && !job.inWorkshop()) {
                    Shutdown.Line line = shutdown.lines().get(job.line());
                    if (other.start() - line.drain() <= at.start()
                            && at.start() < other.start() + job.minutes() + line.restore()) {
                        down.put(job.line(), line.name());
                    }
                }
            }
            if (down.size() > shutdown.linesDown()) {
                String conflict = "At " + clock(at.start()) + " the pins have "
                        + down.values().stream().sorted().collect(Collectors.joining(", ")) + " down; "
                        + shutdown.linesDown() + " may be.";
                if (!conflicts.contains(conflict)) {
                    conflicts.add(conflict);
                }
            }
        }
    }

    /** Hours and minutes into the window. */
    private static String clock(int minutes) {
        return String.format(Locale.ROOT, "%d:%02d", Math.floorDiv(minutes, 60), Math.floorMod(minutes, 60));
    }
}

package dev.wartung.scheduling;

import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Pin;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Who and what there is for a shutdown, by number, with what each is taken for; and when those a job needs are free
 * together. Not thread-safe.
 */
final class Resources {

    final Diary[] people;
    /** By tool, then by piece of it. */
    final Diary[][] tools;

    final int[] lineOf;
    /** Who may do a job: those with the fewest other skills first. */
    final int[][] skilled;

    final int[][] toolsOf;
    final int[] seconds;
    /** When a job was pinned to; {@link Diary#NEVER} where it was not. */
    final int[] pinned;

    final int[] pinnedTo;
    private final Shutdown shutdown;

    Resources(Shutdown shutdown) {
        this.shutdown = shutdown;
        int jobs = shutdown.jobs().size();
        people = shutdown.technicians().stream().map(t -> new Diary(t.shifts())).toArray(Diary[]::new);
        List<String> names = List.copyOf(shutdown.tools().keySet());
        tools = names.stream()
                .map(n -> IntStream.range(0, shutdown.tools().getOrDefault(n, 0))
                        .mapToObj(i -> Diary.always(shutdown.minutes()))
                        .toArray(Diary[]::new))
                .toArray(Diary[][]::new);
        lineOf = shutdown.jobs().stream().mapToInt(Job::line).toArray();
        skilled = shutdown.jobs().stream().map(j -> indices(j.skills())).toArray(int[][]::new);
        toolsOf = shutdown.jobs().stream()
                .map(j -> j.tools().stream()
                        .mapToInt(names::indexOf)
                        .filter(i -> i >= 0)
                        .toArray())
                .toArray(int[][]::new);
        seconds = indices(Set.of(Shutdown.SECOND));
        pinned = new int[jobs];
        pinnedTo = new int[jobs];
        Arrays.fill(pinned, Diary.NEVER);
        Map<String, Integer> byId = new HashMap<>();
        for (int j = 0; j < jobs; j++) {
            byId.put(shutdown.jobs().get(j).id(), j);
        }
        for (Pin pin : shutdown.pins()) {
            Integer j = byId.get(pin.job());
            int t = technician(pin.technician());
            if (j != null && t >= 0) {
                pinned[j] = pin.start();
                pinnedTo[j] = t;
            }
        }
    }

    void clear() {
        for (Diary person : people) {
            person.clear();
        }
        for (Diary[] pieces : tools) {
            for (Diary piece : pieces) {
                piece.clear();
            }
        }
    }

    int technician(String name) {
        for (int t = 0; t < shutdown.technicians().size(); t++) {
            if (shutdown.technicians().get(t).name().equals(name)) {
                return t;
            }
        }
        return -1;
    }

    private int[] indices(Set<String> skills) {
        return IntStream.range(0, shutdown.technicians().size())
                .filter(t -> shutdown.technicians().get(t).skills().containsAll(skills))
                .boxed()
                .sorted(Comparator.comparingInt(
                        t -> shutdown.technicians().get(t).skills().size()))
                .mapToInt(Integer::intValue)
                .toArray();
    }

    boolean isPinned(int job) {
        return pinned[job] != Diary.NEVER;
    }

    /** A piece of a tool that is free; negative for none. */
    int unit(int tool, int at, int minutes) {
        for (int u = 0; u < tools[tool].length; u++) {
            if (tools[tool][u].free(at, minutes, true)) {
                return u;
            }
        }
        return -1;
    }

    /**
     * The earliest moment at which this technician, the tools and a second person are all free; what is not before
     * {@code worse} is not looked for.
     */
    int earliest(int j, Job job, int t, int ready, boolean late, int end, int worse) {
        int at = ready;
        while (true) {
            at = people[t].earliest(at, job.minutes(), late);
            if (at + job.minutes() > end || at >= worse) {
                return Diary.NEVER;
            }
            int moved = at;
            for (int tool : toolsOf[j]) {
                int free = Diary.NEVER;
                for (Diary unit : tools[tool]) {
                    free = Math.min(free, unit.earliest(moved, job.minutes(), true));
                }
                moved = Math.max(moved, free);
            }
            if (moved == at && job.second() > 0) {
                int from = at + job.minutes() - job.second();
                int free = Diary.NEVER;
                for (int q : seconds) {
                    free = q == t ? free : Math.min(free, people[q].earliest(from, job.second(), true));
                }
                moved = free == Diary.NEVER ? Diary.NEVER : at + free - from;
            }
            if (moved >= Diary.NEVER) {
                return Diary.NEVER;
            }
            if (moved == at) {
                return at;
            }
            at = moved;
        }
    }

    /** Whether there is time for the re-tightening before the line has to come back: who does it, or negative. */
    int againFits(int j, Job job, int at, int t, int end) {
        if (job.retighten() == 0) {
            return t;
        }
        int from = at + job.minutes() + job.after();
        for (int q : skilled[j]) {
            if (people[q].earliest(from, job.retighten(), true) + job.retighten() <= end) {
                return q;
            }
        }
        return -1;
    }

    static boolean contains(int[] all, int one) {
        for (int each : all) {
            if (each == one) {
                return true;
            }
        }
        return false;
    }
}

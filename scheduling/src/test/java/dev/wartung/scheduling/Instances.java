package dev.wartung.scheduling;

import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Line;
import dev.wartung.scheduling.Shutdown.Shift;
import dev.wartung.scheduling.Shutdown.Technician;
import dev.wartung.scheduling.Shutdown.Weights;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;

/**
 * Shutdowns made up from a seed: four people in two shifts, three single tools, a line for ten jobs, three down at
 * once.
 */
final class Instances {

    static final List<String> TOOLS = List.of("press", "seal tool", "bench");
    private static final List<String> SKILLS = List.of("change", "sterile");

    private Instances() {}

    /**
     * @param jobs how many
     * @param overtime whether people may stay longer
     */
    static Shutdown of(long seed, int jobs, boolean overtime) {
        Random random = new Random(seed);
        int lines = Math.max(2, jobs / 10);
        int minutes = Math.max(14 * 60, jobs * 90 / 4);
        List<Line> all = new ArrayList<>();
        for (int i = 0; i < lines; i++) {
            all.add(new Line("Line " + i, 30 + 10 * random.nextInt(4), 45 + 15 * random.nextInt(4)));
        }
        List<Technician> people = new ArrayList<>();
        for (int t = 0; t < 4; t++) {
            List<Shift> shifts = new ArrayList<>();
            for (int day = 0; day * 1440 < minutes; day++) {
                int from = day * 1440 + (t % 2 == 0 ? 0 : 480);
                shifts.add(new Shift(from, from + 600, false));
                if (overtime) {
                    shifts.add(new Shift(from + 600, from + 720, true));
                }
            }
            Set<String> skills = new HashSet<>();
            skills.add(SKILLS.get(t % 2));
            if (t < 2) {
                skills.add(SKILLS.get(1 - t % 2));
                skills.add(Shutdown.SECOND);
            }
            people.add(new Technician("T" + t, skills, shifts));
        }
        List<Job> candidates = new ArrayList<>();
        for (int j = 0; j < jobs; j++) {
            boolean settles = random.nextInt(5) == 0;
            int line = random.nextInt(8) == 0 ? -1 : random.nextInt(lines);
            candidates.add(new Job(
                    "J" + j,
                    line,
                    1 + random.nextInt(20),
                    20 + 5 * random.nextInt(20),
                    random.nextInt(3) == 0 ? Set.of(SKILLS.get(random.nextInt(2))) : Set.of(),
                    random.nextInt(4) == 0 ? Set.of(TOOLS.get(random.nextInt(3))) : Set.of(),
                    random.nextInt(6) == 0 ? 10 : 0,
                    random.nextInt(10) == 0 ? minutes / 3 : 0,
                    settles ? 60 : 0,
                    settles ? 10 : 0,
                    line >= 0 && random.nextInt(5) == 0 ? 15 : 0));
        }
        return new Shutdown(
                minutes,
                0,
                3,
                all,
                people,
                Map.of("press", 1, "seal tool", 1, "bench", 1),
                candidates,
                List.of(),
                new Weights(10, 2, 3));
    }
}

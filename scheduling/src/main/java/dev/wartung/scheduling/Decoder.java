package dev.wartung.scheduling;

import dev.wartung.scheduling.Plan.Cost;
import dev.wartung.scheduling.Plan.Down;
import dev.wartung.scheduling.Plan.Placed;
import dev.wartung.scheduling.Plan.Stint;
import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Line;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Makes a plan of an order of jobs: one after the other each goes to the earliest moment at which its line is down, its
 * kit is here and whoever is asked, the tools and a second
 * person are free. A line goes down when the first of its jobs is tried and comes back when the last one has been;
 * while as many are down as may be, jobs of others wait their turn.
 * Not thread-safe; kept and used again, for it is asked many thousand times.
 */
final class Decoder {

    final Shutdown shutdown;
    final int[] lineOf;
    private final Resources resources;
    private final int jobs;

    // the plan being made
    private final int[] start;
    private final int[] who;
    private final int[] second;
    private final int[] again;
    private final int[] againBy;
    private final int[] look;
    private final int[] lookBy;
    private final int[] waiting;
    private final int[] downFrom;
    private final int[] mayGoDown;
    private final int[] lastEnd;
    private final int[] gateOf;
    private final int[] back;
    private final int[] gateFree;
    private final int[] settlingJobs;
    private final int[] settlingFor;
    private int settling;
    private int openLines;
    private boolean freed;
    private int overtimeMinutes;
    private int broken;

    Decoder(Shutdown shutdown) {
        this.shutdown = shutdown;
        resources = new Resources(shutdown);
        lineOf = resources.lineOf;
        jobs = shutdown.jobs().size();
        int lines = shutdown.lines().size();
        start = new int[jobs];
        who = new int[jobs];
        second = new int[jobs];
        again = new int[jobs];
        againBy = new int[jobs];
        settlingJobs = new int[jobs];
        settlingFor = new int[jobs];
        look = new int[jobs];
        lookBy = new int[jobs];
        waiting = new int[lines];
        downFrom = new int[lines];
        mayGoDown = new int[lines];
        lastEnd = new int[lines];
        gateOf = new int[lines];
        back = new int[lines];
        gateFree = new int[shutdown.linesDown()];
    }

    /** When a job is pinned to; {@link Diary#NEVER} where it is not. */
    int pinnedAt(int job) {
        return resources.pinned[job];
    }

    /** Works an order of jobs out; the plan stays here until the next one. */
    Cost decode(Genome genome) {
        resources.clear();
        Arrays.fill(start, Diary.NEVER);
        Arrays.fill(second, -1);
        Arrays.fill(again, Diary.NEVER);
        Arrays.fill(look, Diary.NEVER);
        Arrays.fill(waiting, 0);
        Arrays.fill(downFrom, Diary.NEVER);
        Arrays.fill(lastEnd, -Diary.NEVER);
        Arrays.fill(gateOf, -1);
        Arrays.fill(back, Diary.NEVER);
        Arrays.fill(gateFree, -Diary.NEVER);
        settling = 0;
        openLines = 0;
        overtimeMinutes = 0;
        broken = 0;
        for (int j = 0; j < jobs; j++) {
            if (wanted(genome, j) && lineOf[j] >= 0) {
                waiting[lineOf[j]]++;
            }
        }
        keepPins();
        place(genome);
        rechecks(genome);
        return cost();
    }

    private boolean wanted(Genome genome, int job) {
        return resources.isPinned(job) || !genome.out[job];
    }

    /** What is settled takes its resources.people and tools before anybody else asks. */
    private void keepPins() {
        for (int j = 0; j < jobs; j++) {
            if (!resources.isPinned(j)) {
                continue;
            }
            Job job = shutdown.jobs().get(j);
            int t = resources.pinnedTo[j];
            if (!resources.people[t].free(resources.pinned[j], job.minutes(), true)
                    && resources.pinned[j] >= shutdown.now()) {
                broken++;
            }
            resources.people[t].take(resources.pinned[j], job.minutes());
            for (int tool : resources.toolsOf[j]) {
                int unit = resources.unit(tool, resources.pinned[j], job.minutes());
                if (unit < 0) {
                    broken++;
                } else {
                    resources.tools[tool][unit].take(resources.pinned[j], job.minutes());
                }
            }
        }
    }

    private void place(Genome genome) {
        boolean[] done = new boolean[jobs];
        int left = jobs;
        int first = 0;
        while (left > 0) {
            boolean moved = false;
            for (int i = first; i < jobs; i++) {
                int j = genome.order[i];
                if (done[j]) {
                    first = i == first ? i + 1 : first;
                    continue;
                }
                int line = lineOf[j];
                boolean mayGo = !wanted(genome, j) || line < 0 || gateOf[line] >= 0 || openLines < shutdown.linesDown();
                if (!mayGo) {
                    continue;
                }
                done[j] = true;
                left--;
                moved = true;
                if (wanted(genome, j)) {
                    open(line);
                    placeOne(genome, j);
                    turnsToTighten(genome, j);
                    if (line >= 0 && --waiting[line] == 0) {
                        close(line, genome);
                    }
                    if (freed) {
                        // one more line may go down: whoever waited for that goes before those behind
                        freed = false;
                        break;
                    }
                }
            }
            if (!moved) {
                return;
            }
        }
    }

    private void open(int line) {
        if (line < 0 || gateOf[line] >= 0) {
            return;
        }
        int best = -1;
        for (int g = 0; g < gateFree.length; g++) {
            if (gateFree[g] < Diary.NEVER && (best < 0 || gateFree[g] < gateFree[best])) {
                best = g;
            }
        }
        gateOf[line] = best;
        // from then it may be drained; when it is, is settled by its first job
        mayGoDown[line] = Math.max(gateFree[best], Math.max(0, shutdown.now()));
        gateFree[best] = Diary.NEVER;
        openLines++;
    }

    private void placeOne(Genome genome, int j) {
        Job job = shutdown.jobs().get(j);
        int line = lineOf[j];
        int ready = Math.max(shutdown.now(), Math.max(0, job.kitAt()));
        int end = shutdown.minutes();
        if (line >= 0) {
            Line group = shutdown.lines().get(line);
            if (!resources.isPinned(j)) {
                ready = Math.max(ready, mayGoDown[line] + group.drain());
            } else if (resources.pinned[j] >= shutdown.now() && resources.pinned[j] - group.drain() < mayGoDown[line]) {
                broken++;
            }
            end -= group.restore() + job.recheck();
        }
        if (resources.isPinned(j)) {
            settle(genome, j, resources.pinned[j], resources.pinnedTo[j], end);
            return;
        }
        int settling = job.retighten() > 0 ? job.after() + job.retighten() : 0;
        int bestTechnician = -1;
        int best = Diary.NEVER;
        int asked = genome.asked[j];
        for (int t : resources.skilled[j]) {
            if (asked >= 0 && t != asked && Resources.contains(resources.skilled[j], asked)) {
                continue;
            }
            int at = resources.earliest(j, job, t, ready, genome.late[j], end - settling, best);
            if (at < best) {
                best = at;
                bestTechnician = t;
            }
        }
        if (bestTechnician >= 0 && best + job.minutes() + settling <= end) {
            int saved = resources.againFits(j, job, best, bestTechnician, end);
            if (saved < 0) {
                return;
            }
            resources.people[bestTechnician].take(best, job.minutes());
            for (int tool : resources.toolsOf[j]) {
                resources.tools[tool][resources.unit(tool, best, job.minutes())].take(best, job.minutes());
            }
            settle(genome, j, best, bestTechnician, end);
        }
    }

    private void settle(Genome genome, int j, int at, int t, int end) {
        Job job = shutdown.jobs().get(j);
        start[j] = at;
        who[j] = t;
        overtimeMinutes += resources.people[t].overtime(at, job.minutes());
        int done = at + job.minutes();
        if (job.second() > 0) {
            int from = done - job.second();
            for (int q : resources.seconds) {
                if (q != t && resources.people[q].free(from, job.second(), true)) {
                    second[j] = q;
                    resources.people[q].take(from, job.second());
                    overtimeMinutes += resources.people[q].overtime(from, job.second());
                    break;
                }
            }
            broken += second[j] < 0 ? 1 : 0;
        }
        if (job.retighten() > 0 && (lineOf[j] < 0 || genome.behind[j] == 0 || resources.isPinned(j))) {
            done = tightenAgain(j, job, end);
        }
        if (lineOf[j] >= 0) {
            int line = lineOf[j];
            downFrom[line] =
                    Math.min(downFrom[line], at - shutdown.lines().get(line).drain());
            lastEnd[line] = Math.max(lastEnd[line], done);
        }
    }

    /** Another job has its place: re-tightenings that waited for so many look for theirs. */
    private void turnsToTighten(Genome genome, int placed) {
        int kept = 0;
        for (int i = 0; i < settling; i++) {
            int j = settlingJobs[i];
            if (again[j] == Diary.NEVER && --settlingFor[j] <= 0) {
                tightenBehind(j);
            } else if (again[j] == Diary.NEVER) {
                settlingJobs[kept++] = j;
            }
        }
        settling = kept;
        if (start[placed] != Diary.NEVER
                && again[placed] == Diary.NEVER
                && lineOf[placed] >= 0
                && shutdown.jobs().get(placed).retighten() > 0) {
            settlingFor[placed] = genome.behind[placed];
            settlingJobs[settling++] = placed;
        }
    }

    private void tightenBehind(int j) {
        Job job = shutdown.jobs().get(j);
        int line = lineOf[j];
        lastEnd[line] = Math.max(
                lastEnd[line],
                tightenAgain(
                        j, job, shutdown.minutes() - shutdown.lines().get(line).restore() - job.recheck()));
    }

    /** @return when it is done */
    private int tightenAgain(int j, Job job, int end) {
        int best = Diary.NEVER;
        int from = start[j] + job.minutes() + job.after();
        for (int q : resources.skilled[j]) {
            int free = resources.people[q].earliest(from, job.retighten(), true);
            if (free < best || (free == best && q == who[j])) {
                best = free;
                againBy[j] = q;
            }
        }
        if (best + job.retighten() > end) {
            broken++;
            return start[j] + job.minutes();
        }
        again[j] = best;
        resources.people[againBy[j]].take(best, job.retighten());
        overtimeMinutes += resources.people[againBy[j]].overtime(best, job.retighten());
        return best + job.retighten();
    }

    /** The last of a line's jobs was tried: it comes back, and what waits for that is done. */
    private void close(int line, Genome genome) {
        openLines--;
        freed = true;
        int gate = gateOf[line];
        if (downFrom[line] == Diary.NEVER) {
            // none of its jobs went in: it stays up
            gateFree[gate] = mayGoDown[line];
            return;
        }
        for (int j : genome.order) {
            if (lineOf[j] == line
                    && start[j] != Diary.NEVER
                    && again[j] == Diary.NEVER
                    && shutdown.jobs().get(j).retighten() > 0) {
                tightenBehind(j);
            }
        }
        back[line] = lastEnd[line] + shutdown.lines().get(line).restore();
        gateFree[gate] = back[line];
    }

    /** Once everything else has its place: looks cost nothing by being late. */
    private void rechecks(Genome genome) {
        for (int j : genome.order) {
            if (start[j] != Diary.NEVER && shutdown.jobs().get(j).recheck() > 0) {
                recheck(j, shutdown.jobs().get(j));
            }
        }
    }

    private void recheck(int j, Job job) {
        int best = Diary.NEVER;
        for (int q : resources.skilled[j]) {
            int free = resources.people[q].earliest(back[lineOf[j]], job.recheck(), true);
            if (free < best) {
                best = free;
                lookBy[j] = q;
            }
        }
        if (best + job.recheck() <= shutdown.minutes()) {
            look[j] = best;
            resources.people[lookBy[j]].take(best, job.recheck());
            overtimeMinutes += resources.people[lookBy[j]].overtime(best, job.recheck());
        } else if (resources.isPinned(j)) {
            broken++;
        } else {
            // nobody can look at it once the line is back: it is not done; its hours stay empty
            start[j] = Diary.NEVER;
        }
    }

    private Cost cost() {
        int risk = 0;
        for (int j = 0; j < jobs; j++) {
            risk += start[j] == Diary.NEVER ? shutdown.jobs().get(j).risk() : 0;
        }
        long minutes = 0;
        for (int line = 0; line < back.length; line++) {
            minutes += downFrom[line] == Diary.NEVER ? 0 : back[line];
        }
        return new Cost(risk, minutes, overtimeMinutes, broken);
    }

    /** The plan that was decoded last. */
    Plan plan(Cost cost) {
        List<Placed> placed = new ArrayList<>();
        List<String> out = new ArrayList<>();
        for (int j = 0; j < jobs; j++) {
            Job job = shutdown.jobs().get(j);
            if (start[j] == Diary.NEVER) {
                out.add(job.id());
                continue;
            }
            int done = start[j] + job.minutes();
            placed.add(new Placed(
                    job.id(),
                    stint(start[j], job.minutes(), who[j]),
                    second[j] < 0 ? Optional.empty() : Optional.of(stint(done - job.second(), job.second(), second[j])),
                    again[j] == Diary.NEVER
                            ? Optional.empty()
                            : Optional.of(stint(again[j], job.retighten(), againBy[j])),
                    look[j] == Diary.NEVER ? Optional.empty() : Optional.of(stint(look[j], job.recheck(), lookBy[j]))));
        }
        placed.sort(Comparator.comparingInt((Placed p) -> p.work().start()).thenComparing(Placed::job));
        List<Down> downs = new ArrayList<>();
        for (int line = 0; line < back.length; line++) {
            if (downFrom[line] != Diary.NEVER && back[line] != Diary.NEVER) {
                downs.add(new Down(line, downFrom[line], back[line]));
            }
        }
        return new Plan(List.copyOf(placed), List.copyOf(out), List.copyOf(downs), cost);
    }

    private Stint stint(int at, int minutes, int t) {
        return new Stint(at, at + minutes, shutdown.technicians().get(t).name());
    }
}

package dev.wartung.scheduling;

import dev.wartung.scheduling.Shutdown.Job;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What no plan can be better than. Honest and seldom reached: it forgets most of what makes planning hard.
 *
 * <p>Source: two relaxations, the larger of which counts. Line by line: each line either leaves all its risk, or is
 * back no earlier than if it were the only one and everybody worked on
 * it. And by the hours: everybody's time together holds no more than so much work; what does not fit is left, the least
 * risk for its time first and the last of it in parts (the
 * fractional knapsack).
 */
public final class Bound {

    private Bound() {}

    /** A cost that no plan of it is below. */
    public static double of(Shutdown shutdown) {
        return Math.max(byLines(shutdown), byHours(shutdown));
    }

    private static double byLines(Shutdown shutdown) {
        double sum = 0;
        for (int line = 0; line < shutdown.lines().size(); line++) {
            int at = line;
            List<Job> jobs =
                    shutdown.jobs().stream().filter(j -> j.line() == at).toList();
            if (jobs.isEmpty()) {
                continue;
            }
            double risk = jobs.stream().mapToDouble(Job::risk).sum()
                    * shutdown.weights().risk();
            // with any one of its jobs in it is not back before that one is done; with the others out their risk is
            // left
            double best = risk;
            int[] ends = jobs.stream().mapToInt(j -> alone(shutdown, j)).toArray();
            List<Integer> byEnd = IntStream.range(0, ends.length)
                    .boxed()
                    .sorted(Comparator.comparingInt(i -> ends[i]))
                    .toList();
            double left = risk;
            for (int i : byEnd) {
                left -= jobs.get(i).risk() * shutdown.weights().risk();
                if (ends[i] < Diary.NEVER) {
                    best = Math.min(best, left + shutdown.weights().back() * ends[i] / 60.0);
                }
            }
            sum += best;
        }
        return sum;
    }

    /** When its line would be back if this job were the only one in the world. */
    private static int alone(Shutdown shutdown, Job job) {
        Shutdown.Line line = shutdown.lines().get(job.line());
        int start = Math.max(Math.max(shutdown.now(), 0) + line.drain(), job.kitAt());
        int settled = job.retighten() > 0 ? job.after() + job.retighten() : 0;
        int back = start + job.minutes() + settled + line.restore();
        boolean pinnedBefore = shutdown.pins().stream().anyMatch(p -> p.job().equals(job.id()) && p.start() < start);
        return pinnedBefore ? 0 : back + job.recheck() > shutdown.minutes() ? Diary.NEVER : back;
    }

    private static double byHours(Shutdown shutdown) {
        double hours = shutdown.technicians().stream()
                .flatMap(t -> t.shifts().stream())
                .mapToDouble(s -> Math.max(0, s.to() - Math.max(s.from(), shutdown.now())))
                .sum();
        List<Job> byWorth = shutdown.jobs().stream()
                .sorted(Comparator.comparingDouble((Job j) -> -(double) j.risk() / work(j)))
                .toList();
        double left = 0;
        for (Job job : byWorth) {
            double taken = Math.min(hours, work(job));
            hours -= taken;
            left += job.risk() * (1 - taken / work(job));
        }
        return shutdown.pins().isEmpty() ? left * shutdown.weights().risk() : 0;
    }

    private static double work(Job job) {
        return job.minutes() + job.second() + job.retighten() + job.recheck();
    }
}

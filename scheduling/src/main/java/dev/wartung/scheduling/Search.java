package dev.wartung.scheduling;

import dev.wartung.scheduling.Plan.Cost;
import java.util.Comparator;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.random.RandomGenerator;
import java.util.stream.IntStream;

/**
 * Looks for a good plan: simulated annealing over {@link Genome}s. It can be stopped at any moment and then has the
 * best that was found; it never claims that there is no better one.
 */
public final class Search {

    /** Is told what was found. */
    public interface Watch {

        /** A plan better than all before. */
        void better(Plan plan);

        /** @param tried plans so far */
        default void tried(long tried) {}
    }

    private static final int BETWEEN_LOOKS = 256;
    private static final double HOT = 0.03;
    private static final double COLD = 0.0003;
    private static final double ROUNDS = 2;

    private final Shutdown shutdown;
    private final Decoder decoder;
    private final RandomGenerator random;

    /** @param random where its chances come from: the same from the same */
    public Search(Shutdown shutdown, RandomGenerator random) {
        this.shutdown = shutdown;
        this.decoder = new Decoder(shutdown);
        this.random = random;
    }

    /**
     * Searches.
     *
     * @param share how much of the time, or of the tries, is spent: from 0 to 1, and 1 ends it
     * @param stop  ends it before
     */
    public Plan run(DoubleSupplier share, BooleanSupplier stop, Watch watch) {
        Genome now = greedy();
        Cost cost = decoder.decode(now);
        double total = cost.total(shutdown.weights());
        Plan best = decoder.plan(cost);
        double bestTotal = total;
        Genome bestGenome = copy(now);
        watch.better(best);
        if (shutdown.jobs().isEmpty()) {
            return best;
        }
        Genome next = new Genome(shutdown.jobs().size());
        double spent = share.getAsDouble();
        double temperature = 0;
        for (long tried = 1; spent < 1 && !stop.getAsBoolean(); tried++) {
            if (tried % BETWEEN_LOOKS == 1) {
                spent = share.getAsDouble();
                double round = spent * ROUNDS - Math.floor(spent * ROUNDS);
                temperature = Math.max(1e-9, Math.min(bestTotal, 1e7))
                        * HOT
                        * Math.pow(COLD / HOT, round)
                        / (1 + Math.floor(spent * ROUNDS));
                watch.tried(tried);
                if (round < 0.02 && spent > 0.02) {
                    now.becomes(bestGenome);
                    total = bestTotal;
                }
            }
            next.becomes(now);
            int changes = 1 + (random.nextInt(4) == 0 ? random.nextInt(3) : 0);
            for (int i = 0; i < changes; i++) {
                next.change(random, decoder.lineOf, shutdown.technicians().size());
            }
            Cost other = decoder.decode(next);
            double otherTotal = other.total(shutdown.weights());
            if (otherTotal <= total || random.nextDouble() < Math.exp((total - otherTotal) / temperature)) {
                Genome kept = now;
                now = next;
                next = kept;
                total = otherTotal;
                if (total < bestTotal - 1e-9) {
                    bestTotal = total;
                    best = decoder.plan(other);
                    bestGenome.becomes(now);
                    watch.better(best);
                }
            }
        }
        return best;
    }

    private static Genome copy(Genome genome) {
        Genome copy = new Genome(genome.order.length);
        copy.becomes(genome);
        return copy;
    }

    /**
     * Lines with much risk for little work first, within them what is worth most for its time; what is settled before
     * all.
     */
    private Genome greedy() {
        List<Shutdown.Job> jobs = shutdown.jobs();
        double[] risk = new double[shutdown.lines().size() + 1];
        double[] minutes = new double[shutdown.lines().size() + 1];
        for (Shutdown.Job job : jobs) {
            risk[line(job)] += job.risk();
            minutes[line(job)] += job.minutes() + job.retighten() + job.recheck();
        }
        Genome genome = new Genome(jobs.size());
        List<Integer> order = IntStream.range(0, jobs.size())
                .boxed()
                .sorted(Comparator.comparingInt(decoder::pinnedAt)
                        .thenComparingDouble(j -> -risk[line(jobs.get(j))] / Math.max(1, minutes[line(jobs.get(j))]))
                        .thenComparingInt(j -> line(jobs.get(j)))
                        .thenComparingDouble(
                                j -> -(double) jobs.get(j).risk() / jobs.get(j).minutes()))
                .toList();
        for (int i = 0; i < order.size(); i++) {
            genome.order[i] = order.get(i);
        }
        return genome;
    }

    private int line(Shutdown.Job job) {
        return job.inWorkshop() ? shutdown.lines().size() : job.line();
    }
}

package dev.wartung.core.life;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * The points of a life plot: the part still good after each failure, whatever law there may be. By Kaplan and Meier
 * where every day of failure is known; where some were found between looks, by Turnbull's self-consistent estimate,
 * which is the same where none were.
 */
public final class Survival {

    private static final int ROUNDS = 200;
    private static final double STILL = 1e-7;
    private static final double NOTHING = 1e-6;

    private Survival() {}

    /**
     * Somewhere after {@code from} and by {@code days}, this part was lost; plotted at {@code good}.
     *
     * @param from days up to which nothing had happened: as many as {@code days} where the day is known
     * @param good half way between before and after, so that the last one is not at zero
     */
    public record Point(double from, double days, double good) {

        /** Where it is plotted: in the middle of the days between which it lies. */
        public double middle() {
            return (from + days) / 2;
        }
    }

    /**
     * One point for every day, or for all the days between two looks, at which something failed, in order; drawn half
     * way down its step. Pieces that end on the same day as a failure were still there then.
     */
    public static List<Point> points(List<Lifetime> lives) {
        return lives.stream().anyMatch(Lifetime::isBetween) ? turnbull(lives) : kaplanMeier(lives);
    }

    private static List<Point> kaplanMeier(List<Lifetime> lives) {
        List<Lifetime> sorted = lives.stream()
                .sorted(Comparator.comparingDouble(Lifetime::days))
                .toList();
        List<Point> points = new ArrayList<>();
        double good = 1;
        for (int i = 0; i < sorted.size(); ) {
            double day = sorted.get(i).days();
            int there = sorted.size() - i;
            int failed = 0;
            while (i < sorted.size() && sorted.get(i).days() == day) {
                failed += sorted.get(i++).failed() ? 1 : 0;
            }
            if (failed > 0) {
                double before = good;
                good *= 1 - failed / (double) there;
                points.add(new Point(day, day, (before + good) / 2));
            }
        }
        return points;
    }

    /** Where a life may have ended: after one day, by another. */
    private record Span(double after, double by) {

        static Span of(Lifetime life) {
            double just = Math.nextDown(life.days());
            return life.isExact()
                    ? new Span(just, life.days())
                    : new Span(life.good(), life.failed() ? life.days() : Double.POSITIVE_INFINITY);
        }

        boolean holds(Span other) {
            return after <= other.after && other.by <= by;
        }
    }

    /** A day at which a span begins or ends. */
    private record Edge(double day, boolean begins) {}

    private static List<Point> turnbull(List<Lifetime> lives) {
        List<Span> spans = lives.stream().map(Span::of).toList();
        List<Span> steps = innermost(spans);
        double[] share = new double[steps.size()];
        Arrays.fill(share, 1.0 / share.length);
        boolean[][] within = new boolean[spans.size()][share.length];
        for (int i = 0; i < spans.size(); i++) {
            for (int j = 0; j < share.length; j++) {
                within[i][j] = spans.get(i).holds(steps.get(j));
            }
        }
        for (int round = 0; round < ROUNDS && !again(share, within); round++) {
            // each round gives every piece to the steps it may have ended in, by what they have
        }
        List<Point> points = new ArrayList<>();
        double good = 1;
        for (int j = 0; j < share.length; j++) {
            Span step = steps.get(j);
            if (share[j] > NOTHING && !Double.isInfinite(step.by())) {
                double from = step.by() - step.after() < STILL * step.by() ? step.by() : step.after();
                points.add(new Point(from, step.by(), good - share[j] / 2));
            }
            good -= share[j];
        }
        return points;
    }

    /** One round of self-consistency; whether nothing moved any more. */
    private static boolean again(double[] share, boolean[][] within) {
        double[] next = new double[share.length];
        for (boolean[] piece : within) {
            double sum = 0;
            for (int j = 0; j < share.length; j++) {
                sum += piece[j] ? share[j] : 0;
            }
            for (int j = 0; j < share.length && sum > 0; j++) {
                next[j] += piece[j] ? share[j] / sum / within.length : 0;
            }
        }
        double moved = 0;
        for (int j = 0; j < share.length; j++) {
            moved = Math.max(moved, Math.abs(next[j] - share[j]));
            share[j] = next[j];
        }
        return moved < STILL;
    }

    /** The spans in which nothing else begins or ends: all that the data can tell apart. */
    private static List<Span> innermost(List<Span> spans) {
        List<Edge> edges = new ArrayList<>();
        spans.forEach(s -> {
            edges.add(new Edge(s.after(), true));
            edges.add(new Edge(s.by(), false));
        });
        // what ends by a day ends before what begins after it
        edges.sort(Comparator.comparingDouble(Edge::day).thenComparing(Edge::begins));
        List<Span> steps = new ArrayList<>();
        for (int i = 0; i + 1 < edges.size(); i++) {
            Edge here = edges.get(i);
            Edge next = edges.get(i + 1);
            if (here.begins() && !next.begins()) {
                steps.add(new Span(here.day(), next.day()));
            }
        }
        return steps;
    }
}

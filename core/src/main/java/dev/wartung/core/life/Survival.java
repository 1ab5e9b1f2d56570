package dev.wartung.core.life;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * The points of a life plot: the part still good after each failure, by Kaplan and Meier, whatever law there may be.
 */
public final class Survival {

    private Survival() {}

    /** After so many days, this part is still good. */
    public record Point(double days, double good) {

        /** Where the point is plotted: half way between before and after, so that the last one is not at zero. */
        static double middle(double before, double after) {
            return (before + after) / 2;
        }
    }

    /**
     * One point for every day at which something failed, in order; drawn half way down its step. Pieces that end on the
     * same day as a failure were still there then.
     */
    public static List<Point> points(List<Lifetime> lives) {
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
                points.add(new Point(day, Point.middle(before, good)));
            }
        }
        return points;
    }
}

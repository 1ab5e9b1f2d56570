package dev.wartung.core.bolting;

import java.util.ArrayList;
import java.util.List;

/**
 * Where the bolts of one joint stand.
 *
 * @param places in the order they are numbered, 1 first; at least two, no two on the same spot
 */
public record BoltPattern(List<Place> places) {

    /** Where a bolt stands: to the right and upwards of any origin, metre. */
    public record Place(double rightM, double upM) {
        double to(Place other) {
            return Math.hypot(rightM - other.rightM, upM - other.upM);
        }
    }

    /**
     * Two differences that are smaller than this part of the pattern's size are the same: coordinates are typed with
     * few digits.
     */
    private static final double SAME = 1e-6;

    public BoltPattern {
        places = List.copyOf(places);
        if (places.size() < 2) {
            throw new IllegalArgumentException("a joint has at least two bolts");
        }
        for (int i = 0; i < places.size(); i++) {
            for (int j = 0; j < i; j++) {
                if (places.get(i).to(places.get(j)) < 1e-6) {
                    throw new IllegalArgumentException(
                            "bolts " + (j + 1) + " and " + (i + 1) + " stand on the same spot");
                }
            }
        }
    }

    /**
     * Evenly on a circle, number 1 at the top, counted clockwise.
     *
     * @param bolts at least 2
     * @param diameterM of the bolt circle, above 0
     */
    public static BoltPattern circle(int bolts, double diameterM) {
        if (bolts < 2 || !(diameterM > 0)) {
            throw new IllegalArgumentException("at least two bolts on a circle of some size");
        }
        List<Place> places = new ArrayList<>();
        for (int i = 0; i < bolts; i++) {
            double angle = 2 * Math.PI * i / bolts;
            places.add(new Place(diameterM / 2 * Math.sin(angle), diameterM / 2 * Math.cos(angle)));
        }
        return new BoltPattern(places);
    }

    /** Four bolts at the corners of a rectangle, number 1 at the upper left, counted clockwise. */
    public static BoltPattern rectangle(double widthM, double heightM) {
        if (!(widthM > 0) || !(heightM > 0)) {
            throw new IllegalArgumentException("a rectangle of some size");
        }
        double x = widthM / 2;
        double y = heightM / 2;
        return new BoltPattern(List.of(new Place(-x, y), new Place(x, y), new Place(x, -y), new Place(-x, -y)));
    }

    public int size() {
        return places.size();
    }

    public Place centre() {
        return new Place(
                places.stream().mapToDouble(Place::rightM).average().orElseThrow(),
                places.stream().mapToDouble(Place::upM).average().orElseThrow());
    }

    /** The smallest distance between two bolts, metre. */
    public double closestM() {
        double closest = Double.POSITIVE_INFINITY;
        for (int i = 0; i < places.size(); i++) {
            for (int j = 0; j < i; j++) {
                closest = Math.min(closest, places.get(i).to(places.get(j)));
            }
        }
        return closest;
    }

    /** The largest distance of a bolt from the centre, metre. */
    public double reachM() {
        Place centre = centre();
        return places.stream().mapToDouble(p -> p.to(centre)).max().orElseThrow();
    }

    /**
     * The order to tighten in, as indexes from 0: the next bolt is the one that keeps the resultant of the clamped
     * bolts nearest the centre of the pattern;
     * among equals the one after which the second moment of the clamped bolts is most even in all directions; among
     * equals the one farthest from its nearest clamped neighbour; among equals the lowest number.
     *
     * <p>Source: equilibrium of the half-tightened joint. On circles it gives the customary crosses: 1-3-2-4,
     * 1-5-3-7-2-6-4-8; of 16 bolts the second cross stands between those of the first, not beside them.
     */
    public List<Integer> order() {
        List<Integer> order = new ArrayList<>();
        while (order.size() < places.size()) {
            int best = -1;
            double[] bestRank = {Double.MAX_VALUE, Double.MAX_VALUE, Double.MAX_VALUE};
            for (int i = 0; i < places.size(); i++) {
                if (!order.contains(i)) {
                    double[] rank = rank(order, i);
                    if (isBelow(rank, bestRank)) {
                        best = i;
                        bestRank = rank;
                    }
                }
            }
            order.add(best);
        }
        return List.copyOf(order);
    }

    private static boolean isBelow(double[] a, double[] b) {
        for (int i = 0; i < a.length; i++) {
            if (Math.abs(a[i] - b[i]) > SAME) {
                return a[i] < b[i];
            }
        }
        return false;
    }

    /**
     * Distance of the resultant from the centre, how uneven the second moment is, of the clamped bolts with one more,
     * and its distance from the nearest of them, negative; in parts of the reach. The least is the best.
     */
    private double[] rank(List<Integer> clamped, int next) {
        Place centre = centre();
        double reach = reachM();
        double right = 0;
        double up = 0;
        double lengthwise = 0;
        double skew = 0;
        List<Integer> with = new ArrayList<>(clamped);
        with.add(next);
        for (int i : with) {
            double x = (places.get(i).rightM() - centre.rightM()) / reach;
            double y = (places.get(i).upM() - centre.upM()) / reach;
            right += x;
            up += y;
            lengthwise += x * x - y * y;
            skew += 2 * x * y;
        }
        double nearest = clamped.stream()
                .mapToDouble(i -> places.get(i).to(places.get(next)) / reach)
                .min()
                .orElse(0);
        return new double[] {Math.hypot(right, up) / with.size(), Math.hypot(lengthwise, skew) / with.size(), -nearest};
    }
}

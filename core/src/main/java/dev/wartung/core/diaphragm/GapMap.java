package dev.wartung.core.diaphragm;

import dev.wartung.core.bolting.BoltPattern;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The gap of a clamped joint read at every bolt. The rigid flange can only sink and tilt, so what the bolts can mend is
 * the plane through the gaps; what
 * remains beside it, risen at one pair of opposite places and sunk at the other (a saddle), is a bent flange or a
 * misreading.
 *
 * <p>Corrections: degrees of turn = Δgap/pitch·360, capped for one pass, in the cross order. Source: geometry. Worked:
 * four M8 bolts, pitch 1.25 mm, gaps
 * 4.1, 4.0, 3.9, 4.0 mm to be 3.9 mm: bolt 1 by 0.2/1.25·360 = 58°, bolts 2 and 4 by 29°, bolt 3 stays.
 *
 * @param pattern    at least three bolts, not in one line
 * @param gapsM      by bolt, metre, above 0
 * @param pitchM     thread pitch, above 0
 * @param mostPerPassRad the most one bolt is turned in a pass
 */
public record GapMap(BoltPattern pattern, List<Double> gapsM, double pitchM, double mostPerPassRad) {

    /** A pass turns no bolt further than this: a third of a hexagon's turn. */
    public static final double USUAL_PASS = Math.toRadians(40);
    /** A saddle smaller than this is within what a feeler gauge reads. */
    public static final double READING_M = 0.05e-3;

    public GapMap {
        gapsM = List.copyOf(gapsM);
        if (gapsM.size() != pattern.size()
                || gapsM.stream().anyMatch(g -> !(g >= 0))
                || !(pitchM > 0)
                || !(mostPerPassRad > 0)) {
            throw new IllegalArgumentException("a gap of zero or more for every bolt, a pitch and a pass above zero");
        }
    }

    public Plane plane() {
        return Plane.through(pattern, gapsM);
    }

    /** Widest gap less smallest, metre. */
    public double differenceM() {
        return Collections.max(gapsM) - Collections.min(gapsM);
    }

    /** The largest distance of a reading from the plane, metre. */
    public double besideThePlaneM() {
        Plane plane = plane();
        return IntStream.range(0, pattern.size())
                .mapToDouble(i -> Math.abs(gapsM.get(i) - plane.at(pattern, i)))
                .max()
                .orElseThrow();
    }

    /** Whether the readings do not lie on a plane: a bent flange or a misreading, which no bolt mends. */
    public boolean isBent() {
        return besideThePlaneM() > READING_M;
    }

    /**
     * What to turn each bolt by, from the plane; radian, tightening positive, by bolt. A turn of less than two degrees
     * is none. For parallel flanges only
     * the wide side is tightened.
     */
    public List<Double> turnsRad(Criterion criterion) {
        Plane plane = plane();
        double least = IntStream.range(0, pattern.size())
                .mapToDouble(i -> plane.at(pattern, i))
                .min()
                .orElseThrow();
        double aim = criterion.aimM(least);
        List<Double> turns = new ArrayList<>();
        for (int i = 0; i < pattern.size(); i++) {
            double turn = (plane.at(pattern, i) - aim) / pitchM * 2 * Math.PI;
            double capped = Math.max(-mostPerPassRad, Math.min(mostPerPassRad, turn));
            turns.add(Math.abs(capped) < Math.toRadians(2) ? 0 : capped);
        }
        return List.copyOf(turns);
    }

    /** Whether the pass does not reach the aim because of its cap. */
    public boolean needsAnotherPass(Criterion criterion) {
        return turnsRad(criterion).stream().anyMatch(t -> Math.abs(t) >= mostPerPassRad - 1e-9);
    }

    /** The gaps after turning the bolts so: the flange is rigid and sinks with the plane through the turns. */
    public GapMap after(List<Double> turnsRad) {
        Plane sunk = Plane.through(
                pattern, turnsRad.stream().map(t -> t / (2 * Math.PI) * pitchM).toList());
        List<Double> gaps = IntStream.range(0, pattern.size())
                .mapToObj(i -> Math.max(0, gapsM.get(i) - sunk.at(pattern, i)))
                .toList();
        return new GapMap(pattern, gaps, pitchM, mostPerPassRad);
    }

    /** Whether the joint is right by this criterion. */
    public boolean meets(Criterion criterion) {
        return criterion.isMetBy(gapsM);
    }
}

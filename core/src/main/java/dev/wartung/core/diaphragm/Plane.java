package dev.wartung.core.diaphragm;

import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltPattern.Place;
import java.util.List;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealVector;

/**
 * A plane laid through values at bolts by least squares, about the centre of the pattern: value = mean + right·x +
 * up·y.
 *
 * @param meanM     at the centre, metre
 * @param rightward rise per metre to the right
 * @param upward    rise per metre upwards
 */
public record Plane(double meanM, double rightward, double upward) {

    /** @throws IllegalArgumentException if there are fewer than three bolts or they stand in one line */
    public static Plane through(BoltPattern pattern, List<Double> valuesM) {
        if (pattern.size() != valuesM.size() || pattern.size() < 3) {
            throw new IllegalArgumentException("a value for each of at least three bolts");
        }
        Place centre = pattern.centre();
        // in parts of the reach, so that the equations are well scaled
        double reach = pattern.reachM();
        double[][] rows = new double[pattern.size()][];
        for (int i = 0; i < rows.length; i++) {
            Place place = pattern.places().get(i);
            rows[i] =
                    new double[] {1, (place.rightM() - centre.rightM()) / reach, (place.upM() - centre.upM()) / reach};
        }
        QRDecomposition qr = new QRDecomposition(new Array2DRowRealMatrix(rows), 1e-9);
        if (!qr.getSolver().isNonSingular()) {
            throw new IllegalArgumentException("the bolts stand in one line");
        }
        RealVector found = qr.getSolver()
                .solve(new ArrayRealVector(valuesM.stream().mapToDouble(v -> v).toArray()));
        return new Plane(found.getEntry(0), found.getEntry(1) / reach, found.getEntry(2) / reach);
    }

    /** The plane's value at a bolt, metre. */
    public double at(BoltPattern pattern, int bolt) {
        Place centre = pattern.centre();
        Place place = pattern.places().get(bolt);
        return meanM + rightward * (place.rightM() - centre.rightM()) + upward * (place.upM() - centre.upM());
    }

    /** Difference between the widest and the smallest side over the pattern, metre. */
    public double tiltM(BoltPattern pattern) {
        return Math.hypot(rightward, upward) * 2 * pattern.reachM();
    }

    /** Where it is widest: clockwise from the top, radian, 0 to 2π. */
    public double widestRad() {
        double angle = Math.atan2(rightward, upward);
        return angle < -1e-9 ? angle + 2 * Math.PI : Math.max(0, angle);
    }
}

package dev.wartung.core.workshop;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;

/**
 * Between what a number of a type usually lies, by its nominal size: a slip of the pen shows, and nothing is filled in
 * from it.
 *
 * @param min   the least that is usual
 * @param max   the most
 * @param basis what that rests on
 */
public record UsualRange(Quantity min, Quantity max, String basis) {

    /** Inside diameters of hygienic tube of the metric row, millimetre by nominal size. Source: EN 10357, series A. */
    private static final TreeMap<Integer, Double> BORES = new TreeMap<>(Map.ofEntries(
            Map.entry(10, 10.0),
            Map.entry(15, 16.0),
            Map.entry(20, 20.0),
            Map.entry(25, 26.0),
            Map.entry(32, 32.0),
            Map.entry(40, 38.0),
            Map.entry(50, 50.0),
            Map.entry(65, 66.0),
            Map.entry(80, 81.0),
            Map.entry(100, 100.0),
            Map.entry(125, 125.0),
            Map.entry(150, 150.0)));

    /** Conversions lose less than that: what stands exactly on a limit is within. */
    private static final double ROUNDING = 1e-9;

    private static final double LEAST_HELD_PA = 2e5;
    private static final double MOST_HELD_PA = 20e5;
    /** On a small seat its seal takes more than the line. */
    private static final double MOST_ON_SEAL_N_PER_M = 12_000;

    private static final double LEAST_CRACKING_PA = 2e3;
    private static final double MOST_CRACKING_PA = 5e4;

    /** Empty where nothing is usual, or the size is not a nominal diameter. */
    public static Optional<UsualRange> of(String place, OptionalInt dn) {
        if (dn.isEmpty()) {
            return Optional.empty();
        }
        Map.Entry<Integer, Double> row = BORES.floorEntry(dn.getAsInt());
        double bore = row == null ? dn.getAsInt() : row.getValue() * dn.getAsInt() / row.getKey();
        String number = place.replaceFirst("^actuator/[A-Za-z]+/", "actuator/");
        return switch (number) {
            case "drawing/bore" -> lengths(bore * 0.9, bore * 1.1, "tube of this nominal size");
            case "seat/seat-diameter", "upper-seat/seat-diameter", "drawing/seat" -> lengths(
                    bore * 0.6, bore * 1.15, "a seat lets through about what the pipe does");
            case "seat/stem-diameter", "drawing/stem" -> lengths(
                    bore * 0.08, bore * 0.6, "a stem or shaft takes a twelfth to six tenths of the bore");
            case "actuator/stroke", "drawing/stroke" -> lengths(
                    bore * 0.15, bore * 0.8, "a lift of a quarter of the seat opens all of it");
            case "actuator/piston-diameter", "drawing/piston" -> lengths(
                    bore, bore * 5, "a piston is one to five times the bore");
                // a check valve's own spring only brings its plug home: the flow has to open it
                // a check valve's own spring only brings its plug home: the flow has to open it
            case "actuator/preload" -> place.startsWith("actuator/flow/")
                    ? force(
                            LEAST_CRACKING_PA,
                            MOST_CRACKING_PA,
                            0,
                            bore,
                            "what 0.02 to 0.5 bar push on a seat of this size")
                    : force(
                            LEAST_HELD_PA,
                            MOST_HELD_PA,
                            MOST_ON_SEAL_N_PER_M,
                            bore,
                            "what 2 to 20 bar push on a seat of this size, and up to 12 N/mm on its seal");
            default -> Optional.empty();
        };
    }

    private static Optional<UsualRange> force(
            double minPa, double maxPa, double mostNPerM, double boreMm, String basis) {
        double seatM2 = Math.PI / 4 * Math.pow(boreMm / 1000, 2);
        return Optional.of(new UsualRange(
                new Quantity(minPa * seatM2, Dimension.FORCE),
                new Quantity(maxPa * seatM2 + mostNPerM * Math.PI * boreMm / 1000, Dimension.FORCE),
                basis));
    }

    private static Optional<UsualRange> lengths(double minMm, double maxMm, String basis) {
        return Optional.of(
                new UsualRange(Quantity.of(minMm, Unit.MILLIMETRE), Quantity.of(maxMm, Unit.MILLIMETRE), basis));
    }

    /** Whether a number is outside of it. */
    public boolean isUnusual(Quantity number) {
        return number.si() < min.si() * (1 - ROUNDING) || number.si() > max.si() * (1 + ROUNDING);
    }
}

package dev.wartung.core.actuation;

/**
 * The plug on its seat, in SI.
 *
 * @param seatDiameterM      sealing diameter, > 0
 * @param stemDiameterM      stem diameter in the body, 0 ≤ stem &lt; seat
 * @param sealingLoadNPerM   line load the seal needs, ≥ 0
 * @param belowAreaM2        what pressure under the closed plug acts on, lifting it, ≥ 0
 * @param aboveAreaM2        what pressure above it acts on, pressing it on its seat; negative where it lifts, as under
 *     a diaphragm
 * @param openAreaM2         what the body's pressure acts on when the valve is open, away from the seat; negative where
 *     it pushes towards it, as on a plug that is drawn up on its seat
 */
public record Closure(
        double seatDiameterM,
        double stemDiameterM,
        double sealingLoadNPerM,
        double belowAreaM2,
        double aboveAreaM2,
        double openAreaM2) {

    public Closure {
        if (!(seatDiameterM > 0)
                || stemDiameterM < 0
                || stemDiameterM >= seatDiameterM
                || sealingLoadNPerM < 0
                || belowAreaM2 < 0) {
            throw new IllegalArgumentException(
                    "the seat must be wider than the stem, the load and the area below not negative");
        }
    }

    /** A plain plug whose stem passes through the side above it. */
    public Closure(double seatDiameterM, double stemDiameterM, double sealingLoadNPerM) {
        this(
                seatDiameterM,
                stemDiameterM,
                sealingLoadNPerM,
                disc(seatDiameterM),
                disc(seatDiameterM) - disc(stemDiameterM),
                disc(stemDiameterM));
    }

    /** A balanced plug: a piston of this diameter takes its area away from the pressure on either side. */
    public Closure balancedBy(double diameterM) {
        return new Closure(
                seatDiameterM,
                stemDiameterM,
                sealingLoadNPerM,
                Math.max(0, belowAreaM2 - disc(diameterM)),
                Math.max(0, aboveAreaM2 - disc(diameterM)),
                openAreaM2);
    }

    /**
     * A weir diaphragm of this effective diameter: shut, pressure on either side of the weir lifts its half; open, the
     * body's lifts all of it.
     */
    public Closure ofDiaphragm(double diameterM) {
        return new Closure(
                seatDiameterM,
                stemDiameterM,
                sealingLoadNPerM,
                disc(diameterM) / 2,
                -disc(diameterM) / 2,
                disc(diameterM));
    }

    /** Whether pressure above the closed plug lifts it as pressure below does. */
    boolean liftedFromBothSides() {
        return aboveAreaM2 < 0;
    }

    /**
     * The upper seat of a change-over valve, seen upside down: the plug is drawn up on it, its stem passes through the
     * side that pushes it off, and the body's pressure on the stem pushes it towards the seat.
     */
    public Closure upsideDown() {
        return new Closure(seatDiameterM, stemDiameterM, sealingLoadNPerM, aboveAreaM2, belowAreaM2, -openAreaM2);
    }

    private static double disc(double diameterM) {
        return Math.PI / 4 * diameterM * diameterM;
    }

    /** Force the seal needs all round: q·π·ds; newton. */
    public double sealingForceN() {
        return sealingLoadNPerM * Math.PI * seatDiameterM;
    }

    /**
     * Net force of the line on the closed plug, towards its seat: P_above·A_above − P_below·A_below; of a plain plug
     * P_above·π/4·(ds² − dt²) − P_below·π/4·ds²; newton.
     */
    public double downwardN(double belowPa, double abovePa) {
        return abovePa * aboveAreaM2 - belowPa * belowAreaM2;
    }
}

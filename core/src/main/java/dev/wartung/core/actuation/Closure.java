package dev.wartung.core.actuation;

/**
 * The plug on its seat, in SI.
 *
 * @param seatDiameterM      sealing diameter, > 0
 * @param stemDiameterM      stem diameter in the body, 0 ≤ stem < seat
 * @param sealingLoadNPerM   line load the seal needs, ≥ 0
 */
public record Closure(double seatDiameterM, double stemDiameterM, double sealingLoadNPerM) {

    public Closure {
        if (!(seatDiameterM > 0) || stemDiameterM < 0 || stemDiameterM >= seatDiameterM || sealingLoadNPerM < 0) {
            throw new IllegalArgumentException("the seat must be wider than the stem and the load not negative");
        }
    }

    public double seatAreaM2() {
        return Math.PI / 4 * seatDiameterM * seatDiameterM;
    }

    public double stemAreaM2() {
        return Math.PI / 4 * stemDiameterM * stemDiameterM;
    }

    /** Force the seal needs all round: q·π·ds; newton. */
    public double sealingForceN() {
        return sealingLoadNPerM * Math.PI * seatDiameterM;
    }

    /** Net force of the line on the closed plug, downward positive: P_above·π/4·(ds² − dt²) − P_below·π/4·ds²; newton. */
    public double downwardN(LinePressure line) {
        return line.abovePa() * (seatAreaM2() - stemAreaM2()) - line.belowPa() * seatAreaM2();
    }
}

package dev.wartung.core.diaphragm;

/**
 * A diaphragm screwed in to its stop (or clear friction) is turned back to the nearest position in which the bolt holes
 * match and the bead lies along the
 * weir. There are two such positions a turn, so it is never more than half a turn.
 *
 * @param backRad how far back, 0 to less than π
 * @param liftM   how far the diaphragm comes away from the compressor: pitch·angle/2π
 */
public record TurnBack(double backRad, double liftM) {

    /**
     * @param pastRad how far past a matching position it stands, clockwise; any angle
     * @param pitchM  of the diaphragm's thread, above 0
     */
    public static TurnBack from(double pastRad, double pitchM) {
        if (!Double.isFinite(pastRad) || !(pitchM > 0)) {
            throw new IllegalArgumentException("an angle, and a pitch above zero");
        }
        double back = pastRad % Math.PI;
        if (back < 0) {
            back += Math.PI;
        }
        // a hair before a match is a match
        if (Math.PI - back < 1e-9) {
            back = 0;
        }
        return new TurnBack(back, pitchM * back / (2 * Math.PI));
    }
}

package dev.wartung.core.actuation;

/**
 * Compressed air at the plant, pascal (gauge).
 *
 * @param nominalPa usual, and the highest that is counted with
 * @param lowestPa  the lowest that is guaranteed, above 0 and not above the usual
 */
public record Air(double nominalPa, double lowestPa) {
    public Air {
        if (!(lowestPa > 0) || !(nominalPa >= lowestPa)) {
            throw new IllegalArgumentException("the lowest air is above zero and not above the usual");
        }
    }
}

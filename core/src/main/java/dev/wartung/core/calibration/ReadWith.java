package dev.wartung.core.calibration;

import dev.wartung.core.measure.Quantity;

/**
 * What a reading was taken with, and how it is held against limits because of that.
 *
 * @param number  of the tool
 * @param can     what it can do
 * @param guarded a reading is within limits only where it surely is, with the tool's uncertainty off either way; else
 *     what is read counts (simple acceptance), and the uncertainty is only said
 */
public record ReadWith(String number, Capability can, boolean guarded) {

    /** Expanded uncertainty (k = 2) of a reading, SI. */
    public double uncertainty(Quantity reading) {
        return can.uncertainty(reading);
    }
}

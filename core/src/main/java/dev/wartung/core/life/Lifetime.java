package dev.wartung.core.life;

/**
 * How long one piece was in, as far as it is known.
 *
 * <p>A piece that leaked failed on the day it came out. One that was found failed when its valve was opened as planned
 * failed on some day between the last look at which it was good and that opening: it is censored in an interval. One
 * that was still good, or is in still, is censored on the right.
 *
 * @param good   days up to which it is known to have been good, 0 or more: as many as {@code days} where the day of
 *     failure is known, and where it has not failed
 * @param days   by which it had failed, or up to which it was seen good; above 0
 * @param failed it had failed by then
 * @param cause  what the old seal told; empty where nobody looked, and for one that had not failed
 */
public record Lifetime(double good, double days, boolean failed, String cause) {

    public Lifetime {
        if (!(days > 0) || Double.isInfinite(days) || !(good >= 0) || good > days) {
            throw new IllegalArgumentException("a lifetime is above zero and finite, and good before it failed");
        }
        if (!failed && good != days) {
            throw new IllegalArgumentException("what has not failed was good to the end");
        }
    }

    /** Failed on a day that is known. */
    public static Lifetime failed(double days, String cause) {
        return new Lifetime(days, days, true, cause);
    }

    /** Found failed at an opening, and good at the last look before: 0 where it was never looked at. */
    public static Lifetime foundFailed(double good, double days, String cause) {
        return new Lifetime(good, days, true, cause);
    }

    /** Good when it came out, or in still. */
    public static Lifetime good(double days) {
        return new Lifetime(days, days, false, "");
    }

    /** Whether it failed on a day that is known. */
    boolean isExact() {
        return failed && good == days;
    }

    /** Whether it failed on a day that is not known. */
    public boolean isBetween() {
        return failed && good < days;
    }

    /**
     * The same piece, looked at for one cause only: ended by another, it had not failed by this one.
     *
     * @throws IllegalStateException if the day it failed is not known
     */
    Lifetime by(String only) {
        if (isBetween()) {
            throw new IllegalStateException("ended on some day, it was in for some days");
        }
        return failed && cause.equals(only) ? this : good(days);
    }
}

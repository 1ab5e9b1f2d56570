package dev.wartung.core.life;

/**
 * How long one piece was in.
 *
 * @param days   above 0
 * @param failed it had failed by then; otherwise it was still good, or is in still (censored on the right)
 * @param cause  what the old seal told; empty where nobody looked, and for one that had not failed
 */
public record Lifetime(double days, boolean failed, String cause) {

    public Lifetime {
        if (!(days > 0) || Double.isInfinite(days)) {
            throw new IllegalArgumentException("a lifetime is above zero and finite");
        }
    }

    /** The same piece, looked at for one cause only: ended by another, it had not failed by this one. */
    Lifetime by(String only) {
        return new Lifetime(days, failed && cause.equals(only), cause);
    }
}

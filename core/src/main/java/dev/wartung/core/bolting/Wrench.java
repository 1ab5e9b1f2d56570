package dev.wartung.core.bolting;

/**
 * A torque wrench with an attachment. A crowfoot or a tool with an offset socket moves the point of turning away from
 * the drive by e, at an angle θ to the
 * arm: T_set = T·L/(L + e·cos θ). An extension along the axis of the bolt changes nothing, and at 90° neither does a
 * crowfoot.
 *
 * <p>Source: moment equilibrium of the wrench. Worked: 40 N·m, L = 400 mm, e = 50 mm straight on: 40·400/450 = 35.6
 * N·m.
 *
 * @param lengthM  from the middle of the hand to the drive, above 0
 * @param offsetM  from the drive to the bolt, 0 or more, less than the length
 * @param angleRad between the arm and the attachment, 0 straight on, π pointing back; the lever that is left is at
 *     least {@link #LEAST_LEVER} of the wrench
 */
public record Wrench(double lengthM, double offsetM, double angleRad) {

    /** A shorter lever multiplies what the hand is off by, and with it the torque, by more than four. */
    public static final double LEAST_LEVER = 0.25;

    public Wrench {
        if (!(lengthM > 0) || !(offsetM >= 0) || !Double.isFinite(angleRad)) {
            throw new IllegalArgumentException("a wrench of some length, an attachment that is not negative");
        }
        if (offsetM >= lengthM) {
            throw new IllegalArgumentException("an attachment as long as the wrench itself");
        }
        if (!hasLever(lengthM, offsetM, angleRad)) {
            throw new IllegalArgumentException("an attachment that points back and leaves no lever");
        }
    }

    /** Whether hand and bolt are far enough apart for the wrench to mean anything. */
    public static boolean hasLever(double lengthM, double offsetM, double angleRad) {
        return lengthM + offsetM * Math.cos(angleRad) >= LEAST_LEVER * lengthM;
    }

    /** Without an attachment. */
    public static Wrench plain() {
        return new Wrench(0.3, 0, 0);
    }

    /** What the wrench is set to for a torque at the bolt; the same unit. */
    public double setting(double torque) {
        return torque / factor();
    }

    /** What the bolt gets when the wrench shows a value. */
    public double atBolt(double shown) {
        return shown * factor();
    }

    private double factor() {
        return (lengthM + offsetM * Math.cos(angleRad)) / lengthM;
    }
}

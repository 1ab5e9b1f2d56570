package dev.wartung.core.actuation;

/**
 * What a valve is wanted for, and all that may vary with it.
 *
 * @param allow what is allowed for where nobody has measured
 * @param wet   for discs and balls
 */
public record Duty(Line line, Air air, Scatter scatter, Allowances allow, Wet wet) {

    /**
     * Pressure in the line, pascal (gauge). Shut, each side that may be under pressure has any value between the two;
     * open, the body has.
     *
     * @param lowestPa  0, or below it where the line is evacuated; not below −101 325
     * @param highestPa not below 0 and not below the lowest
     * @param dropPa    across the open valve, 0 or more: what the flow turns a disc with
     */
    public record Line(Side side, double lowestPa, double highestPa, double dropPa) {
        public Line {
            if (!(lowestPa >= -101_325) || !(highestPa >= Math.max(0, lowestPa)) || !(dropPa >= 0)) {
                throw new IllegalArgumentException("line pressure from the lowest to the highest, above a vacuum");
            }
        }

        public Line(Side side, double highestPa) {
            this(side, 0, highestPa, 0);
        }

        /** The same from another side. */
        public Line from(Side other) {
            return new Line(other, lowestPa, highestPa, dropPa);
        }
    }

    /**
     * What the sheet's numbers may be off by, as shares.
     *
     * @param spring   either way, 0 or more, below 1
     * @param friction either way, 0 or more; friction is never below nothing
     */
    public record Scatter(double spring, double friction) {

        public static final Scatter NONE = new Scatter(0, 0);

        /** A tenth of the spring, half of the friction. Source: demo values of our plant, as the Lab has them. */
        public static final Scatter USUAL = new Scatter(0.1, 0.5);

        public Scatter {
            if (!(spring >= 0) || spring >= 1 || !(friction >= 0)) {
                throw new IllegalArgumentException("a scatter of zero or more, the spring's below the whole of it");
            }
        }
    }

    /**
     * What is allowed for where nobody has measured.
     *
     * @param stick      how many times its sliding friction a valve takes after it stood, 1 or more: rubber clings to
     *     metal that it has rested on
     * @param droopPa    by how much the air at the port falls below the supply while the valve moves, 0 or more: pilot
     *     valve and hose throttle what fills it
     * @param residualPa air left on the other side while it moves, 0 or more: a throttled or silenced exhaust keeps
     *     some back
     * @param margin     how many times what it takes a quarter-turn actuator must have, 1 or more
     */
    public record Allowances(double stick, double droopPa, double residualPa, double margin) {

        /** Half as much again after standing, 0.3 bar of droop, a free exhaust, a quarter more torque than needed. */
        public static final Allowances USUAL = new Allowances(1.5, 3e4, 0, 1.25);

        /** Nothing is allowed for. */
        public static final Allowances NONE = new Allowances(1, 0, 0, 1);

        public Allowances {
            if (!(stick >= 1) || !(droopPa >= 0) || !(residualPa >= 0) || !(margin >= 1)) {
                throw new IllegalArgumentException("allowances that make nothing easier than it is");
            }
        }
    }

    public Duty {
        if (allow.droopPa() >= air.lowestPa()) {
            throw new IllegalArgumentException("more droop than there is air");
        }
    }

    /** The same under another line. */
    public Duty with(Line other) {
        return new Duty(other, air, scatter, allow, wet);
    }

    /** The same with other air. */
    public Duty with(Air other) {
        return new Duty(line, other, scatter, allow, wet);
    }

    /** Without a spring nothing of it scatters. */
    Duty springless() {
        return new Duty(line, air, new Scatter(0, scatter.friction()), allow, wet);
    }
}

package dev.wartung.core.fits;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Whether a gearbox or actuator fits a valve's shaft and flange: the same form, the shaft smaller than the bore by a
 * little, the same bolt circle and thread.
 *
 * @param shaft of the valve
 * @param bore  of the gearbox or actuator
 */
public record ShaftFit(End shaft, End bore) {

    /** Play up to this is usual for a drive that is taken off again; more and it knocks. */
    public static final double MOST_PLAY_M = 0.3e-3;
    /** Bolt circles that differ by less are the same one, read with a caliper. */
    private static final double SAME_CIRCLE_M = 0.3e-3;

    /** Form of a shaft end, and what its size is measured across. */
    public enum Form {
        SQUARE("across the flats"),
        ROUND_WITH_KEY("diameter"),
        FLATS("across the flats");

        private final String measured;

        Form(String measured) {
            this.measured = measured;
        }

        public String measured() {
            return measured;
        }

        public String words() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }
    }

    /**
     * One side of the joint.
     *
     * @param sizeM   across the flats, or diameter, above 0
     * @param circleM bolt circle of the flange, above 0
     * @param bolts   number of bolts
     * @param thread  for instance M8
     */
    public record End(Form form, double sizeM, double circleM, int bolts, String thread) {
        public End {
            if (!(sizeM > 0) || !(circleM > sizeM) || bolts < 2) {
                throw new IllegalArgumentException("a size above zero inside its bolt circle, and two bolts or more");
            }
        }
    }

    public double playM() {
        return bore.sizeM() - shaft.sizeM();
    }

    /** What keeps it from fitting, each in a sentence; empty when it fits. */
    public List<String> obstacles() {
        List<String> found = new ArrayList<>();
        if (shaft.form() != bore.form()) {
            found.add("The shaft is " + shaft.form().words() + ", the bore "
                    + bore.form().words() + ". An adapter from the maker, or another gearbox.");
        } else if (playM() < 0) {
            found.add("The shaft is " + mm(-playM())
                    + " larger than the bore. Do not drive it on: measure both again, then ask for the right insert.");
        } else if (playM() > MOST_PLAY_M) {
            found.add("Play of " + mm(playM()) + ", more than " + mm(MOST_PLAY_M)
                    + ": the disc knocks and the position is lost. A reducing insert from the maker.");
        }
        if (Math.abs(shaft.circleM() - bore.circleM()) > SAME_CIRCLE_M) {
            found.add("Bolt circles " + mm(shaft.circleM()) + " and " + mm(bore.circleM())
                    + " differ. Turn to the other hole pattern, if there is one.");
        }
        if (shaft.bolts() != bore.bolts()) {
            found.add(shaft.bolts() + " bolts on the valve, " + bore.bolts() + " on the gearbox.");
        }
        if (!shaft.thread().equals(bore.thread())) {
            found.add("Thread " + shaft.thread() + " on the valve, " + bore.thread() + " on the gearbox.");
        }
        return List.copyOf(found);
    }

    private static String mm(double metres) {
        return Math.round(metres * 1e5) / 100.0 + " mm";
    }
}

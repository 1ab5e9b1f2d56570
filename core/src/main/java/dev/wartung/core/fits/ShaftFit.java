package dev.wartung.core.fits;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
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
    public List<Message> obstacles() {
        List<Message> found = new ArrayList<>();
        if (shaft.form() != bore.form()) {
            found.add(Message.of(
                    "shaft.form",
                    "The shaft is {shaft}, the bore {bore}. An adapter from the maker, or another gearbox.",
                    "shaft",
                    shaft.form().words(),
                    "bore",
                    bore.form().words()));
        } else if (playM() < 0) {
            found.add(Message.of(
                    "shaft.larger",
                    "The shaft is {larger} larger than the bore. Do not drive it on: measure both again, then ask for the right insert.",
                    "larger",
                    length(-playM())));
        } else if (playM() > MOST_PLAY_M) {
            found.add(Message.of(
                    "shaft.play",
                    "Play of {play}, more than {most}: the disc knocks and the position is lost. A reducing insert from the maker.",
                    "play",
                    length(playM()),
                    "most",
                    length(MOST_PLAY_M)));
        }
        if (Math.abs(shaft.circleM() - bore.circleM()) > SAME_CIRCLE_M) {
            found.add(Message.of(
                    "shaft.circles",
                    "Bolt circles {shaft} and {bore} differ. Turn to the other hole pattern, if there is one.",
                    "shaft",
                    length(shaft.circleM()),
                    "bore",
                    length(bore.circleM())));
        }
        if (shaft.bolts() != bore.bolts()) {
            found.add(Message.of(
                    "shaft.bolts",
                    "{shaft} bolts on the valve, {bore} on the gearbox.",
                    "shaft",
                    shaft.bolts(),
                    "bore",
                    bore.bolts()));
        }
        if (!shaft.thread().equals(bore.thread())) {
            found.add(Message.of(
                    "shaft.thread",
                    "Thread {shaft} on the valve, {bore} on the gearbox.",
                    "shaft",
                    shaft.thread(),
                    "bore",
                    bore.thread()));
        }
        return List.copyOf(found);
    }

    private static Quantity length(double metres) {
        return new Quantity(metres, Dimension.LENGTH);
    }
}

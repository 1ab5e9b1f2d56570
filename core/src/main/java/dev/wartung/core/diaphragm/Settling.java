package dev.wartung.core.diaphragm;

import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How a clamped elastomer loses: in equal steps for every tenfold of time, value = at one hour + slope·log10(hours).
 *
 * <p>Source: physical relaxation of rubber, linear in the logarithm of time (ISO 3384-1 reports it so). Worked: 12.0
 * N·m after 1 h and 11.0 N·m after 10 h
 * lose 1.0 N·m a decade; 10.0 N·m is reached after 100 h.
 *
 * @param atOneHour       the value one hour after tightening
 * @param changePerDecade for every tenfold of time; negative where it falls
 * @param last            the latest reading: whatever the line says, it is what is there
 * @param times           at how many different times it was read
 */
public record Settling(double atOneHour, double changePerDecade, Look last, int times) {

    /** One look: hours since it was tightened (above 0), and the torque or gap read. */
    public record Look(double hours, double value) {}

    /** @throws IllegalArgumentException for fewer than two different times, or one that is not above zero */
    public static Settling of(List<Look> looks) {
        if (looks.stream().anyMatch(l -> !(l.hours() > 0) || !Double.isFinite(l.value()))
                || looks.stream().map(Look::hours).distinct().count() < 2) {
            throw new IllegalArgumentException("readings at two or more different times after tightening");
        }
        double meanLog =
                looks.stream().mapToDouble(l -> Math.log10(l.hours())).average().orElseThrow();
        double mean = looks.stream().mapToDouble(Look::value).average().orElseThrow();
        double spread = looks.stream()
                .mapToDouble(l -> Math.pow(Math.log10(l.hours()) - meanLog, 2))
                .sum();
        double joint = looks.stream()
                .mapToDouble(l -> (Math.log10(l.hours()) - meanLog) * (l.value() - mean))
                .sum();
        double slope = joint / spread;
        return new Settling(
                mean - slope * meanLog,
                slope,
                looks.stream().max(Comparator.comparingDouble(Look::hours)).orElseThrow(),
                (int) looks.stream().map(Look::hours).distinct().count());
    }

    /** Two readings make a line whatever they are: nothing says how far either is off. */
    public boolean isThin() {
        return times < 3;
    }

    private double lastHours() {
        return last.hours();
    }

    public double after(double hours) {
        return atOneHour + changePerDecade * Math.log10(hours);
    }

    /**
     * Hours after tightening until the line falls (or rises) to the limit; empty if it does not move that way, or takes
     * longer than any seal stays: twenty years.
     */
    public Optional<Double> reaches(double limit) {
        double hours = Math.pow(10, (limit - atOneHour) / changePerDecade);
        return hours > 0 && hours < LONGEST_H ? Optional.of(hours) : Optional.empty();
    }

    private static final double LONGEST_H = 20 * 365.25 * 24;

    /**
     * When to look next: at three times the time of the last reading, or half-way (in time) to the limit where that
     * comes earlier.
     */
    public double nextLookHours(double limit) {
        double usual = lastHours() * 3;
        return reaches(limit)
                .filter(h -> h > lastHours())
                .map(h -> Math.min(usual, lastHours() + (h - lastHours()) / 2))
                .orElse(usual);
    }

    /** What a series says to do. */
    public enum Advice {
        HOLDS(
                Message.of("settling.holds", "Its readings do not lead to the limit for as long as a seal stays."),
                Message.of("settling.holds.next", "The periodic look is enough.")),
        WATCH(
                Message.of("settling.watch", "Its readings lead to the limit."),
                Message.of("settling.watch.next", "Re-tightening pays shortly before; it begins a new series.")),
        RETIGHTEN(
                Message.of("settling.past", "It is past its limit."),
                Message.of("settling.past.next", "Re-tighten once now, crosswise, then begin a new series.")),
        RENEW(
                Message.of("settling.spent", "It is past its limit and losing fast: there is no spring left in it."),
                Message.of("settling.spent.next", "Renew what is clamped; re-tightening would not hold.")),
        DOUBT(
                Message.of("settling.doubt", "It was read tighter than before."),
                Message.of(
                        "settling.doubt.next",
                        "A warmer joint, another tool or another hand can do that. Read it again, at the same temperature and with the same tool."));

        private final Message says;
        private final Message next;

        Advice(Message says, Message next) {
            this.says = says;
            this.next = next;
        }

        public Message says() {
            return says;
        }

        /** What to do. */
        public Message next() {
            return next;
        }

        /** Whether it calls for something now. */
        public boolean now() {
            return this == RETIGHTEN || this == RENEW || this == DOUBT;
        }
    }

    /** A joint that loses more than this share of its value per decade has no spring left; the plant's choice. */
    private static final double SPENT = 0.15;

    /**
     * What to do. The last reading counts: past its limit it is past it, wherever the line runs.
     *
     * @param rises a gap, which opens as the joint settles; otherwise a torque, which falls
     */
    public Advice advice(double limit, boolean rises) {
        double line = after(lastHours());
        double now = rises ? Math.max(line, last.value()) : Math.min(line, last.value());
        if (rises ? now > limit : now < limit) {
            return Math.abs(changePerDecade / atOneHour) > SPENT ? Advice.RENEW : Advice.RETIGHTEN;
        }
        if (changePerDecade != 0 && rises == changePerDecade > 0) {
            return reaches(limit).isPresent() ? Advice.WATCH : Advice.HOLDS;
        }
        return changePerDecade == 0 ? Advice.HOLDS : Advice.DOUBT;
    }

    /** Hours as a person says them: hours for two days, then days, months, years. */
    public static String duration(double hours) {
        if (hours < 48) {
            return Quantity.rounded(hours, hours < 10 ? 1 : 0) + " h";
        }
        double days = hours / 24;
        return days < 120
                ? Math.round(days) + " days"
                : days < 730 ? Math.round(days / 30.4) + " months" : Quantity.rounded(days / 365.25, 1) + " years";
    }
}

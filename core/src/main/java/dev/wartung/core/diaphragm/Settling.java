package dev.wartung.core.diaphragm;

import dev.wartung.core.measure.Quantity;
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
 * @param lastHours       time of the last reading
 */
public record Settling(double atOneHour, double changePerDecade, double lastHours) {

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
                looks.stream().mapToDouble(Look::hours).max().orElseThrow());
    }

    public double after(double hours) {
        return atOneHour + changePerDecade * Math.log10(hours);
    }

    /**
     * Hours after tightening until it falls (or rises) to the limit; empty if it does not move that way, or takes
     * longer than a century.
     */
    public Optional<Double> reaches(double limit) {
        double decades = (limit - atOneHour) / changePerDecade;
        return Double.isFinite(decades) && decades < 6 ? Optional.of(Math.pow(10, decades)) : Optional.empty();
    }

    /**
     * When to look next: at three times the time of the last reading, or half-way (in time) to the limit where that
     * comes earlier.
     */
    public double nextLookHours(double limit) {
        double usual = lastHours * 3;
        return reaches(limit)
                .filter(h -> h > lastHours)
                .map(h -> Math.min(usual, lastHours + (h - lastHours) / 2))
                .orElse(usual);
    }

    /** What a series says to do. */
    public enum Advice {
        HOLDS("It does not reach its limit within a century.", "The periodic look is enough."),
        WATCH("It will reach its limit.", "Re-tightening pays shortly before; it begins a new series."),
        RETIGHTEN("It is past its limit.", "Re-tighten once now, crosswise, then begin a new series."),
        RENEW(
                "It is past its limit and losing fast: there is no spring left in it.",
                "Renew what is clamped; re-tightening would not hold."),
        DOUBT("It gets tighter with time. Rubber does not do that.", "Look at the readings and the gauge again.");

        private final String says;
        private final String next;

        Advice(String says, String next) {
            this.says = says;
            this.next = next;
        }

        public String says() {
            return says;
        }

        /** What to do. */
        public String next() {
            return next;
        }

        /** Whether it calls for something now. */
        public boolean now() {
            return this == RETIGHTEN || this == RENEW || this == DOUBT;
        }
    }

    /** A joint that loses more than this share of its value per decade has no spring left; the plant's choice. */
    private static final double SPENT = 0.15;

    /** @param rises a gap, which opens as the joint settles; otherwise a torque, which falls */
    public Advice advice(double limit, boolean rises) {
        double now = after(lastHours);
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

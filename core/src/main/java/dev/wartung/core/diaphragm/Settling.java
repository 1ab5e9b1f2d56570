package dev.wartung.core.diaphragm;

import java.util.List;
import java.util.Optional;

/**
 * How a clamped elastomer loses: in equal steps for every tenfold of time, value = at one hour + slope·log10(hours).
 *
 * <p>Source: physical relaxation of rubber, linear in the logarithm of time (ISO 3384-1 reports it so). Worked: 12.0 N·m after 1 h and 11.0 N·m after 10 h
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
        if (looks.stream().anyMatch(l -> !(l.hours() > 0) || !Double.isFinite(l.value())) || looks.stream().map(Look::hours).distinct().count() < 2) {
            throw new IllegalArgumentException("readings at two or more different times after tightening");
        }
        double meanLog = looks.stream().mapToDouble(l -> Math.log10(l.hours())).average().orElseThrow();
        double mean = looks.stream().mapToDouble(Look::value).average().orElseThrow();
        double spread = looks.stream().mapToDouble(l -> Math.pow(Math.log10(l.hours()) - meanLog, 2)).sum();
        double joint = looks.stream().mapToDouble(l -> (Math.log10(l.hours()) - meanLog) * (l.value() - mean)).sum();
        double slope = joint / spread;
        return new Settling(mean - slope * meanLog, slope, looks.stream().mapToDouble(Look::hours).max().orElseThrow());
    }

    public double after(double hours) {
        return atOneHour + changePerDecade * Math.log10(hours);
    }

    /** Hours after tightening until it falls (or rises) to the limit; empty if it does not move that way, or takes longer than a century. */
    public Optional<Double> reaches(double limit) {
        double decades = (limit - atOneHour) / changePerDecade;
        return Double.isFinite(decades) && decades < 6 ? Optional.of(Math.pow(10, decades)) : Optional.empty();
    }

    /** When to look next: at three times the time of the last reading, or half-way (in time) to the limit where that comes earlier. */
    public double nextLookHours(double limit) {
        double usual = lastHours * 3;
        return reaches(limit).filter(h -> h > lastHours).map(h -> Math.min(usual, lastHours + (h - lastHours) / 2)).orElse(usual);
    }
}

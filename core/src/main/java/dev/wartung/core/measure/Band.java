package dev.wartung.core.measure;

import java.util.Optional;

/**
 * The limits a reading must lie within, ends included.
 *
 * @param min    the lower limit
 * @param max    the upper limit, not below {@code min}
 * @param target what to aim for, if the sheet says; within the limits
 */
public record Band(Quantity min, Quantity max, Optional<Quantity> target) {

    public Band {
        if (min.compareTo(max) > 0) {
            throw new IllegalArgumentException("lower limit above upper limit");
        }
        target.ifPresent(t -> {
            if (t.compareTo(min) < 0 || t.compareTo(max) > 0) {
                throw new IllegalArgumentException("target outside the limits");
            }
        });
    }

    public Outcome judge(Quantity reading) {
        if (reading.compareTo(min) < 0) {
            return Outcome.LOW;
        }
        return reading.compareTo(max) > 0 ? Outcome.HIGH : Outcome.WITHIN;
    }

    /** For instance "12 to 14 N·m". */
    public String shown() {
        return shownIn(Unit.metric(min.dimension()));
    }

    public String shownIn(Unit unit) {
        return min.numberIn(unit) + " to " + max.shownIn(unit);
    }
}

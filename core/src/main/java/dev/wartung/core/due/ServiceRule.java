package dev.wartung.core.due;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * How long product seals stay in: so many months, cycles or sterilisations since they were renewed, whichever is
 * reached first. Cycles and sterilisations to come are taken to come
 * as fast as those since the renewal.
 *
 * <p>Worked: renewed on 1 January, 12 months, 100 000 cycles. On 11 April, 100 days later, it has made 40 000: 400 a
 * day. The 60 000 left take 150 days: due on 8 September, by its
 * cycles.
 *
 * @param months         above 0; empty for no limit
 * @param cycles         above 0; empty for no limit
 * @param sterilisations above 0; empty for no limit
 */
public record ServiceRule(OptionalInt months, OptionalInt cycles, OptionalInt sterilisations) {

    /** What makes it due. */
    public enum By {
        MONTHS("its months"),
        CYCLES("its cycles"),
        STERILISATIONS("its sterilisations");

        private final String words;

        By(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    public ServiceRule {
        if (Stream.of(months, cycles, sterilisations).allMatch(OptionalInt::isEmpty)) {
            throw new IllegalArgumentException("a rule has at least one limit");
        }
        if (Stream.of(months, cycles, sterilisations).anyMatch(limit -> limit.isPresent() && limit.getAsInt() <= 0)) {
            throw new IllegalArgumentException("limits are above zero");
        }
    }

    /**
     * When it is due.
     *
     * @param on    the day; one that is past for what is overdue
     * @param by    what makes it due
     * @param used  of that limit: months whole, cycles or sterilisations since the renewal
     * @param limit the limit
     */
    public record Due(LocalDate on, By by, long used, long limit) {}

    /**
     * The day it is due.
     *
     * @param renewed        when the seals were renewed, not after today
     * @param cyclesSince    cycles since then; 0 or more
     * @param sterilisedSince sterilisations since then; 0 or more
     */
    public Due due(LocalDate renewed, long cyclesSince, long sterilisedSince, LocalDate today) {
        Stream<Optional<Due>> each = Stream.of(
                months.isPresent()
                        ? Optional.of(new Due(
                                renewed.plusMonths(months.getAsInt()),
                                By.MONTHS,
                                ChronoUnit.MONTHS.between(renewed, today),
                                months.getAsInt()))
                        : Optional.empty(),
                counted(By.CYCLES, cycles, cyclesSince, renewed, today),
                counted(By.STERILISATIONS, sterilisations, sterilisedSince, renewed, today));
        return each.flatMap(Optional::stream)
                .min(Comparator.comparing(Due::on).thenComparing(Due::by))
                .orElseGet(() -> new Due(LocalDate.MAX, By.CYCLES, cyclesSince, cycles.orElse(1)));
    }

    /** Empty where nothing has been counted yet: there is no rate to go by. */
    private static Optional<Due> counted(By by, OptionalInt limit, long used, LocalDate renewed, LocalDate today) {
        if (limit.isEmpty() || used == 0) {
            return Optional.empty();
        }
        long left = limit.getAsInt() - used;
        double perDay = used / (double) Math.max(1, ChronoUnit.DAYS.between(renewed, today));
        LocalDate on = left <= 0 ? today : today.plusDays((long) Math.min(36_500, Math.floor(left / perDay)));
        return Optional.of(new Due(on, by, used, limit.getAsInt()));
    }
}

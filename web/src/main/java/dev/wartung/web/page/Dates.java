package dev.wartung.web.page;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAccessor;
import java.util.Locale;
import org.springframework.stereotype.Component;

/**
 * Days and moments as they are read, in the plant's time zone: the one place that knows. Whatever language a browser
 * asks for, there is one kind of dates on a page.
 */
@Component("dates")
public class Dates {

    private static final DateTimeFormatter DAY = written("d MMM yyyy");
    private static final DateTimeFormatter DAY_OF_YEAR = written("d MMM");
    private static final DateTimeFormatter LONG_DAY = written("EEEE d MMMM yyyy");
    private static final DateTimeFormatter MONTH = written("MMMM yyyy");
    private static final DateTimeFormatter MOMENT = written("d MMM yyyy HH:mm");
    private static final DateTimeFormatter LONG_MOMENT = written("EEEE d MMMM, HH:mm");

    private final Clock clock;

    Dates(Clock clock) {
        this.clock = clock;
    }

    private static DateTimeFormatter written(String pattern) {
        return DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
    }

    private TemporalAccessor here(TemporalAccessor at) {
        return at instanceof Instant instant ? instant.atZone(clock.getZone()) : at;
    }

    public String day(Instant at) {
        return DAY.format(here(at));
    }

    public String day(LocalDate day) {
        return DAY.format(day);
    }

    /** Where the year goes without saying: "15 Mar". */
    public String dayOfYear(LocalDate day) {
        return DAY_OF_YEAR.format(day);
    }

    /** With the day of the week. */
    public String longDay(LocalDate day) {
        return LONG_DAY.format(day);
    }

    public String month(LocalDate day) {
        return MONTH.format(YearMonth.from(day));
    }

    public String moment(Instant at) {
        return MOMENT.format(here(at));
    }

    /** A moment of the plant's clock. */
    public String moment(LocalDateTime at) {
        return MOMENT.format(at);
    }

    /** With the day of the week, where the year goes without saying. */
    public String longMoment(LocalDateTime at) {
        return LONG_MOMENT.format(at);
    }

    /** The zone all of it is written in, for instance "Europe/Oslo". */
    public String zone() {
        return clock.getZone().getId();
    }
}

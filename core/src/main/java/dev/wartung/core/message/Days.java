package dev.wartung.core.message;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.ResolverStyle;
import java.util.Locale;
import java.util.Optional;

/**
 * Days and hours as they are written on pages and in documents, and read from what is typed: the one place that knows.
 * Whatever language a browser or a machine speaks, there is one kind of dates.
 */
public final class Days {

    private static final DateTimeFormatter DAY = written("d MMM yyyy");
    private static final DateTimeFormatter DAY_OF_YEAR = written("d MMM");
    private static final DateTimeFormatter DAY_OF_WEEK = written("EEE d MMM");
    private static final DateTimeFormatter LONG_DAY = written("EEEE d MMMM yyyy");
    private static final DateTimeFormatter MONTH = written("MMMM yyyy");
    private static final DateTimeFormatter MOMENT = written("d MMM yyyy HH:mm");
    private static final DateTimeFormatter LONG_MOMENT = written("EEEE d MMMM, HH:mm");
    private static final DateTimeFormatter HOUR = written("HH:mm");

    /** As it is written here, or as computers write it; a mere number of a month is guessed by nobody. */
    private static final DateTimeFormatter TYPED_DAY = typed("[d MMMM uuuu][d MMM uuuu][uuuu-MM-dd]");

    private static final DateTimeFormatter TYPED_MOMENT =
            typed("[d MMMM uuuu HH:mm][d MMM uuuu HH:mm][uuuu-MM-dd HH:mm][uuuu-MM-dd'T'HH:mm[:ss]]");

    private Days() {}

    private static DateTimeFormatter written(String pattern) {
        return DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH);
    }

    private static DateTimeFormatter typed(String patterns) {
        return new DateTimeFormatterBuilder()
                .parseCaseInsensitive()
                .appendPattern(patterns)
                .toFormatter(Locale.ENGLISH)
                .withResolverStyle(ResolverStyle.STRICT);
    }

    /** "15 Mar 2027". */
    public static String day(LocalDate day) {
        return DAY.format(day);
    }

    /** Where the year goes without saying: "15 Mar". */
    public static String dayOfYear(LocalDate day) {
        return DAY_OF_YEAR.format(day);
    }

    /** Where the week is planned: "Mon 15 Mar". */
    public static String dayOfWeek(LocalDate day) {
        return DAY_OF_WEEK.format(day);
    }

    /** "Monday 15 March 2027". */
    public static String longDay(LocalDate day) {
        return LONG_DAY.format(day);
    }

    /** "March 2027". */
    public static String month(LocalDate day) {
        return MONTH.format(YearMonth.from(day));
    }

    /** "15 Mar 2027 06:00", of the clock on the wall. */
    public static String moment(LocalDateTime at) {
        return MOMENT.format(at);
    }

    /** "Monday 15 March, 06:00", of the clock on the wall. */
    public static String longMoment(LocalDateTime at) {
        return LONG_MOMENT.format(at);
    }

    /** "06:00". */
    public static String hour(LocalTime at) {
        return HOUR.format(at);
    }

    /** @return the day that was typed, as it is written here or as 2027-03-15; empty for anything else */
    public static Optional<LocalDate> read(String typed) {
        try {
            return Optional.of(LocalDate.parse(plain(typed), TYPED_DAY));
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }

    /** @return the moment that was typed, of the clock on the wall; empty for anything else */
    public static Optional<LocalDateTime> readMoment(String typed) {
        try {
            return Optional.of(LocalDateTime.parse(plain(typed), TYPED_MOMENT));
        } catch (DateTimeException none) {
            return Optional.empty();
        }
    }

    private static String plain(String typed) {
        return typed.strip().replaceAll(" +", " ");
    }
}

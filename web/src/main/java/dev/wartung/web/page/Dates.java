package dev.wartung.web.page;

import dev.wartung.core.message.Days;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import org.springframework.stereotype.Component;

/** Days and moments for templates, in the plant's time zone, written as {@link Days} writes them. */
@Component
public class Dates {

    private final Clock clock;

    Dates(Clock clock) {
        this.clock = clock;
    }

    /** Where nothing is set up: for documents that a command writes. */
    public static Dates by(Clock clock) {
        return new Dates(clock);
    }

    private LocalDateTime here(Instant at) {
        return LocalDateTime.ofInstant(at, clock.getZone());
    }

    public String day(Instant at) {
        return Days.day(here(at).toLocalDate());
    }

    public String day(LocalDate day) {
        return Days.day(day);
    }

    public String dayOfYear(LocalDate day) {
        return Days.dayOfYear(day);
    }

    public String longDay(LocalDate day) {
        return Days.longDay(day);
    }

    public String month(LocalDate day) {
        return Days.month(day);
    }

    public String moment(Instant at) {
        return Days.moment(here(at));
    }

    public String moment(LocalDateTime at) {
        return Days.moment(at);
    }

    public String longMoment(LocalDateTime at) {
        return Days.longMoment(at);
    }

    /** The zone all of it is written in, for instance "Europe/Oslo". */
    public String zone() {
        return clock.getZone().getId();
    }
}

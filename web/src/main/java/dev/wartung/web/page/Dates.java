package dev.wartung.web.page;

import java.time.Clock;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Moments written out in the plant's time zone. */
@Component("dates")
public class Dates {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Locale.ENGLISH);

    private final Clock clock;

    Dates(Clock clock) {
        this.clock = clock;
    }

    public String day(Instant at) {
        return DAY.format(at.atZone(clock.getZone()));
    }

    /** The zone all of it is written in, for instance "Europe/Oslo". */
    public String zone() {
        return clock.getZone().getId();
    }

    public String moment(Instant at) {
        return MOMENT.format(at.atZone(clock.getZone()));
    }
}

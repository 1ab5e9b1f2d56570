package dev.wartung.web.page;

import dev.wartung.core.message.Days;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Map;
import java.util.Optional;

/** Reads days that were typed into forms, and says beside the field what is wrong with one. */
public final class TypedDay {

    private static final int FIRST_YEAR = 1950;
    private static final int LAST_YEAR = 2199;

    private TypedDay() {}

    /**
     * A day until today.
     *
     * @param troubles takes, under the field's name, why there is none
     */
    public static Optional<LocalDate> past(
            String field, Map<String, String> typed, LocalDate today, Map<String, String> troubles) {
        return read(field, typed, troubles).filter(day -> {
            if (day.isAfter(today) || day.getYear() < FIRST_YEAR) {
                troubles.put(field, day.isAfter(today) ? "That day is still to come." : "That is too long ago.");
            }
            return !troubles.containsKey(field);
        });
    }

    /**
     * Today or a day to come.
     *
     * @param troubles takes, under the field's name, why there is none
     */
    public static Optional<LocalDate> coming(
            String field, Map<String, String> typed, LocalDate today, Map<String, String> troubles) {
        return read(field, typed, troubles).filter(day -> {
            if (day.isBefore(today) || day.getYear() > LAST_YEAR) {
                troubles.put(
                        field,
                        day.isBefore(today) ? "That day is past. Choose today or later." : "That is too far away.");
            }
            return !troubles.containsKey(field);
        });
    }

    /**
     * A moment of the plant's clock, as a form sends it. One that comes twice, where clocks are put back, is the first.
     *
     * @param troubles takes, under the field's name, why there is none
     */
    public static Optional<Instant> moment(String field, String typed, ZoneId zone, Map<String, String> troubles) {
        Optional<LocalDateTime> local = Days.readMoment(typed);
        if (local.isEmpty()) {
            troubles.put(field, "Choose a day and an hour.");
        } else if (zone.getRules().getValidOffsets(local.get()).isEmpty()) {
            troubles.put(
                    field, "There is no such time on that day: the clocks are put forward. Choose one an hour later.");
        } else {
            return Optional.of(local.get().atZone(zone).toInstant());
        }
        return Optional.empty();
    }

    private static Optional<LocalDate> read(String field, Map<String, String> typed, Map<String, String> troubles) {
        String text = typed.getOrDefault(field, "").strip();
        Optional<LocalDate> day = Days.read(text);
        if (day.isEmpty()) {
            troubles.put(
                    field,
                    text.isEmpty() ? "Choose the day." : "“" + text + "” is not a date. Type it as 15 Mar 2027.");
        }
        return day;
    }
}

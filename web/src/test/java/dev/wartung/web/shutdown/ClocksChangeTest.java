package dev.wartung.web.shutdown;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.scheduling.Shutdown;
import dev.wartung.scheduling.Shutdown.Shift;
import dev.wartung.scheduling.Shutdown.Technician;
import dev.wartung.web.shutdown.PlanChart.Tick;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Shutdowns over the nights on which clocks are changed: in spring an hour is missing, in autumn one comes twice. */
class ClocksChangeTest {

    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");

    private static List<Shift> night(String begins) {
        Setup.Person person =
                new Setup.Person("n", "Night", true, LocalTime.of(22, 0), LocalTime.of(6, 0), 2, false, false);
        Technician technician = person.technician(ZonedDateTime.parse(begins + "[Europe/Oslo]"), 36 * 60);
        return technician.shifts();
    }

    @Test
    @DisplayName(
            "A night shift from 22 to 6 has seven hours in spring, nine in autumn, eight else; overtime follows its end")
    void nights() {
        assertThat(night("2026-03-28T12:00+01:00"))
                .contains(new Shift(600, 600 + 7 * 60, false), new Shift(600 + 7 * 60, 600 + 9 * 60, true));
        assertThat(night("2026-10-24T12:00+02:00"))
                .contains(new Shift(600, 600 + 9 * 60, false), new Shift(600 + 9 * 60, 600 + 11 * 60, true));
        assertThat(night("2026-11-27T12:00+01:00"))
                .contains(new Shift(600, 600 + 8 * 60, false), new Shift(600 + 8 * 60, 600 + 10 * 60, true));
    }

    @Test
    @DisplayName("The chart's hours are those of the clock on the wall, before and after the change")
    void ticks() {
        for (String begins : List.of("2026-03-28T12:00+01:00", "2026-10-24T12:00+02:00")) {
            Shutdown shutdown = new Shutdown(
                    40 * 60, 0, 1, List.of(), List.of(), Map.of(), List.of(), List.of(), new Shutdown.Weights(1, 1, 1));
            List<Tick> ticks =
                    PlanChart.ticks(shutdown, ZonedDateTime.parse(begins).toInstant(), OSLO, 1);
            assertThat(ticks)
                    .extracting(Tick::hour)
                    .startsWith("12:00", "15:00", "18:00", "21:00", "00:00", "03:00", "06:00")
                    .doesNotContain("04:00", "02:00");
            assertThat(ticks.get(5).x() - ticks.get(4).x()).isEqualTo(begins.startsWith("2026-03") ? 120 : 240);
            assertThat(ticks.get(4).day()).isNotEmpty();
        }
    }
}

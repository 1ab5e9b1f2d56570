package dev.wartung.core.due;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ServiceRuleTest {

    private static ServiceRule rule(int months, int cycles, int sterilisations) {
        return new ServiceRule(limit(months), limit(cycles), limit(sterilisations));
    }

    private static OptionalInt limit(int value) {
        return value == 0 ? OptionalInt.empty() : OptionalInt.of(value);
    }

    @ParameterizedTest(name = "{0} months, {1} cycles ({3} made), {2} sterilisations ({4} seen): {5} by {6}")
    @CsvSource({
        "12, 100000, 0, 40000, 0, 2026-09-08, CYCLES",
        "12, 100000, 0, 0, 0, 2027-01-01, MONTHS",
        "12, 100000, 50, 10000, 20, 2026-09-08, STERILISATIONS",
        "12, 100000, 50, 120000, 20, 2026-04-11, CYCLES",
        "3, 0, 0, 0, 0, 2026-04-01, MONTHS",
    })
    @DisplayName("Renewed on 1 January, looked at on 11 April: whichever comes first")
    void worked(int months, int cycles, int sterilisations, long made, long seen, LocalDate on, ServiceRule.By by) {
        ServiceRule.Due due = rule(months, cycles, sterilisations)
                .due(LocalDate.of(2026, 1, 1), made, seen, LocalDate.of(2026, 4, 11));
        assertThat(due.on()).isEqualTo(on);
        assertThat(due.by()).isEqualTo(by);
    }

    @Test
    @DisplayName("Law: another limit never makes it due later, more use never later, and by its months at the latest")
    void laws() {
        Random random = new Random(7);
        LocalDate renewed = LocalDate.of(2026, 1, 1);
        for (int i = 0; i < 500; i++) {
            LocalDate today = renewed.plusDays(1 + random.nextInt(600));
            int months = 1 + random.nextInt(24);
            int cycles = 1000 + random.nextInt(100_000);
            int sterilisations = 1 + random.nextInt(200);
            long made = random.nextInt(120_000);
            long seen = random.nextInt(220);
            LocalDate all = rule(months, cycles, sterilisations)
                    .due(renewed, made, seen, today)
                    .on();
            assertThat(all)
                    .isBeforeOrEqualTo(rule(months, cycles, 0)
                            .due(renewed, made, seen, today)
                            .on())
                    .isBeforeOrEqualTo(renewed.plusMonths(months));
            assertThat(rule(months, cycles, sterilisations)
                            .due(renewed, made + 500, seen, today)
                            .on())
                    .isBeforeOrEqualTo(all);
        }
        assertThatThrownBy(() -> rule(0, 0, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> rule(-1, 0, 0)).isInstanceOf(IllegalArgumentException.class);
    }
}

package dev.wartung.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What is typed in one system is what is read in the other. */
class UnitSystemTest {

    @ParameterizedTest
    @EnumSource(Dimension.class)
    @DisplayName("What is shown and typed again is the same, but for the last digit shown")
    void roundTrip(Dimension dimension) {
        Random random = new Random(dimension.ordinal());
        for (UnitSystem system : UnitSystem.values()) {
            Unit unit = system.unit(dimension);
            for (int i = 0; i < 200; i++) {
                Quantity quantity = Quantity.of(Math.pow(10, random.nextDouble() * 4 - 1), unit);
                assertThat(Entry.read(system.shown(quantity), unit))
                        .isInstanceOfSatisfying(Entry.Understood.class, read -> assertThat(
                                        read.quantity().si())
                                .as("%s as %s", quantity, system.shown(quantity))
                                .isCloseTo(quantity.si(), within(resolution(system.shown(quantity), dimension))));
            }
        }
    }

    /** Half of the last digit of an amount, in SI. */
    private static double resolution(String shown, Dimension dimension) {
        String[] parts = shown.split(" ", 2);
        int point = parts[0].indexOf('.');
        Unit unit = Unit.named(parts[1]).orElseThrow();
        double step = Math.pow(10, -Math.max(point < 0 ? 0 : parts[0].length() - point - 1, unit.decimals()));
        double one = Quantity.of(1, unit).si() - Quantity.of(0, unit).si();
        return (point < 0 ? Math.max(step, 1) : step) * one * 0.5
                + one * 1e-9
                + (dimension == Dimension.FORCE ? 60 : 0);
    }

    @Test
    @DisplayName(
            "A bare number is in the reader's own unit, a unit typed with it wins, and either decimal sign is read")
    void typed() {
        assertThat(si("85", UnitSystem.US.unit(Dimension.TORQUE))).isCloseTo(9.6037, within(1e-3));
        assertThat(si("85 lbf·in", UnitSystem.METRIC.unit(Dimension.TORQUE))).isCloseTo(9.6037, within(1e-3));
        assertThat(si("9,6 Nm", UnitSystem.US.unit(Dimension.TORQUE))).isCloseTo(9.6, within(1e-12));
        assertThat(si("3/32 in", UnitSystem.METRIC.unit(Dimension.LENGTH))).isCloseTo(2.38125e-3, within(1e-12));
        assertThat(si("68 °F", UnitSystem.METRIC.unit(Dimension.TEMPERATURE))).isCloseTo(293.15, within(1e-9));
        assertThat(si("75 psi", UnitSystem.METRIC.unit(Dimension.PRESSURE))).isCloseTo(517_107, within(1.0));
        assertThat(si("53 ft lbf", UnitSystem.US.unit(Dimension.ENERGY)))
                .as("an energy where one is asked for")
                .isCloseTo(71.858, within(1e-2));
        assertThat(si("7 ft lbf", UnitSystem.METRIC.unit(Dimension.TORQUE)))
                .as("a torque where one is asked for")
                .isCloseTo(9.4907, within(1e-3));
        assertThat(Entry.read("-460 °F", Unit.CELSIUS)).isInstanceOf(Entry.NotUnderstood.class);
        assertThat(Entry.read("5 bar", Unit.MILLIMETRE)).isInstanceOf(Entry.NotUnderstood.class);
    }

    private static double si(String typed, Unit usual) {
        return ((Entry.Understood) Entry.read(typed, usual)).quantity().si();
    }
}

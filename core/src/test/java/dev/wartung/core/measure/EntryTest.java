package dev.wartung.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class EntryTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "13|NEWTON_METRE|13",
                "13,2|NEWTON_METRE|13.2",
                " 9.6 Nm |NEWTON_METRE|9.6",
                "9,6 N·m|NEWTON_METRE|9.6",
                ".5|MILLIMETRE|0.0005",
                "85 lbf·in|NEWTON_METRE|9.603710",
                "85 lbf-in|NEWTON_METRE|9.603710",
                "10 lbf ft|NEWTON_METRE|13.558179",
                "60 psi|BAR|413685.4",
                "1.7|MILLIMETRE|0.0017",
                "0.25 in|MILLIMETRE|0.00635",
                "-3|CELSIUS|270.15",
                "−3 °C|CELSIUS|270.15",
                "98.6 °F|CELSIUS|310.15",
                "3/32 in|MILLIMETRE|0.00238125",
                "1 1/2 in|MILLIMETRE|0.0381",
                "1-1/2 in|MILLIMETRE|0.0381",
                "1/4|INCH|0.00635",
                "0,300|BAR|30000",
                "2.300 bar|BAR|230000",
                "2300,500|MILLIBAR|230050",
                "1 kgf·m|NEWTON_METRE|9.80665",
                "12 kgf cm|NEWTON_METRE|1.176798",
                "130 N·cm|NEWTON_METRE|1.3",
                "10 ft-lbs|NEWTON_METRE|13.558179",
                "85 in-lbs|NEWTON_METRE|9.603710",
                "2 barg|BAR|200000",
                "2 bar(g)|BAR|200000",
                "30 psig|BAR|206842.7",
                "500 mbar(g)|BAR|50000",
                "0.4 MPa|BAR|400000",
                "0.4 MPA|BAR|400000",
                "29.92 inHg|BAR|101320.8",
                "300 K|CELSIUS|300"
            })
    @DisplayName("A number with or without its unit, with point or comma, means the same amount")
    void understood(String typed, Unit usual, double si) {
        assertThat(Entry.read(typed, usual)).isInstanceOfSatisfying(Entry.Understood.class, u -> assertThat(
                        u.quantity().si())
                .isCloseTo(si, within(Math.abs(si) * 1e-6)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "''|Type the reading",
                "twelve|not a number",
                "1.234,5|two decimal signs",
                "1e5|not a unit",
                "12 furlongs|not a unit",
                "5 bar|does not measure",
                "-13|Less than zero",
                "99999999999|too large",
                "NaN|not a number",
                "Infinity|not a number",
                "0x10|not a unit",
                "--1|not a number",
                "1/0|divides by zero",
                "2,300|Is “2,300” 2.300 or 2300?",
                "12,500 N·m|Is “12,500” 12.500 or 12500?",
                "1 234|Type thousands without a separator",
                "12'500|Type thousands without a separator",
                "1.234.567|Type thousands without a separator",
                "3 mPa|is a thousandth of a pascal. Megapascal is MPa",
                "3 bar(a)|is absolute"
            })
    @DisplayName("What cannot be a reading is said to be wrong, in words")
    void notUnderstood(String typed, String reason) {
        assertThat(Entry.read(typed, Unit.NEWTON_METRE))
                .isInstanceOfSatisfying(
                        Entry.NotUnderstood.class, n -> assertThat(n.reason()).contains(reason));
    }

    @Test
    @DisplayName("Below zero only where that can be")
    void belowZero() {
        assertThat(Entry.read("-0.5 bar", Unit.BAR)).isInstanceOf(Entry.NotUnderstood.class);
        assertThat(Entry.read("-0.5 bar", Unit.BAR, true))
                .isInstanceOfSatisfying(
                        Entry.Understood.class,
                        u -> assertThat(u.quantity().si()).isEqualTo(-5e4));
    }

    @ParameterizedTest
    @EnumSource(Unit.class)
    @DisplayName("There and back through any unit changes nothing")
    void thereAndBack(Unit unit) {
        RandomGenerator random = RandomGenerator.of("L64X128MixRandom");
        for (int i = 0; i < 200; i++) {
            double value = random.nextDouble(-1e4, 1e4);
            assertThat(Quantity.of(value, unit).in(unit)).isCloseTo(value, within(1e-7));
        }
    }

    @Test
    @DisplayName("A band judges its own ends as within, and a reading of something else not at all")
    void bands() {
        Band band = new Band(
                Quantity.of(12, Unit.NEWTON_METRE),
                Quantity.of(14, Unit.NEWTON_METRE),
                Optional.of(Quantity.of(13, Unit.NEWTON_METRE)));
        assertThat(band.judge(Quantity.of(12, Unit.NEWTON_METRE))).isEqualTo(Outcome.WITHIN);
        assertThat(band.judge(Quantity.of(14, Unit.NEWTON_METRE))).isEqualTo(Outcome.WITHIN);
        assertThat(band.judge(Quantity.of(11.99, Unit.NEWTON_METRE))).isEqualTo(Outcome.LOW);
        assertThat(band.judge(Quantity.of(14.01, Unit.NEWTON_METRE))).isEqualTo(Outcome.HIGH);
        assertThat(band.shown()).isEqualTo("12 to 14 N·m");
        assertThatThrownBy(() -> band.judge(Quantity.of(13, Unit.BAR))).isInstanceOf(IllegalArgumentException.class);
    }
}

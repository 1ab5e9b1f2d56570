package dev.wartung.core.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What was kept as words is read by others than metric readers, too. */
class EarlierTextTest {

    private static final Wording US = new Wording(UnitSystem.US);

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "It moves over 24 mm and gives off 72 J.|It moves over 0.945 in and gives off 53 ft·lbf.",
                "12 to 14 N·m|106 to 124 lbf·in",
                "1.4 mm, limits 1.4 to 2 mm|0.055 in, limits 0.055 to 0.079 in",
                "needs 5.2 bar|needs 75.4 psi",
                "-5 °C|23 °F",
                "tighten 20°|tighten 20°",
                "M8 × 25 mm|M8 × 25 mm",
                "Kolm 50, DN 50|Kolm 50, DN 50",
                "2 kN|450 lbf",
                "30 mm³/s|0.1098 in³/min",
                "Ra 0.8 µm|Ra 31 µin",
                "5 mbar more|2.01 inH2O more",
                "in 3 steps, 2 mm each|in 3 steps, 0.079 in each",
                "TS50-10 mm|TS50-10 mm"
            })
    @DisplayName("A text kept in metric units is read in US units, amount by amount, and nothing else in it changes")
    void reworded(String metric, String us) {
        assertThat(US.of(EarlierText.read(metric))).isEqualTo(us);
        assertThat(EarlierText.read(metric)).hasToString(metric);
    }

    @ParameterizedTest
    @EnumSource(Dimension.class)
    @DisplayName("A text reworded for another reader says the same amount")
    void reworded(Dimension dimension) {
        Unit metric = UnitSystem.METRIC.unit(dimension);
        Unit us = UnitSystem.US.unit(dimension);
        for (int n = 1; n <= 40; n++) {
            String said = US.of(EarlierText.read("It reads " + n * 3 + " " + metric.symbol() + " now."));
            String amount = said.replaceAll("^It reads (.*) now\\.$", "$1");
            Entry entry = Entry.read(amount, us);
            assertThat(entry).as(said).isInstanceOf(Entry.Understood.class);
            double expected = Quantity.of(n * 3, metric).si();
            double digit = Math.pow(10, -us.decimals())
                    * (Quantity.of(1, us).si() - Quantity.of(0, us).si());
            assertThat(((Entry.Understood) entry).quantity().si()).as(said).isCloseTo(expected, within(digit));
        }
    }

    @Test
    @DisplayName("A tool keeps the size it is made in; the torque it is set to is said anew")
    void tools() {
        assertThat(US.of(EarlierText.readTool("Key 11 mm"))).isEqualTo("Key 11 mm");
        assertThat(US.of(EarlierText.readTool("Torque wrench 10 N·m, socket 13 mm")))
                .isEqualTo("Torque wrench 89 lbf·in, socket 13 mm");
        assertThat(EarlierText.readTool("Torque wrench 10 N·m")).hasToString("Torque wrench 10 N·m");
    }
}

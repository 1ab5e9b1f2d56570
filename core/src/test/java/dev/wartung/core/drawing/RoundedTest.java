package dev.wartung.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.SplittableRandom;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The numbers of drawings. */
class RoundedTest {

    @ParameterizedTest
    @CsvSource({
        "0, 0",
        "-0.0, 0",
        "-0.004, 0",
        "-0.006, -0.01",
        "3, 3",
        "-3, -3",
        "2.5, 2.5",
        "0.05, 0.05",
        "12.345, 12.35",
        "1.005, 1.01",
        "-1.005, -1.01",
        "0.125, 0.13",
        "-0.125, -0.13",
        "9.999, 10",
        "1e12, 1000000000000"
    })
    @DisplayName("Two decimals at most, none that says nothing, half away from zero as it is written")
    void twoDecimals(double value, String written) {
        assertThat(DrawingTemplate.rounded(value)).isEqualTo(written);
    }

    @Test
    @DisplayName("As the decimal digits of a number are rounded, whatever its size, half ways among them")
    void asItsDigits() {
        SplittableRandom chance = new SplittableRandom(5);
        DoubleStream.concat(
                        chance.doubles(20_000).map(d -> (d - 0.5) * Math.pow(10, chance.nextInt(9))),
                        chance.ints(20_000, -1_000_000, 1_000_000).mapToDouble(i -> i / 1000.0))
                .forEach(value -> assertThat(DrawingTemplate.rounded(value)).isEqualTo(byDigits(value)));
    }

    private static String byDigits(double value) {
        BigDecimal rounded = new BigDecimal(Double.toString(value)).setScale(2, RoundingMode.HALF_UP);
        return rounded.signum() == 0 ? "0" : rounded.stripTrailingZeros().toPlainString();
    }
}

package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.actuation.RotaryStudy.Turn;
import dev.wartung.core.anatomy.Drive;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Worked for a 50 mm butterfly: spring 16 N·m closed and 26 N·m open, air 48 and 42 N·m at 6 bar, 10 N·m to break out,
 * 4 N·m to run.
 */
class RotaryStudyTest {

    private static final Air PLANT = new Air(6e5, 5.2e5);

    private static RotaryStudy closing(double breakOut, double scatter) {
        return new RotaryStudy(Drive.NC, 16, 26, 48, 42, 6e5, breakOut, 4, PLANT, scatter);
    }

    @Test
    @DisplayName(
            "Air at 5.2 bar: 41.6 − 16 = 25.6 N·m to break out with, 36.4 − 26 = 10.4 N·m at the open end; the spring 16 of 10 N·m into the seat")
    void worked() {
        RotaryStudy study = closing(10, 0);
        assertThat(study.availableNm(Turn.AIR_AT_CLOSED, 5.2e5).usual()).isCloseTo(25.6, within(1e-9));
        assertThat(study.margin(Turn.AIR_AT_CLOSED)).isCloseTo(2.56, within(1e-9));
        assertThat(study.margin(Turn.AIR_AT_OPEN)).isCloseTo(2.6, within(1e-9));
        assertThat(study.margin(Turn.SPRING_AT_CLOSED)).isCloseTo(1.6, within(1e-9));
        assertThat(study.margin(Turn.SPRING_AT_OPEN)).isCloseTo(6.5, within(1e-9));
        assertThat(study.verdict()).isEqualTo(Verdict.WORKS);
        // the open end decides: (26 + 4)/42 of 6 bar
        assertThat(study.leastAirPa()).isCloseTo(30 / 42.0 * 6e5, within(1e-6));
    }

    @Test
    @DisplayName("A dry seat of 15 N·m is just closed by a good spring, not by one 10 % weak; one of 17 N·m never")
    void drySeat() {
        assertThat(closing(15, 0.1).verdict(Turn.SPRING_AT_CLOSED)).isEqualTo(Verdict.ONLY_IF);
        assertThat(closing(15, 0).verdict(Turn.SPRING_AT_CLOSED)).isEqualTo(Verdict.WORKS);
        assertThat(closing(17, 0.1).verdict()).isEqualTo(Verdict.DOES_NOT);
    }

    @Test
    @DisplayName("Without a spring only the air turns it, both ways")
    void bothWays() {
        RotaryStudy study = new RotaryStudy(Drive.DA, 0, 0, 48, 42, 6e5, 10, 4, PLANT, 0);
        assertThat(study.turns()).containsExactly(Turn.AIR_AT_CLOSED, Turn.AIR_AT_OPEN);
        assertThat(study.leastAirPa()).isCloseTo(10 / 48.0 * 6e5, within(1e-6));
        assertThatThrownBy(() -> new RotaryStudy(Drive.MANUAL, 0, 0, 48, 42, 6e5, 10, 4, PLANT, 0))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName("Whatever the numbers: the least air just turns it, more scatter and a drier seat never help")
    void laws() {
        RandomGenerator random = RandomGenerator.of("L64X128MixRandom");
        for (int i = 0; i < 1500; i++) {
            double closed = random.nextDouble(5, 100);
            double open = random.nextDouble(5, 100);
            double breakOut = random.nextDouble(1, 80);
            RotaryStudy study = new RotaryStudy(
                    random.nextBoolean() ? Drive.NC : Drive.NO,
                    closed,
                    open,
                    random.nextDouble(20, 300),
                    random.nextDouble(20, 300),
                    6e5,
                    breakOut,
                    3,
                    PLANT,
                    0.1);
            double least = study.leastAirPa();
            double tightest = Math.min(
                    study.availableNm(Turn.AIR_AT_CLOSED, least).worst() - study.breakOutNm(),
                    study.availableNm(Turn.AIR_AT_OPEN, least).worst() - study.runNm());
            assertThat(tightest).isCloseTo(0, within(1e-9));
            RotaryStudy worse = new RotaryStudy(
                    study.drive(),
                    closed,
                    open,
                    study.airClosedNm(),
                    study.airOpenNm(),
                    6e5,
                    breakOut * 1.2,
                    3,
                    PLANT,
                    0.2);
            assertThat(worse.verdict()).isGreaterThanOrEqualTo(study.verdict());
            assertThat(worse.leastAirPa()).isGreaterThanOrEqualTo(least);
        }
    }
}

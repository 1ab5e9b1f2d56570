package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.actuation.RotaryStudy.AirTorque;
import dev.wartung.core.actuation.RotaryStudy.Resists;
import dev.wartung.core.actuation.RotaryStudy.Torque;
import dev.wartung.core.actuation.RotaryStudy.Turn;
import dev.wartung.core.anatomy.Drive;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Worked for a 50 mm butterfly: spring 16 N·m closed and 26 N·m open, air 48 and 42 N·m at 6 bar, 10 N·m to break out,
 * 4 N·m to run; 10 bar add 4 N·m at the seat, 1 bar across it turns it closed with 2 N·m.
 */
class RotaryStudyTest {

    private static final Air PLANT = new Air(6e5, 5.2e5);
    private static final Line DRAINED = new Line(Side.EITHER, 0);
    private static final Torque SPRING = new Torque(16, 26);
    private static final Torque NO_SPRING = new Torque(0, 0);
    private static final AirTorque AIR = new AirTorque(new Torque(48, 42), 6e5);

    private static RotaryStudy study(Drive drive, Torque spring, Line line, double scatter, Allowances allow) {
        return new RotaryStudy(
                drive,
                spring,
                AIR,
                new Resists(10, 4, 4 / 10e5, 2 / 1e5),
                new Duty(line, PLANT, new Scatter(scatter, 0), allow, Wet.DRY));
    }

    private static RotaryStudy closing(double breakOut, double scatter, double margin) {
        return new RotaryStudy(
                Drive.NC,
                SPRING,
                AIR,
                new Resists(breakOut, 4, 0, 0),
                new Duty(DRAINED, PLANT, new Scatter(scatter, 0), new Allowances(1, 0, 0, margin), Wet.DRY));
    }

    @Test
    @DisplayName(
            "Air at 5.2 bar: 41.6 − 16 = 25.6 N·m to break out with, 36.4 − 26 = 10.4 N·m at the open end; the spring 16 of 10 N·m into the seat, 26 of 4 away from open")
    void worked() {
        RotaryStudy study = closing(10, 0, 1);
        assertThat(study.turns())
                .containsExactly(Turn.AIR_OUT_OF_SEAT, Turn.AIR_TO_OPEN, Turn.SPRING_FROM_OPEN, Turn.SPRING_INTO_SEAT);
        assertThat(study.availableNm(Turn.AIR_OUT_OF_SEAT).worst()).isCloseTo(25.6, within(1e-9));
        assertThat(study.margin(Turn.AIR_OUT_OF_SEAT)).isCloseTo(2.56, within(1e-9));
        assertThat(study.margin(Turn.AIR_TO_OPEN)).isCloseTo(2.6, within(1e-9));
        assertThat(study.margin(Turn.SPRING_INTO_SEAT)).isCloseTo(1.6, within(1e-9));
        assertThat(study.margin(Turn.SPRING_FROM_OPEN)).isCloseTo(6.5, within(1e-9));
        assertThat(study.verdict()).isEqualTo(Verdict.WORKS);
        // the open end decides: (26 + 4)/42 of 6 bar
        assertThat(study.leastAirPa()).isCloseTo(30 / 42.0 * 6e5, within(1e-6));
        // as it should be, 6 bar: 48 − 16; at the best a spring 10 % weak: 48 − 14.4
        assertThat(closing(10, 0.1, 1).availableNm(Turn.AIR_OUT_OF_SEAT).usual())
                .isCloseTo(32, within(1e-9));
        assertThat(closing(10, 0.1, 1).availableNm(Turn.AIR_OUT_OF_SEAT).best()).isCloseTo(33.6, within(1e-9));
        assertThat(closing(10, 0.1, 1).availableNm(Turn.AIR_OUT_OF_SEAT).worst())
                .isCloseTo(41.6 - 17.6, within(1e-9));
        assertThat(closing(10, 0.1, 1).availableNm(Turn.SPRING_INTO_SEAT)).isEqualTo(new Range(16 * 0.9, 16, 16 * 1.1));
    }

    @Test
    @DisplayName(
            "10 bar in the line add 4 N·m at the seat, 5 bar 2; half a bar of flow 1 N·m on the way to open, 1 bar 2, and nothing on the way back, which it helps")
    void lineAndFlow() {
        RotaryStudy drained = study(Drive.NC, SPRING, DRAINED, 0, Allowances.NONE);
        assertThat(drained.neededNm(Turn.AIR_OUT_OF_SEAT)).isEqualTo(10);
        assertThat(drained.neededNm(Turn.AIR_TO_OPEN)).isEqualTo(4);
        RotaryStudy ten = study(Drive.NC, SPRING, new Line(Side.EITHER, 0, 10e5, 1e5), 0, Allowances.NONE);
        assertThat(ten.neededNm(Turn.AIR_OUT_OF_SEAT)).isCloseTo(14, within(1e-9));
        assertThat(ten.neededNm(Turn.SPRING_INTO_SEAT)).isCloseTo(14, within(1e-9));
        assertThat(ten.neededNm(Turn.AIR_TO_OPEN)).isCloseTo(6, within(1e-9));
        assertThat(ten.neededNm(Turn.SPRING_FROM_OPEN)).isCloseTo(4, within(1e-9));
        RotaryStudy opened = study(Drive.NO, SPRING, new Line(Side.EITHER, 0, 5e5, 0.5e5), 0, Allowances.NONE);
        assertThat(opened.turns())
                .containsExactly(Turn.AIR_FROM_OPEN, Turn.AIR_INTO_SEAT, Turn.SPRING_OUT_OF_SEAT, Turn.SPRING_TO_OPEN);
        assertThat(opened.neededNm(Turn.SPRING_OUT_OF_SEAT)).isCloseTo(12, within(1e-9));
        assertThat(opened.neededNm(Turn.SPRING_TO_OPEN)).isCloseTo(5, within(1e-9));
        // into the seat the spring holds 16 of 10 N·m: up to (16 − 10)/0.4 N·m a bar
        assertThat(drained.highestLinePa(Turn.SPRING_INTO_SEAT).worst()).isCloseTo(15e5, within(1.0));
        assertThat(drained.highestLinePa(Turn.AIR_TO_OPEN).worst()).isInfinite();
        assertThat(study(Drive.NC, new Torque(9, 26), DRAINED, 0, Allowances.NONE)
                        .highestLinePa(Turn.SPRING_INTO_SEAT)
                        .worst())
                .isNegative();
    }

    @Test
    @DisplayName(
            "While it turns the port loses 0.3 bar: 7 N·m a bar at the open end, 2.1 N·m; what air is left on the other side takes 8 N·m a bar at the closed end from air and spring")
    void allowances() {
        RotaryStudy drooping = study(Drive.NC, SPRING, DRAINED, 0, new Allowances(1, 3e4, 0, 1));
        assertThat(drooping.availableNm(Turn.AIR_TO_OPEN).worst()).isCloseTo(10.4 - 2.1, within(1e-9));
        assertThat(drooping.availableNm(Turn.AIR_OUT_OF_SEAT).worst()).isCloseTo(25.6, within(1e-9));
        assertThat(drooping.supplyPa(Turn.AIR_TO_OPEN)).isCloseTo(30 / 42.0 * 6e5 + 3e4, within(1e-6));
        assertThat(drooping.supplyPa(Turn.AIR_OUT_OF_SEAT)).isCloseTo(26 / 48.0 * 6e5, within(1e-6));
        RotaryStudy throttled = study(Drive.NC, SPRING, DRAINED, 0, new Allowances(1, 0, 2e4, 1));
        assertThat(throttled.availableNm(Turn.AIR_OUT_OF_SEAT).worst()).isCloseTo(25.6 - 1.6, within(1e-9));
        assertThat(throttled.availableNm(Turn.SPRING_INTO_SEAT).worst()).isCloseTo(16 - 1.6, within(1e-9));
        assertThat(throttled.supplyPa(Turn.AIR_OUT_OF_SEAT)).isCloseTo(26 / 48.0 * 6e5 + 2e4, within(1e-6));
    }

    @Test
    @DisplayName(
            "A margin of 1.25 wants 12.5 of the spring's 16 N·m for a seat of 10: a dry one of 13 has 1.23 times and works only if that is enough; one of 15 only if the spring is good; one of 17 never")
    void margin() {
        assertThat(closing(10, 0, 1.25).verdict()).isEqualTo(Verdict.WORKS);
        assertThat(closing(13, 0, 1.25).verdict(Turn.SPRING_INTO_SEAT)).isEqualTo(Verdict.ONLY_IF);
        assertThat(closing(13, 0, 1.2).verdict(Turn.SPRING_INTO_SEAT)).isEqualTo(Verdict.WORKS);
        assertThat(closing(15, 0.1, 1).verdict(Turn.SPRING_INTO_SEAT)).isEqualTo(Verdict.ONLY_IF);
        assertThat(closing(15, 0, 1).verdict(Turn.SPRING_INTO_SEAT)).isEqualTo(Verdict.WORKS);
        assertThat(closing(17, 0.1, 1).verdict()).isEqualTo(Verdict.DOES_NOT);
        // (10·1.25 + 16)/48 and (4·1.25 + 26)/42 of 6 bar
        assertThat(closing(10, 0, 1.25).leastAirPa()).isCloseTo(31 / 42.0 * 6e5, within(1e-6));
        assertThat(closing(10, 0, 1.25).supplyPa(Turn.AIR_OUT_OF_SEAT)).isCloseTo(28.5 / 48 * 6e5, within(1e-6));
    }

    @Test
    @DisplayName("Without a spring only the air turns it, both ways")
    void bothWays() {
        RotaryStudy study = study(Drive.DA, NO_SPRING, DRAINED, 0.1, Allowances.NONE);
        assertThat(study.turns())
                .containsExactly(Turn.AIR_OUT_OF_SEAT, Turn.AIR_TO_OPEN, Turn.AIR_FROM_OPEN, Turn.AIR_INTO_SEAT);
        assertThat(study.leastAirPa()).isCloseTo(10 / 48.0 * 6e5, within(1e-6));
        assertThatThrownBy(() -> study(Drive.MANUAL, NO_SPRING, DRAINED, 0, Allowances.NONE))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Resists(0, 4, 0, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Resists(10, 4, -1, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new AirTorque(new Torque(0, 1), 6e5)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Torque(-1, 1)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName(
            "Whatever the numbers: with the least air every turn has its margin; more of anything against it never helps")
    void laws() {
        RandomGenerator random = RandomGenerator.of("L64X128MixRandom");
        for (int i = 0; i < 1500; i++) {
            Torque spring = new Torque(random.nextDouble(5, 100), random.nextDouble(5, 100));
            AirTorque air = new AirTorque(new Torque(random.nextDouble(20, 300), random.nextDouble(20, 300)), 6e5);
            Resists resists = new Resists(random.nextDouble(1, 80), 3, 4e-6, 1e-5);
            Drive drive = random.nextBoolean() ? Drive.NC : Drive.NO;
            Duty duty = new Duty(
                    new Line(Side.EITHER, 0, random.nextDouble(0, 10e5), random.nextDouble(0, 2e5)),
                    PLANT,
                    new Scatter(0.1, 0),
                    new Allowances(1, 3e4, 1e4, 1.25),
                    Wet.DRY);
            RotaryStudy study = new RotaryStudy(drive, spring, air, resists, duty);
            double least = study.leastAirPa();
            RotaryStudy just = new RotaryStudy(drive, spring, air, resists, duty.with(new Air(least, least)));
            assertThat(just.turns().stream()
                            .filter(Turn::byAir)
                            .mapToDouble(just::margin)
                            .min()
                            .orElseThrow())
                    .isCloseTo(1.25, within(1e-9));
            RotaryStudy worse = new RotaryStudy(
                    drive,
                    spring,
                    air,
                    new Resists(resists.breakOutNm() * 1.2, 3, 5e-6, 2e-5),
                    new Duty(duty.line(), PLANT, new Scatter(0.2, 0), duty.allow(), Wet.DRY));
            assertThat(worse.verdict()).isGreaterThanOrEqualTo(study.verdict());
            assertThat(worse.leastAirPa()).isGreaterThanOrEqualTo(least);
        }
    }
}

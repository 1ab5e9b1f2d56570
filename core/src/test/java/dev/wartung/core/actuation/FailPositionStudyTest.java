package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Range;
import dev.wartung.core.actuation.FailPositionStudy.Side;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.UnitSystem;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Worked for a 50 mm single-seat valve: ds 49 mm, dt 18 mm, q 8 N/mm, piston 100 mm, rod 20 mm, F0 2300 N, k 27 N/mm, s
 * 22 mm, Ff 150 N.
 */
class FailPositionStudyTest {

    private static final double LOWER = Math.PI / 4 * 0.100 * 0.100;
    private static final double LIFT = LOWER - Math.PI / 4 * 0.020 * 0.020;
    private static final Closure PLUG = new Closure(0.049, 0.018, 8000);
    private static final Air PLANT = new Air(6e5, 5.2e5);

    private static FailPositionStudy study(Drive drive, double spring, double friction) {
        double preload = drive == Drive.DA ? 0 : 2300;
        return new FailPositionStudy(
                new LinearActuator(drive, preload, drive == Drive.DA ? 0 : 27_000, 0.022, 150, LIFT, LOWER),
                PLUG,
                PLANT,
                spring,
                friction);
    }

    @Test
    @DisplayName(
            "Spring closing holds (2300 − 150 − 1231.5) N / 1885.7 mm² = 4.87 bar from below; a spring 10 % weak and friction half as much again 3.25 bar")
    void springClosing() {
        assertThat(study(Drive.NC, 0, 0).heldFromBelowPa(0).usual()).isCloseTo(487_100, within(200.0));
        Range scattered = study(Drive.NC, 0.1, 0.5).heldFromBelowPa(0);
        assertThat(scattered.worst()).isCloseTo((2300 * 0.9 - 225 - 1231.5) / 1885.741e-6, within(100.0));
        assertThat(scattered.best()).isCloseTo((2300 * 1.1 - 75 - 1231.5) / 1885.741e-6, within(100.0));
        assertThat(study(Drive.NC, 0.1, 0.5).verdict(Side.BELOW, 3e5)).isEqualTo(Verdict.WORKS);
        assertThat(study(Drive.NC, 0.1, 0.5).verdict(Side.BELOW, 4.5e5)).isEqualTo(Verdict.ONLY_IF);
        assertThat(study(Drive.NC, 0.1, 0.5).verdict(Side.BELOW, 6e5)).isEqualTo(Verdict.DOES_NOT);
    }

    @Test
    @DisplayName(
            "Reversed to spring opening, 5.2 bar give 4084 N against 2894 N of spring: not even the seal's load; it takes 5.44 bar with a drained line")
    void springOpening() {
        FailPositionStudy reversed = study(Drive.NO, 0, 0);
        assertThat(reversed.marginOnSeatN(Side.BELOW, 0, 5.2e5).usual())
                .isCloseTo(5.2e5 * LOWER - 2894 - 150 - 1231.5, within(0.1))
                .isNegative();
        assertThat(reversed.airPa(Side.BELOW, 0).usual()).isCloseTo(544_373, within(20.0));
        assertThat(reversed.verdict(Side.BELOW, 3e5)).isEqualTo(Verdict.DOES_NOT);
        assertThat(reversed.changes(Side.BELOW, 3e5, UnitSystem.METRIC))
                .anyMatch(c -> c.startsWith("At least 6.2 bar"))
                .anyMatch(c -> c.contains("more piston area"))
                .noneMatch(c -> c.contains("stronger"));
        assertThat(reversed.changes(Side.BELOW, 3e5, UnitSystem.US)).anyMatch(c -> c.startsWith("At least 89.9 psi"));
    }

    @Test
    @DisplayName("Without air it goes where spring, line and friction take it, from either side")
    void lossOfAir() {
        FailPositionStudy closing = study(Drive.NC, 0.1, 0.5);
        assertThat(closing.onLossOfAir(Side.BELOW, 3e5)).isEqualTo("It closes by its spring and holds tight.");
        assertThat(closing.onLossOfAir(Side.BELOW, 4.5e5)).contains("tight only if");
        // 1885.7 mm² × 8 bar = 1508.6 N against 2300 − 150 N: shut, without the seal's load
        assertThat(closing.onLossOfAir(Side.BELOW, 8e5)).isEqualTo("It closes by its spring, but not tight.");
        assertThat(closing.onLossOfAir(Side.BELOW, 12e5)).isEqualTo("The line pushes it open against its spring.");
        assertThat(closing.onLossOfAir(Side.ABOVE, 12e5)).isEqualTo("It closes by its spring and holds tight.");
        FailPositionStudy opening = study(Drive.NO, 0.1, 0.5);
        assertThat(opening.onLossOfAir(Side.BELOW, 6e5)).isEqualTo("It opens by its spring.");
        // 1631.3 mm² × 18 bar = 2936 N on the plug, 2894 − 150 N of spring and friction
        assertThat(opening.onLossOfAir(Side.ABOVE, 18e5)).startsWith("It stays shut");
        FailPositionStudy both = study(Drive.DA, 0, 0.5);
        assertThat(both.onLossOfAir(Side.BELOW, 5e5)).contains("lifts a closed plug");
        assertThat(both.onLossOfAir(Side.ABOVE, 5e5)).contains("pressed shut");
        assertThat(both.onLossOfAir(Side.BELOW, 0)).contains("may stay where it is");
        assertThat(FailPositionStudy.inTheFlow(Side.ABOVE)).contains("slams");
        assertThat(FailPositionStudy.inTheFlow(Side.BELOW)).contains("gentle");
    }

    @Test
    @DisplayName(
            "What the spring has to spare: friction and the pressure on the stem are against a spring that closes; at its seat the line may press or lift one that opens, at its end the stem helps")
    void toSpare() {
        // 2894 − 150 − 254.47 mm² × 5 bar = 2616.8 N; the spring 10 % weak and friction half as much again: 2604.6 −
        // 225 − 127.2 N
        assertThat(study(Drive.NC, 0, 0).springToSpareN(Side.BELOW, 5e5).usual())
                .isCloseTo(2616.8, within(0.1));
        assertThat(study(Drive.NC, 0, 0).springToSpareN(Side.ABOVE, 0).usual()).isCloseTo(2744, within(0.1));
        assertThat(study(Drive.NC, 0.1, 0.5).springToSpareN(Side.ABOVE, 5e5).worst())
                .isCloseTo(2252.4, within(0.1));
        assertThat(study(Drive.NC, 0.1, 0.5).springToSpareN(Side.ABOVE, 5e5).best())
                .isCloseTo(2894 * 1.1 - 75 - 127.2, within(0.1));
        // at its seat 2894 − 150 − 1631.27 mm² × 5 bar = 1928.4 N, less than at its end
        assertThat(study(Drive.NO, 0, 0).springToSpareN(Side.ABOVE, 5e5).usual())
                .isCloseTo(1928.4, within(0.1));
        // lifted from below; at its end 2300 − 150 + 127.2 = 2277.2 N decide
        assertThat(study(Drive.NO, 0, 0).springToSpareN(Side.BELOW, 5e5).usual())
                .isCloseTo(2277.2, within(0.1));
        assertThat(study(Drive.NO, 0.1, 0.5).springToSpareN(Side.BELOW, 5e5).worst())
                .isCloseTo(2300 * 0.9 - 225 + 127.2, within(0.1));
        assertThat(study(Drive.NO, 0.1, 0.5).springToSpareN(Side.ABOVE, 5e5).worst())
                .isCloseTo(2894 * 0.9 - 225 - 815.6, within(0.1));
    }

    @Test
    @DisplayName(
            "Beyond what the seal needs: spring closing 2300 − 150 − 1231.5 N, plus 489.4 N from above, less 565.7 N from below; spring opening with air, the strong spring is the bad one")
    void onTheSeat() {
        assertThat(study(Drive.NC, 0, 0).marginOnSeatN(Side.ABOVE, 3e5, 0).usual())
                .isCloseTo(2300 - 150 - 1231.5 + 489.4, within(0.2));
        assertThat(study(Drive.NC, 0, 0).marginOnSeatN(Side.BELOW, 3e5, 0).usual())
                .isCloseTo(2300 - 150 - 1231.5 - 565.7, within(0.2));
        Range opening = study(Drive.NO, 0.1, 0.5).marginOnSeatN(Side.ABOVE, 3e5, 6e5);
        assertThat(opening.worst()).isCloseTo(4712.39 - 2894 * 1.1 + 489.4 - 225 - 1231.5, within(0.2));
        assertThat(opening.best()).isCloseTo(4712.39 - 2894 * 0.9 + 489.4 - 75 - 1231.5, within(0.2));
        assertThat(study(Drive.NO, 0, 0).heldFromBelowPa(6e5).usual())
                .isCloseTo((4712.39 - 2894 - 150 - 1231.5) / 1885.741e-6, within(100.0));
        Range air = study(Drive.NC, 0.1, 0.5).airPa(Side.BELOW, 0);
        assertThat(air.worst()).isCloseTo((2894 * 1.1 + 225) / LIFT, within(1.0));
        assertThat(air.best()).isCloseTo((2894 * 0.9 + 75) / LIFT, within(1.0));
    }

    @Test
    @DisplayName(
            "Scatter is a share: none at least, the spring's below the whole; friction cannot scatter below nothing")
    void scatter() {
        assertThatThrownBy(() -> study(Drive.NC, -0.01, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> study(Drive.NC, 1, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> study(Drive.NC, 0, -0.01)).isInstanceOf(IllegalArgumentException.class);
        assertThat(study(Drive.NC, 0, 1.5).marginOnSeatN(Side.BELOW, 0, 0).best())
                .isCloseTo(2300 - 1231.5, within(0.2));
    }

    @Test
    @DisplayName(
            "A valve moved by air both ways has no fail position: the study says so and never that it simply works")
    void bothWays() {
        FailPositionStudy da = study(Drive.DA, 0.1, 0.5);
        assertThat(da.demands(Side.BELOW, 3e5, UnitSystem.METRIC))
                .anyMatch(d -> d.says().contains("no position of its own"));
        assertThat(da.verdict(Side.BELOW, 3e5)).isEqualTo(Verdict.ONLY_IF);
    }

    @Test
    @DisplayName(
            "Whatever the numbers: more scatter never makes it better, more line pressure from below never helps a closed plug, and what is held just seals")
    void laws() {
        RandomGenerator random = RandomGenerator.of("L64X128MixRandom");
        for (int i = 0; i < 1500; i++) {
            Drive drive = random.nextBoolean() ? Drive.NC : Drive.NO;
            LinearActuator actuator = new LinearActuator(
                    drive,
                    random.nextDouble(200, 6000),
                    random.nextDouble(1e3, 6e4),
                    random.nextDouble(0.008, 0.05),
                    random.nextDouble(0, 400),
                    LIFT,
                    LOWER);
            double line = random.nextDouble(0, 8e5);
            Side side = random.nextBoolean() ? Side.BELOW : Side.ABOVE;
            FailPositionStudy calm = new FailPositionStudy(actuator, PLUG, PLANT, 0.05, 0.2);
            FailPositionStudy rough = new FailPositionStudy(actuator, PLUG, PLANT, 0.15, 0.6);
            assertThat(rough.verdict(side, line)).isGreaterThanOrEqualTo(calm.verdict(side, line));
            Range held = calm.heldFromBelowPa(5.2e5);
            assertThat(held.worst()).isLessThanOrEqualTo(held.usual());
            assertThat(held.usual()).isLessThanOrEqualTo(held.best());
            if (held.usual() > 0) {
                assertThat(calm.marginOnSeatN(Side.BELOW, held.usual(), 5.2e5).usual())
                        .isCloseTo(0, within(1e-6));
            }
            assertThat(calm.marginOnSeatN(Side.BELOW, line + 1e5, 5.2e5).worst())
                    .isLessThan(calm.marginOnSeatN(Side.BELOW, line, 5.2e5).worst());
            assertThat(calm.marginOnSeatN(Side.ABOVE, line + 1e5, 5.2e5).worst())
                    .isGreaterThan(calm.marginOnSeatN(Side.ABOVE, line, 5.2e5).worst());
            Range air = calm.airPa(side, line);
            assertThat(air.worst()).isGreaterThanOrEqualTo(air.usual());
        }
    }
}

package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.Drive;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Worked by hand for a seat of 49 mm, stem 18 mm, 8 N/mm; preload 2300 N, 27 N/mm, stroke 22 mm, friction 150 N, piston
 * 100 mm, rod 20 mm.
 */
class LinearActuatorTest {

    private static final double LIFT = Math.PI / 4 * (0.100 * 0.100 - 0.020 * 0.020);
    private static final double LOWER = Math.PI / 4 * 0.100 * 0.100;
    private static final Closure PLUG = new Closure(0.049, 0.018, 8000);
    private static final LinearActuator NC = new LinearActuator(Drive.NC, 2300, 27_000, 0.022, 150, LIFT, LOWER);
    private static final LinearActuator NO = new LinearActuator(Drive.NO, 2300, 27_000, 0.022, 150, LIFT, LOWER);

    @Test
    @DisplayName("Spring closing: 2300 N closed, 2894 N open, 57.1 J over the stroke, 4.04 bar to open fully")
    void springClosing() {
        assertThat(NC.springForceN(0)).isEqualTo(2300);
        assertThat(NC.springForceN(0.022)).isCloseTo(2894, within(1e-9));
        assertThat(LinearActuator.strokeEnergyJ(NC.preloadN(), NC.rateNPerM(), NC.strokeM()))
                .isCloseTo(57.134, within(1e-9));
        // (2894 + 150) N / 7539.82 mm²
        assertThat(NC.airToOpenPa(PLUG, LinePressure.NONE)).isCloseTo(403_723, within(1.0));
        assertThat(NC.airToClosePa(PLUG, LinePressure.NONE)).isZero();
    }

    @Test
    @DisplayName(
            "Spring opening: 2894 N closed; to seal it takes 3044 N against spring and friction and 1232 N for the seal: 5.44 bar")
    void springOpening() {
        assertThat(NO.springForceN(0)).isCloseTo(2894, within(1e-9));
        // q·π·ds = 8 N/mm · π · 49 mm = 1231.5 N; (2894 + 150 + 1231.5) N / 7854.0 mm²
        assertThat(PLUG.sealingForceN()).isCloseTo(1231.5, within(0.1));
        assertThat(NO.airToClosePa(PLUG, LinePressure.NONE)).isCloseTo(544_373, within(20.0));
        assertThat(NO.airToOpenPa(PLUG, LinePressure.NONE)).isZero();
    }

    @Test
    @DisplayName("3 bar from below lifts with 565.7 N, from above presses with 489.4 N (the stem takes its share)")
    void pressureOnThePlug() {
        assertThat(PLUG.downwardN(new LinePressure(3e5, 0))).isCloseTo(-565.7, within(0.1));
        assertThat(PLUG.downwardN(new LinePressure(0, 3e5))).isCloseTo(489.4, within(0.1));
        assertThat(NC.seatForceN(PLUG, new LinePressure(3e5, 0), 0)).isCloseTo(2300 - 565.7 - 150, within(0.1));
    }

    @Test
    @DisplayName(
            "Opening: at the seat spring, friction and the line above are against it, below it helps; at the end friction is against it and the stem's own pressure helps")
    void opening() {
        // at the seat 2300 + 150 + 1631.27 mm² × 12 bar = 4407.5 N decide, over 7539.82 mm²
        assertThat(NC.airToOpenPa(PLUG, new LinePressure(0, 12e5))).isCloseTo(584_566, within(20.0));
        // at the end 2894 + 150 − 254.47 mm² × 3 bar = 2967.7 N are more than 2300 + 150 + 489.4 N at the seat
        assertThat(NC.airToOpenPa(PLUG, new LinePressure(0, 3e5))).isCloseTo(393_600, within(20.0));
        // from below the seat takes nothing: 2894 + 150 − 254.47 mm² × 6 bar = 2891.3 N
        assertThat(NC.airToOpenPa(PLUG, new LinePressure(6e5, 0))).isCloseTo(383_473, within(20.0));
        // the higher of the two pressures is the open body's
        assertThat(NC.airToOpenPa(PLUG, new LinePressure(6e5, 2e5)))
                .isEqualTo(NC.airToOpenPa(PLUG, new LinePressure(6e5, 0)));
        LinearActuator dry = new LinearActuator(Drive.NC, 2300, 27_000, 0.022, 450, LIFT, LOWER);
        assertThat(dry.airToOpenPa(PLUG, LinePressure.NONE) - NC.airToOpenPa(PLUG, LinePressure.NONE))
                .as("300 N more friction")
                .isCloseTo(300 / LIFT, within(1e-6));
        LinearActuator both = new LinearActuator(Drive.DA, 0, 0, 0.022, 150, LIFT, LOWER);
        assertThat(both.airToOpenPa(PLUG, LinePressure.NONE)).isCloseTo(150 / LIFT, within(1e-6));
        assertThat(both.airToOpenPa(PLUG, new LinePressure(0, 3e5))).isCloseTo((150 + 489.38) / LIFT, within(2.0));
    }

    @Test
    @DisplayName(
            "Closing against the spring: seal, spring, friction and the line below are against it; the line above helps")
    void closing() {
        // (1231.5 + 2894 + 150 + 565.7) N and (… − 489.4) N over 7853.98 mm²
        assertThat(NO.airToClosePa(PLUG, new LinePressure(3e5, 0))).isCloseTo(616_403, within(20.0));
        assertThat(NO.airToClosePa(PLUG, new LinePressure(0, 3e5))).isCloseTo(482_062, within(20.0));
        LinearActuator dry = new LinearActuator(Drive.NO, 2300, 27_000, 0.022, 450, LIFT, LOWER);
        assertThat(dry.airToClosePa(PLUG, LinePressure.NONE) - NO.airToClosePa(PLUG, LinePressure.NONE))
                .isCloseTo(300 / LOWER, within(1e-6));
        assertThat(NO.airToClosePa(PLUG, new LinePressure(0, 30e5)))
                .as("the line alone seals")
                .isZero();
        // on the seat with 6 bar: 4712.39 − 2894 − 150 N, and with the line 489.4 N more or 565.7 N less
        assertThat(NO.seatForceN(PLUG, LinePressure.NONE, 6e5)).isCloseTo(1668.39, within(0.1));
        assertThat(NO.seatForceN(PLUG, new LinePressure(0, 3e5), 6e5)).isCloseTo(2157.8, within(0.1));
        assertThat(NO.seatForceN(PLUG, new LinePressure(3e5, 0), 6e5)).isCloseTo(1102.7, within(0.1));
        assertThat(NC.seatForceN(PLUG, LinePressure.NONE, 6e5))
                .as("the air of a spring-closing valve is off")
                .isEqualTo(2300 - 150);
    }

    @Test
    @DisplayName("Upside down the piston's sides and the spring's way change places, and back again it is the same")
    void upsideDown() {
        LinearActuator turned = NC.upsideDown();
        assertThat(turned).isEqualTo(new LinearActuator(Drive.NO, 2300, 27_000, 0.022, 150, LOWER, LIFT));
        assertThat(turned.upsideDown()).isEqualTo(NC);
        assertThat(new LinearActuator(Drive.DA, 0, 0, 0.022, 150, LIFT, LOWER)
                        .upsideDown()
                        .drive())
                .isEqualTo(Drive.DA);
        Closure up = PLUG.upsideDown();
        assertThat(up.downwardN(new LinePressure(3e5, 0))).isCloseTo(-489.4, within(0.1));
        assertThat(up.downwardN(new LinePressure(0, 3e5))).isCloseTo(565.7, within(0.1));
    }

    @Test
    @DisplayName(
            "What cannot be is refused: areas, strokes, forces and pressures below nothing, a stem as wide as its seat, a travel outside the stroke")
    void refused() {
        for (double[] bad : new double[][] {
            {-1, 1, 0.01, 1, 1, 1},
            {1, -1, 0.01, 1, 1, 1},
            {1, 1, 0, 1, 1, 1},
            {1, 1, 0.01, -1, 1, 1},
            {1, 1, 0.01, 1, 0, 1},
            {1, 1, 0.01, 1, 1, 0}
        }) {
            assertThatThrownBy(() -> new LinearActuator(Drive.NC, bad[0], bad[1], bad[2], bad[3], bad[4], bad[5]))
                    .isInstanceOf(IllegalArgumentException.class);
        }
        assertThat(new LinearActuator(Drive.NC, 0, 0, 0.01, 0, 1, 1).springForceN(0))
                .isZero();
        assertThatThrownBy(() -> new LinearActuator(Drive.MANUAL, 1, 1, 0.01, 1, 1, 1))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> NC.springForceN(-1e-6)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> NC.springForceN(0.0221)).isInstanceOf(IllegalArgumentException.class);
        for (double[] bad : new double[][] {{0, 0, 1}, {0.05, -0.01, 1}, {0.05, 0.05, 1}, {0.05, 0.01, -1}}) {
            assertThatThrownBy(() -> new Closure(bad[0], bad[1], bad[2])).isInstanceOf(IllegalArgumentException.class);
        }
        assertThat(new Closure(0.05, 0, 0).sealingForceN()).isZero();
        assertThatThrownBy(() -> new LinePressure(-1, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new LinePressure(0, -1)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName(
            "Balanced by a piston of 40 mm a plug of 49 mm keeps 629.1 mm² below and 374.6 mm² above; a diaphragm of 90 mm gives half its area to either side")
    void otherClosures() {
        Closure balanced = PLUG.balancedBy(0.040);
        assertThat(balanced.belowAreaM2()).isCloseTo(629.1e-6, within(1e-8));
        assertThat(balanced.aboveAreaM2()).isCloseTo(374.6e-6, within(1e-7));
        assertThat(PLUG.balancedBy(0.060).belowAreaM2()).isZero();
        assertThat(PLUG.balancedBy(0.060).aboveAreaM2()).isZero();
        Closure weir = PLUG.ofDiaphragm(0.090);
        // 6361.7 mm² / 2 × 2 bar = 636.2 N off the weir, from either side
        assertThat(weir.downwardN(new LinePressure(2e5, 0))).isCloseTo(-636.2, within(0.1));
        assertThat(weir.downwardN(new LinePressure(0, 2e5))).isCloseTo(-636.2, within(0.1));
    }

    @Test
    @DisplayName(
            "Whatever the numbers: the least air to close just gives the sealing force; more spring or friction never needs less air")
    void laws() {
        RandomGenerator random = RandomGenerator.of("L64X128MixRandom");
        for (int i = 0; i < 2000; i++) {
            double preload = random.nextDouble(100, 8000);
            double rate = random.nextDouble(1e3, 1e5);
            double friction = random.nextDouble(0, 500);
            double stroke = random.nextDouble(0.005, 0.06);
            LinePressure line = new LinePressure(random.nextDouble(0, 10e5), 0);
            LinearActuator no = new LinearActuator(Drive.NO, preload, rate, stroke, friction, LIFT, LOWER);
            assertThat(no.seatForceN(PLUG, line, no.airToClosePa(PLUG, line)))
                    .isCloseTo(PLUG.sealingForceN(), within(1e-6));
            LinearActuator nc = new LinearActuator(Drive.NC, preload, rate, stroke, friction, LIFT, LOWER);
            LinearActuator stiffer =
                    new LinearActuator(Drive.NC, preload * 1.1, rate * 1.1, stroke, friction * 1.1, LIFT, LOWER);
            assertThat(stiffer.airToOpenPa(PLUG, line)).isGreaterThanOrEqualTo(nc.airToOpenPa(PLUG, line));
            // the work of the spring is the area under its force line
            double mean = (nc.springForceN(0) + nc.springForceN(stroke)) / 2;
            assertThat(LinearActuator.strokeEnergyJ(nc.preloadN(), nc.rateNPerM(), nc.strokeM()))
                    .isCloseTo(mean * stroke, within(1e-9 * mean));
        }
    }
}

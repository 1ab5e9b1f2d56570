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
        assertThat(NC.airToOpenPa()).isCloseTo(403_723, within(1.0));
        assertThat(NC.airToClosePa(PLUG)).isZero();
    }

    @Test
    @DisplayName(
            "Spring opening: 2894 N closed; to seal it takes 3044 N against spring and friction and 1232 N for the seal: 5.44 bar")
    void springOpening() {
        assertThat(NO.springForceN(0)).isCloseTo(2894, within(1e-9));
        // q·π·ds = 8 N/mm · π · 49 mm = 1231.5 N; (2894 + 150 + 1231.5) N / 7854.0 mm²
        assertThat(PLUG.sealingForceN()).isCloseTo(1231.5, within(0.1));
        assertThat(NO.airToClosePa(PLUG)).isCloseTo(544_373, within(20.0));
        assertThat(NO.airToOpenPa()).isZero();
    }

    @Test
    @DisplayName("3 bar from below lifts with 565.7 N, from above presses with 489.4 N (the stem takes its share)")
    void pressureOnThePlug() {
        assertThat(PLUG.downwardN(3e5, 0)).isCloseTo(-565.7, within(0.1));
        assertThat(PLUG.downwardN(0, 3e5)).isCloseTo(489.4, within(0.1));
        assertThat(PLUG.openAreaM2()).isCloseTo(254.47e-6, within(1e-8));
    }

    @Test
    @DisplayName("Air both ways works against friction alone, and closing against the seal's load")
    void bothWays() {
        LinearActuator both = new LinearActuator(Drive.DA, 0, 0, 0.022, 150, LIFT, LOWER);
        assertThat(both.airToOpenPa()).isCloseTo(150 / LIFT, within(1e-6));
        assertThat(both.airToClosePa(PLUG)).isCloseTo((150 + 1231.5) / LOWER, within(5.0));
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
        assertThat(up.downwardN(3e5, 0)).isCloseTo(-489.4, within(0.1));
        assertThat(up.downwardN(0, 3e5)).isCloseTo(565.7, within(0.1));
        assertThat(up.openAreaM2())
                .as("the body pushes the stem out, towards this seat")
                .isEqualTo(-PLUG.openAreaM2());
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
        assertThat(weir.downwardN(2e5, 0)).isCloseTo(-636.2, within(0.1));
        assertThat(weir.downwardN(0, 2e5)).isCloseTo(-636.2, within(0.1));
        assertThat(weir.openAreaM2()).as("all of it").isCloseTo(6361.7e-6, within(1e-7));
    }

    @Test
    @DisplayName(
            "Whatever the numbers: more spring or friction needs more air; the spring's work is the area under its force")
    void laws() {
        RandomGenerator random = RandomGenerator.of("L64X128MixRandom");
        for (int i = 0; i < 2000; i++) {
            double preload = random.nextDouble(100, 8000);
            double rate = random.nextDouble(1e3, 1e5);
            double friction = random.nextDouble(0, 500);
            double stroke = random.nextDouble(0.005, 0.06);
            LinearActuator nc = new LinearActuator(Drive.NC, preload, rate, stroke, friction, LIFT, LOWER);
            LinearActuator stiffer =
                    new LinearActuator(Drive.NC, preload * 1.1, rate * 1.1, stroke, friction * 1.1, LIFT, LOWER);
            assertThat(stiffer.airToOpenPa()).isGreaterThan(nc.airToOpenPa());
            // the work of the spring is the area under its force line
            double mean = (nc.springForceN(0) + nc.springForceN(stroke)) / 2;
            assertThat(LinearActuator.strokeEnergyJ(nc.preloadN(), nc.rateNPerM(), nc.strokeM()))
                    .isCloseTo(mean * stroke, within(1e-9 * mean));
        }
    }
}

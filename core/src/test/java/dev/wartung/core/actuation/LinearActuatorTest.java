package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.Drive;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Worked by hand for a seat of 49 mm, stem 18 mm, 8 N/mm; preload 2300 N, 27 N/mm, stroke 22 mm, friction 150 N, piston 100 mm, rod 20 mm. */
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
        assertThat(LinearActuator.strokeEnergyJ(NC.preloadN(), NC.rateNPerM(), NC.strokeM())).isCloseTo(57.134, within(1e-9));
        // (2894 + 150) N / 7539.82 mm²
        assertThat(NC.airToOpenPa(PLUG, LinePressure.NONE)).isCloseTo(403_723, within(1.0));
        assertThat(NC.airToClosePa(PLUG, LinePressure.NONE)).isZero();
    }

    @Test
    @DisplayName("Spring opening: 2894 N closed; to seal it takes 3044 N against spring and friction and 1232 N for the seal: 5.44 bar")
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
    @DisplayName("Whatever the numbers: the least air to close just gives the sealing force; more spring or friction never needs less air")
    void laws() {
        RandomGenerator random = RandomGenerator.of("L64X128MixRandom");
        for (int i = 0; i < 2000; i++) {
            double preload = random.nextDouble(100, 8000);
            double rate = random.nextDouble(1e3, 1e5);
            double friction = random.nextDouble(0, 500);
            double stroke = random.nextDouble(0.005, 0.06);
            LinePressure line = new LinePressure(random.nextDouble(0, 10e5), 0);
            LinearActuator no = new LinearActuator(Drive.NO, preload, rate, stroke, friction, LIFT, LOWER);
            assertThat(no.seatForceN(PLUG, line, no.airToClosePa(PLUG, line))).isCloseTo(PLUG.sealingForceN(), within(1e-6));
            LinearActuator nc = new LinearActuator(Drive.NC, preload, rate, stroke, friction, LIFT, LOWER);
            LinearActuator stiffer = new LinearActuator(Drive.NC, preload * 1.1, rate * 1.1, stroke, friction * 1.1, LIFT, LOWER);
            assertThat(stiffer.airToOpenPa(PLUG, line)).isGreaterThanOrEqualTo(nc.airToOpenPa(PLUG, line));
            // the work of the spring is the area under its force line
            double mean = (nc.springForceN(0) + nc.springForceN(stroke)) / 2;
            assertThat(LinearActuator.strokeEnergyJ(nc.preloadN(), nc.rateNPerM(), nc.strokeM())).isCloseTo(mean * stroke, within(1e-9 * mean));
        }
    }
}

package dev.wartung.core.leak;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.leak.LeakClass.Medium;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LeakTest {

    /** The docstring's example, worked by hand: 2 l, 7 to 6.993 bar abs in 600 s at 20 °C. */
    @Test
    void pressureLostIsGasLost() {
        PressureDecay decay = new PressureDecay(2e-3, 600, 7e5, 6.993e5, 293.15, 293.15);
        assertEquals(21.46e-9, decay.leakM3PerS(), 0.01e-9);
        assertEquals(
                239,
                new PressureDecay(2e-3, 600, 7e5, 7e5, 293.15, 293.25).byTemperaturePa(),
                1,
                "0.1 K at 7 bar abs is 2.4 mbar");
    }

    /**
     * By hand, with a gauge of 1 mbar and a thermometer of 0.1 K: 8.986e-9 · √(0.3411² + 0.8146² + 0.3410² + 0.8132²),
     * each reading for itself and both together.
     */
    @Test
    void everyReadingAddsItsUncertainty() {
        PressureDecay decay = new PressureDecay(2e-3, 600, 7e5, 6.993e5, 293.15, 293.25);
        assertEquals(28.767e-9, decay.leakM3PerS(), 0.001e-9);
        assertEquals(11.214e-9, decay.uncertaintyM3PerS(100, 0.1), 0.001e-9);
        assertEquals(4.334e-9, decay.uncertaintyM3PerS(100, 0), 0.001e-9, "the gauge alone");
        assertEquals(10.343e-9, decay.uncertaintyM3PerS(0, 0.1), 0.001e-9, "the thermometer alone");
        assertEquals(0, decay.uncertaintyM3PerS(0, 0));
        // the first reading colder and lower, so that its terms are the larger and the smaller ones in turn: 0.3846 and
        // 0.2959, 0.3333 and 0.4667
        assertEquals(
                2e-3
                        / 600
                        * 273.15
                        / 101325
                        * Math.sqrt(
                                0.384615 * 0.384615 + 0.295858 * 0.295858 + 0.333333 * 0.333333 + 0.466667 * 0.466667),
                new PressureDecay(2e-3, 600, 2e5, 4.2e5, 260, 300).uncertaintyM3PerS(100, 0.1),
                1e-14);
    }

    /**
     * 3 · 2 l · 273.15/101325 · √2·√(0.3411² + 0.8146²) Pa/K, over 1500 mm³/s: 13.5 s; each of what it depends on
     * changed alone.
     */
    @Test
    void theShortestTestByHand() {
        double root = Math.sqrt(2 * (0.341122 * 0.341122 + 0.814551 * 0.814551));
        assertEquals(
                3 * 2e-3 * 273.15 / 101325 * root / 1500e-9,
                PressureDecay.shortestS(2e-3, 7e5, 293.15, 1500e-9, 100, 0.1),
                1e-3);
        assertEquals(
                2 * PressureDecay.shortestS(2e-3, 7e5, 293.15, 1500e-9, 100, 0.1),
                PressureDecay.shortestS(4e-3, 7e5, 293.15, 1500e-9, 100, 0.1),
                1e-9,
                "twice the volume");
        assertEquals(
                2 * PressureDecay.shortestS(2e-3, 7e5, 293.15, 1500e-9, 100, 0.1),
                PressureDecay.shortestS(2e-3, 7e5, 293.15, 750e-9, 100, 0.1),
                1e-9,
                "half the limit");
        assertThrows(IllegalArgumentException.class, () -> PressureDecay.shortestS(2e-3, 7e5, 293.15, -1e-9, 100, 0.1));
    }

    @Test
    void whatCannotBeIsRefused() {
        for (double[] bad : new double[][] {
            {0, 1, 1, 1, 1, 1},
            {1, 0, 1, 1, 1, 1},
            {1, 1, 0, 1, 1, 1},
            {1, 1, 1, 0, 1, 1},
            {1, 1, 1, 1, 0, 1},
            {1, 1, 1, 1, 1, 0},
            {Double.NaN, 1, 1, 1, 1, 1}
        }) {
            assertThrows(
                    IllegalArgumentException.class,
                    () -> new PressureDecay(bad[0], bad[1], bad[2], bad[3], bad[4], bad[5]));
        }
    }

    @Test
    void warmingATightVolumeLosesNothing() {
        Random random = new Random(3);
        for (int i = 0; i < 300; i++) {
            double t1 = 260 + 60 * random.nextDouble();
            double t2 = 260 + 60 * random.nextDouble();
            double p1 = 1e5 + 9e5 * random.nextDouble();
            PressureDecay tight = new PressureDecay(1e-3 + random.nextDouble(), 60, p1, p1 * t2 / t1, t1, t2);
            assertEquals(0, tight.leakM3PerS(), 1e-12);
            assertEquals(p1 * t2 / t1 - p1, tight.byTemperaturePa(), 1e-6);
        }
    }

    @Test
    void theShortestTestIsTheOneInWhichTheLimitIsThreeTimesTheUncertainty() {
        double limit = LeakClass.D.limitM3PerS(Medium.GAS, 50).orElseThrow();
        assertEquals(1500e-9, limit, 1e-15);
        double seconds = PressureDecay.shortestS(2e-3, 7e5, 293.15, limit, 100, 0.1);
        PressureDecay just = new PressureDecay(2e-3, seconds, 7e5, 7e5, 293.15, 293.15);
        assertEquals(limit / 3, just.uncertaintyM3PerS(100, 0.1), limit * 1e-9);
        assertTrue(
                PressureDecay.shortestS(2e-3, 7e5, 293.15, limit, 200, 0.1) > seconds, "a coarser gauge needs longer");
        assertThrows(IllegalArgumentException.class, () -> PressureDecay.shortestS(2e-3, 7e5, 293.15, 0, 100, 0.1));
    }

    @Test
    void ratesRiseFromTightToLooseAndAIsNoNumber() {
        assertEquals(Optional.empty(), LeakClass.A.limitM3PerS(Medium.GAS, 50));
        for (Medium medium : Medium.values()) {
            double before = 0;
            for (LeakClass c : LeakClass.values()) {
                double limit = c.limitM3PerS(medium, 80).orElse(0.0);
                assertTrue(c == LeakClass.A || limit > before, c + " " + medium);
                before = limit;
            }
        }
        assertEquals(Optional.of(LeakClass.C), LeakClass.metBy(100e-9, Medium.GAS, 50));
        assertEquals(Optional.of(LeakClass.AA), LeakClass.metBy(0, Medium.GAS, 50), "a number proves AA at best");
        assertEquals(Optional.empty(), LeakClass.metBy(1, Medium.GAS, 50));
    }

    @Test
    void bubblesAreBalls() {
        assertEquals(33.51e-9, new Bubbles(1, 4e-3, 60).volumeM3(), 0.01e-9);
        assertEquals(5.585e-9, new Bubbles(10, 4e-3, 60).leakM3PerS(), 0.001e-9);
        assertEquals(new Bubbles(1, 4e-3, 60).leakM3PerS(), new Bubbles(0, 4e-3, 60).resolutionM3PerS());
    }
}

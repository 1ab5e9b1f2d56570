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
        assertEquals(239, new PressureDecay(2e-3, 600, 7e5, 7e5, 293.15, 293.25).byTemperaturePa(), 1, "0.1 K at 7 bar abs is 2.4 mbar");
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
        assertTrue(PressureDecay.shortestS(2e-3, 7e5, 293.15, limit, 200, 0.1) > seconds, "a coarser gauge needs longer");
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

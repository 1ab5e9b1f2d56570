package dev.wartung.core.leak;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.leak.DecayVerdict.Decision;
import dev.wartung.core.leak.LeakClass.Medium;
import dev.wartung.core.leak.PressureDecay.Uncertainty;
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
        assertEquals(11.214e-9, decay.uncertaintyM3PerS(of(100, 0.1)), 0.001e-9);
        assertEquals(4.334e-9, decay.uncertaintyM3PerS(of(100, 0)), 0.001e-9, "the gauge alone");
        assertEquals(10.343e-9, decay.uncertaintyM3PerS(of(1e-6, 0.1)), 0.001e-9, "the thermometer alone");
        // 5 % and 20 % of 28.767e-9, added as squares
        assertEquals(
                Math.hypot(11.214e-9, 1.438e-9), decay.uncertaintyM3PerS(new Uncertainty(100, 0.1, 0.05, 0)), 0.001e-9);
        assertEquals(
                Math.hypot(11.214e-9, 5.753e-9), decay.uncertaintyM3PerS(new Uncertainty(100, 0.1, 0.2, 0)), 0.001e-9);
        // the barometer is off by the same both times: 8.986e-9 · 2000 · (1/293.15 − 1/293.25)
        assertEquals(
                Math.hypot(11.214e-9, 0.0209e-9),
                decay.uncertaintyM3PerS(new Uncertainty(100, 0.1, 0, 2000)),
                0.0001e-9 + 0.001e-9);
        assertEquals(
                8.98599e-9 * 2000 * (1 / 260.0 - 1 / 300.0),
                new PressureDecay(2e-3, 600, 2e5, 2e5, 260, 300).uncertaintyM3PerS(new Uncertainty(1e-6, 0, 0, 2000)),
                1e-12);
        assertThrows(IllegalArgumentException.class, () -> of(0, 0.1), "no gauge reads without error");
        // the first reading colder and lower, so that its terms are the larger and the smaller ones in turn: 0.3846 and
        // 0.2959, 0.3333 and 0.4667
        assertEquals(
                2e-3
                        / 600
                        * 273.15
                        / 101325
                        * Math.sqrt(
                                0.384615 * 0.384615 + 0.295858 * 0.295858 + 0.333333 * 0.333333 + 0.466667 * 0.466667),
                new PressureDecay(2e-3, 600, 2e5, 4.2e5, 260, 300).uncertaintyM3PerS(of(100, 0.1)),
                1e-14);
    }

    private static Uncertainty of(double gaugePa, double thermometerK) {
        return new Uncertainty(gaugePa, thermometerK, 0, 0);
    }

    private static DecayVerdict verdict(double endPa, double gaugePa, double limit) {
        return new DecayVerdict(
                new PressureDecay(2e-3, 600, gaugePa + 1e5, endPa + 1e5, 293.15, 293.15), of(100, 0.1), gaugePa, limit);
    }

    /** 7 mbar lost of 7 bar abs are 21.46 mm³/s, give or take 11.2: a limit of 40 is met, of 10 not, of 20 not decided. */
    @Test
    void aTestSaysNoMoreThanItCanSee() {
        assertEquals(Decision.MEETS, verdict(5.993e5, 6e5, 40e-9).decision());
        assertEquals(Decision.FAILS, verdict(5.993e5, 6e5, 10e-9).decision());
        DecayVerdict between = verdict(5.993e5, 6e5, 20e-9);
        assertEquals(Decision.UNDECIDED, between.decision());
        // 600 s · 11.21 / (21.458 − 20): as long again as it takes for the readings' share to fall to what is between
        assertEquals(600 * 11.2148 / 1.4576, between.decidesAfterS().orElseThrow(), 5);
        assertEquals(Decision.UNDECIDED, verdict(5.999e5, 6e5, 3e-9).decision(), "less lost than can be read");
        DecayVerdict known = new DecayVerdict(between.decay(), new Uncertainty(100, 0.1, 0.05, 0), 6e5, 20e-9);
        assertEquals(
                600 * 11.2148 / Math.sqrt(1.4576 * 1.4576 - 1.0729 * 1.0729),
                known.decidesAfterS().orElseThrow(),
                15);
        DecayVerdict rough = new DecayVerdict(between.decay(), new Uncertainty(100, 0.1, 0.1, 0), 6e5, 20e-9);
        assertEquals(Optional.empty(), rough.decidesAfterS(), "a tenth of 21.46 is more than 1.46");
    }

    @Test
    void atAnotherPressureARiseOrNoneItIsNoTest() {
        assertEquals(Decision.WRONG_PRESSURE, verdict(2.999e5, 3e5, 400e-9).decision(), "tight at 3 bar");
        assertEquals(Decision.FAILS, verdict(2.9e5, 3e5, 40e-9).decision(), "leaks even at 3 bar");
        assertEquals(Decision.WRONG_PRESSURE, verdict(8.9e5, 9e5, 40e-9).decision(), "leaks at 9 bar");
        assertEquals(Decision.MEETS, verdict(8.993e5, 9e5, 400e-9).decision(), "tight even at 9 bar");
        assertEquals(Decision.DISTURBED, verdict(6.01e5, 6e5, 40e-9).decision());
        assertEquals(Decision.NO_TEST, verdict(0, 0, 40e-9).decision());
        assertEquals(Decision.NO_TEST, verdict(0, 90, 40e-9).decision(), "less than the gauge can tell from nothing");
        assertThrows(IllegalArgumentException.class, () -> verdict(6e5, 6e5, 0));
    }

    /** Of so many tests of a leakage at the limit, one in twenty or so is decided wrongly: k = 2. */
    @Test
    void seldomWrong() {
        Random random = new Random(11);
        double limit = 1500e-9;
        int wrong = 0;
        for (int i = 0; i < 4000; i++) {
            double loss = limit * 600 / 2e-3 * 101325 / 273.15 * 293.15;
            PressureDecay read = new PressureDecay(
                    2e-3,
                    600,
                    7e5 + 50 * random.nextGaussian(),
                    7e5 - loss + 50 * random.nextGaussian(),
                    293.15 + 0.05 * random.nextGaussian(),
                    293.15 + 0.05 * random.nextGaussian());
            Decision decision = new DecayVerdict(read, of(100, 0.1), 6e5, limit).decision();
            wrong += decision == Decision.UNDECIDED ? 0 : 1;
        }
        assertTrue(wrong > 100 && wrong < 280, "4.6 % of 4000 are 182: " + wrong);
    }

    /** 1 l at 6 bar opened into an empty chamber, 2 bar in both: 2 l; into one at 1 bar: 1·4/1 = 4 l. */
    @Test
    void aVesselOfKnownVolumeMeasuresAChamber() {
        assertEquals(2e-3, new KnownVolume(1e-3, 6e5, 0, 2e5).volumeM3(), 1e-12);
        assertEquals(4e-3, new KnownVolume(1e-3, 6e5, 1e5, 2e5).volumeM3(), 1e-12);
        // 1 mbar of 4 and of 2 bar, and of both at the last reading: 0.00025, 0.0005, 0.00075
        assertEquals(
                Math.sqrt(0.00025 * 0.00025 + 0.0005 * 0.0005 + 0.00075 * 0.00075),
                new KnownVolume(1e-3, 6e5, 0, 2e5).share(100),
                1e-12);
        assertThrows(IllegalArgumentException.class, () -> new KnownVolume(1e-3, 6e5, 0, 6e5));
        assertThrows(IllegalArgumentException.class, () -> new KnownVolume(1e-3, 6e5, 2e5, 2e5));
    }

    /** Ten bubbles of 4 mm in a minute: at 20 °C times 273.15/293.15; at most 19.3 twice as large, at least 3.7 half. */
    @Test
    void bubblesAtStandardConditions() {
        Bubbles ten = new Bubbles(10, 4e-3, 60);
        assertEquals(5.585e-9, ten.leakM3PerS(), 0.001e-9);
        assertEquals(5.204e-9, Bubbles.standardM3PerS(ten.leakM3PerS(), 101325, 293.15), 0.001e-9);
        assertEquals(2.602e-9, Bubbles.standardM3PerS(ten.leakM3PerS(), 101325 / 2.0, 293.15), 0.001e-9);
        assertEquals(19.3246 * 0.5585e-9 * 2, ten.mostM3PerS(), 0.01e-9);
        assertEquals(3.6754 * 0.5585e-9 / 2, ten.leastM3PerS(), 0.001e-9);
        assertEquals(3 * 0.5585e-9 * 2, new Bubbles(0, 4e-3, 60).mostM3PerS(), 0.001e-9);
        assertEquals(0, new Bubbles(3, 4e-3, 60).leastM3PerS());
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

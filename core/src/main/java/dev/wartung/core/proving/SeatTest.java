package dev.wartung.core.proving;

import dev.wartung.core.leak.DecayVerdict;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.leak.LeakClass.Medium;
import dev.wartung.core.leak.PressureDecay;
import dev.wartung.core.leak.PressureDecay.Uncertainty;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import java.util.Optional;

/**
 * The pressure a closed seat held, and for how long.
 *
 * @param startPa at first, above the barometer, pascal, 0 or more
 * @param endPa   then
 * @param seconds between, above 0
 * @param chamber what encloses it; empty where that is not known: then a loss of pressure tells no leakage
 */
public record SeatTest(double startPa, double endPa, double seconds, Optional<Chamber> chamber) {

    /** No thermometer stands at a bench: its air is taken to be steady within this (k = 2), kelvin. */
    static final double STEADY_K = 0.05;

    private static final double ROOM_K = 293.15;

    public SeatTest {
        if (!(startPa >= 0) || !(endPa >= 0) || !(seconds > 0)) {
            throw new IllegalArgumentException("pressures of zero or more, and some time between them");
        }
    }

    /**
     * What is enclosed between the valve that shuts it off and the seat.
     *
     * @param volumeM3    above 0
     * @param volumeShare how far that may be off (k = 2), as a share of it, 0 or more, below 1
     * @param gaugePa     how far a pressure reading may be off (k = 2), above 0
     */
    public record Chamber(double volumeM3, double volumeShare, double gaugePa) {

        public Chamber {
            if (!(volumeM3 > 0) || !(volumeShare >= 0) || !(volumeShare < 1) || !(gaugePa > 0)) {
                throw new IllegalArgumentException("a volume, and a gauge with some uncertainty");
            }
        }

        public Quantity volume() {
            return new Quantity(volumeM3, Dimension.VOLUME);
        }
    }

    /** The same, what encloses it known. */
    public SeatTest in(Optional<Chamber> other) {
        return new SeatTest(startPa, endPa, seconds, other);
    }

    /** What was lost, pascal a second; below zero where the pressure rose. */
    public double lossPaPerS() {
        return (startPa - endPa) / seconds;
    }

    /** Held against a rate; empty where what encloses it is not known. */
    Optional<DecayVerdict> against(LeakClass rate, double nominalMm) {
        return chamber.flatMap(c -> rate.limitM3PerS(Medium.GAS, nominalMm)
                .map(limit -> new DecayVerdict(
                        new PressureDecay(
                                c.volumeM3(),
                                seconds,
                                startPa + PressureDecay.P0_PA,
                                endPa + PressureDecay.P0_PA,
                                ROOM_K,
                                ROOM_K),
                        new Uncertainty(c.gaugePa(), STEADY_K, c.volumeShare(), 0),
                        startPa,
                        limit)));
    }
}

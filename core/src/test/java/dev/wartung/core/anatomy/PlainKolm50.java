package dev.wartung.core.anatomy;

import java.util.Map;

/** The valve most tests work on: a Kolm 50 with as little on it as there can be. */
public final class PlainKolm50 {

    private PlainKolm50() {}

    /** @param options that are otherwise: name, value, name, value … */
    public static ValveConfiguration driven(Drive drive, String... options) {
        boolean byHand = drive == Drive.MANUAL;
        ValveConfiguration valve = new ValveConfiguration(
                        drive,
                        Map.of(
                                "head-port", "none",
                                "coupling", "threaded",
                                "plug", "profiled",
                                "head", "none",
                                "lock-pin", "none",
                                "weight", "hand",
                                "elastomer", "EPDM",
                                "sealing", "lip"))
                .with(Map.of(
                        "actuator-build", byHand ? "none" : "wire",
                        "rod-packing", byHand ? "none" : "o-ring",
                        "end-covers", "none"));
        for (int i = 0; i < options.length; i += 2) {
            valve = valve.with(options[i], options[i + 1]);
        }
        return valve;
    }
}

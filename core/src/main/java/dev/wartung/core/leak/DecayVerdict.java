package dev.wartung.core.leak;

import dev.wartung.core.leak.PressureDecay.Uncertainty;
import java.util.Optional;

/**
 * What a decay test says about a limit, and no more than it can see.
 *
 * <p>Source: a leakage is below a limit when it is with its expanded uncertainty (k = 2) added, above it with that taken
 * off; in between the test does not decide. Gas tests of a seat are made at 6 bar ± 1 bar (EN 12266-1): at less, a
 * leakage says nothing good, at more, nothing bad. Worked: 2 l, 7 bar abs falling by 7 mbar in 600 s at 293.15 K are
 * 21.46 mm³/s; a gauge of 1 mbar and a thermometer of 0.1 K make it ± 11.2 mm³/s: more than 10.2 and less than 32.7. A
 * limit of 40 is met, one of 10 is not, one of 20 is not decided: |21.46 − 20| = 1.46 mm³/s would stand out after
 * 600 s·11.2/1.46, 77 min.
 *
 * @param gaugePa    pressure at the start above the barometer, pascal
 * @param limitM3PerS at T0 and p0, above 0
 */
public record DecayVerdict(PressureDecay decay, Uncertainty uncertainty, double gaugePa, double limitM3PerS) {

    /** Gauge pressures at which the rates hold, pascal. */
    public static final double LOWEST_PA = 5e5;

    public static final double HIGHEST_PA = 7e5;

    public DecayVerdict {
        if (!(limitM3PerS > 0)) {
            throw new IllegalArgumentException("a limit above zero: “no visible leakage” is not proven by a number");
        }
    }

    /** What comes of it. */
    public enum Decision {
        MEETS,
        FAILS,
        /** It lies within what the instruments can be off by. */
        UNDECIDED,
        /** At this pressure the rate is not asked for. */
        WRONG_PRESSURE,
        /** More is there than was: something changed that nobody read. */
        DISTURBED,
        /** There was no pressure to lose. */
        NO_TEST
    }

    public Decision decision() {
        double leak = decay.leakM3PerS();
        double sure = decay.uncertaintyM3PerS(uncertainty);
        if (gaugePa <= uncertainty.gaugePa()) {
            return Decision.NO_TEST;
        }
        if (leak + sure < 0) {
            return Decision.DISTURBED;
        }
        if (leak + sure <= limitM3PerS) {
            return gaugePa < LOWEST_PA ? Decision.WRONG_PRESSURE : Decision.MEETS;
        }
        if (leak - sure > limitM3PerS) {
            return gaugePa > HIGHEST_PA ? Decision.WRONG_PRESSURE : Decision.FAILS;
        }
        return Decision.UNDECIDED;
    }

    /**
     * How long a test of this leakage must last for these instruments to decide, seconds; empty where no time is enough,
     * since the volume is not known well enough.
     */
    public Optional<Double> decidesAfterS() {
        double apart = Math.abs(limitM3PerS - decay.leakM3PerS());
        double ofVolume = decay.ofVolumeM3PerS(uncertainty);
        double left = apart * apart - ofVolume * ofVolume;
        return left > 0
                ? Optional.of(decay.seconds() * decay.ofReadingsM3PerS(uncertainty) / Math.sqrt(left))
                : Optional.empty();
    }
}

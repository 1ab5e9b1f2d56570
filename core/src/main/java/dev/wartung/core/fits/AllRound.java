package dev.wartung.core.fits;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.Verdict;
import dev.wartung.core.measure.Verdict.Outcome;
import java.util.Collections;
import java.util.List;

/**
 * One distance read at several places round a part: a gap between housing halves, a bush that stands proud. Every
 * reading lies within the band, and the part
 * stands square, its widest and smallest reading no further apart than allowed.
 *
 * @param band      limits of each reading, lengths
 * @param unevenM   widest less smallest, at most; metre, above 0
 */
public record AllRound(Band band, double unevenM) {

    public AllRound {
        if (!(unevenM > 0)) {
            throw new IllegalArgumentException("an unevenness above zero");
        }
    }

    /**
     * @param readingsM round the part, metre; at least two
     * @param names of the places, as many
     */
    public Verdict judge(List<Double> readingsM, List<String> names) {
        if (readingsM.size() < 2 || readingsM.size() != names.size()) {
            throw new IllegalArgumentException("two or more readings, each with its place");
        }
        double least = Collections.min(readingsM);
        double most = Collections.max(readingsM);
        String narrow = names.get(readingsM.indexOf(least));
        String wide = names.get(readingsM.indexOf(most));
        String found =
                mm(least) + " to " + mm(most) + " mm, limits " + band.shown() + " and " + mm(unevenM) + " mm uneven";
        if (least < band.min().si() - 1e-9) {
            return new Verdict(
                    Outcome.LOW,
                    found,
                    "Too little at " + narrow + ". Ease it there until it is at least "
                            + band.min().shown() + ".");
        }
        if (most > band.max().si() + 1e-9) {
            return new Verdict(
                    Outcome.HIGH,
                    found,
                    "Too much at " + wide + ". Bring it down there to "
                            + band.max().shown() + " or less.");
        }
        if (most - least > unevenM + 1e-9) {
            return new Verdict(
                    Outcome.DIFFERENT,
                    found,
                    "Not even: " + mm(most - least) + " mm more at " + wide + " than at " + narrow + ". Bring " + wide
                            + " down before going on.");
        }
        return new Verdict(Outcome.WITHIN, found, "");
    }

    private static String mm(double metres) {
        return new Quantity(metres, Dimension.LENGTH).numberIn(Unit.MILLIMETRE);
    }
}

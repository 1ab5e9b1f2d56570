package dev.wartung.core.fits;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
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
        Message found = Message.of(
                "all-round.found",
                "{read}, limits {limits} and {uneven} uneven",
                "read",
                new Argument.Range(length(least), length(most)),
                "limits",
                band,
                "uneven",
                length(unevenM));
        if (least < band.min().si() - 1e-9) {
            return new Verdict(
                    Outcome.LOW,
                    found,
                    Message.of(
                            "all-round.too-little",
                            "Too little at {place}. Ease it there until it is at least {least}.",
                            "place",
                            narrow,
                            "least",
                            new Argument.AtLeast(band.min())));
        }
        if (most > band.max().si() + 1e-9) {
            return new Verdict(
                    Outcome.HIGH,
                    found,
                    Message.of(
                            "all-round.too-much",
                            "Too much at {place}. Bring it down there to {most} or less.",
                            "place",
                            wide,
                            "most",
                            new Argument.AtMost(band.max())));
        }
        if (most - least > unevenM + 1e-9) {
            return new Verdict(
                    Outcome.DIFFERENT,
                    found,
                    Message.of(
                            "all-round.uneven",
                            "Not even: {more} more at {wide} than at {narrow}. Bring {wide} down before going on.",
                            "more",
                            length(most - least),
                            "wide",
                            wide,
                            "narrow",
                            narrow));
        }
        return Verdict.within(found);
    }

    private static Quantity length(double metres) {
        return new Quantity(metres, Dimension.LENGTH);
    }
}

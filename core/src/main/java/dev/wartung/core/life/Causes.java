package dev.wartung.core.life;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.hipparchus.special.Gamma;

/**
 * Whether pieces fail from one cause or from several at once, each with its own life. A piece that one cause took had
 * not failed by the others (competing risks). With one shape for
 * all, the causes together are one Weibull; how much better their own shapes describe them is held against chi-square,
 * with one degree of freedom for each cause but the first.
 *
 * @param each       the fit for each cause that took at least two
 * @param likelihoodRatio twice the gain in log likelihood
 * @param chance     how often chance alone would gain as much
 */
public record Causes(Map<String, Weibull> each, double likelihoodRatio, double chance) {

    private static final int LEAST = 2;
    /** Below this the causes are told apart. */
    public static final double RARE = 0.05;

    /** Causes that took at least two, with how many. */
    public static Map<String, Long> named(List<Lifetime> lives) {
        Map<String, Long> counts = lives.stream()
                .filter(Lifetime::failed)
                .collect(Collectors.groupingBy(Lifetime::cause, TreeMap::new, Collectors.counting()));
        counts.values().removeIf(count -> count < LEAST);
        return counts;
    }

    /**
     * Told from failures whose day is known: one found between two looks was good at the first of them, and says no
     * more here.
     *
     * @return empty where there are not two causes with two such failures each
     */
    public static Optional<Causes> of(List<Lifetime> all) {
        List<Lifetime> lives = all.stream()
                .flatMap(l -> l.isBetween() ? sure(l).stream() : Stream.of(l))
                .toList();
        List<String> causes = List.copyOf(named(lives).keySet());
        Map<String, Weibull> each = new LinkedHashMap<>();
        causes.forEach(
                c -> Weibull.fit(lives.stream().map(l -> l.by(c)).toList()).ifPresent(w -> each.put(c, w)));
        if (each.size() < 2) {
            return Optional.empty();
        }
        // those of the causes that are compared; the rest had not failed by them
        List<Lifetime> compared = lives.stream()
                .map(l -> l.failed() && !each.containsKey(l.cause()) ? Lifetime.good(l.days()) : l)
                .toList();
        Optional<Weibull> together = Weibull.fit(compared);
        if (together.isEmpty()) {
            return Optional.empty();
        }
        double shares = each.values().stream()
                .mapToDouble(w -> w.failures()
                        * Math.log(w.failures() / (double) together.get().failures()))
                .sum();
        double ratio = Math.max(
                0,
                2
                        * (each.values().stream()
                                        .mapToDouble(Weibull::logLikelihood)
                                        .sum()
                                - together.get().logLikelihood()
                                - shares));
        return Optional.of(new Causes(each, ratio, Gamma.regularizedGammaQ((each.size() - 1) / 2.0, ratio / 2)));
    }

    private static Optional<Lifetime> sure(Lifetime between) {
        return between.good() > 0 ? Optional.of(Lifetime.good(between.good())) : Optional.empty();
    }

    /** Whether one life for all would mislead. */
    public boolean mixed() {
        return chance < RARE;
    }
}

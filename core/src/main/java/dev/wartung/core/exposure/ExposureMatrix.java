package dev.wartung.core.exposure;

import dev.wartung.core.lubrication.Suitability;
import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.lubrication.Suitability.Reason;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import dev.wartung.core.sealing.Polymer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Which seal materials stand what a line does to them, as data: {@code exposure.yaml}.
 *
 * @param media        what can run in a line
 * @param mediumRules  medium on polymer; the first that matches decides, where none does nothing is known against it
 * @param causticRules caustic and acid cleaning on polymer, above a temperature
 * @param heat         the hottest liquid and steam each polymer stands; every polymer has one, which a test checks
 */
public record ExposureMatrix(
        List<Medium> media, List<MediumRule> mediumRules, List<CausticRule> causticRules, List<Heat> heat) {

    /** So near to a limit it is said: compounds of one polymer differ by as much. Kelvin. */
    static final double NEAR_K = 10;

    /** What can run in a line. */
    public record Medium(String id, String name) {}

    /** @param confidence high, fair or low: how far sources agree */
    public record MediumRule(
            List<String> media,
            List<Polymer> polymers,
            String verdict,
            String reason,
            String basis,
            String confidence) {}

    /**
     * @param above      counts where cleaning is hotter
     * @param confidence high, fair or low: how far sources agree
     */
    public record CausticRule(
            List<Polymer> polymers, String verdict, Quantity above, String reason, String basis, String confidence) {}

    /**
     * @param steam      empty where it stands none
     * @param confidence high, fair or low: how far sources agree
     */
    public record Heat(Polymer polymer, Quantity liquid, Optional<Quantity> steam, String basis, String confidence) {}

    /** By its id. */
    public Optional<Medium> medium(String id) {
        return media.stream().filter(m -> m.id().equals(id)).findFirst();
    }

    /** What is said of a line, in words; empty where nothing is. */
    public Message words(LineUse use) {
        return Message.joined(
                "; ",
                Stream.of(
                                use.medium().flatMap(this::medium).map(m -> Message.of("exposure.medium", m.name())),
                                use.cleaningK()
                                        .map(k -> Message.of(
                                                "exposure.cleaned", "cleaned up to {hottest}", "hottest", heat(k))),
                                use.steamK()
                                        .map(k -> Message.of(
                                                "exposure.steam", "steam up to {hottest}", "hottest", heat(k))))
                        .flatMap(Optional::stream)
                        .toList());
    }

    private static Quantity heat(double k) {
        return new Quantity(k, Dimension.TEMPERATURE);
    }

    /** A seal material in a line. What nobody has said of the line is not held against it. */
    public Suitability judge(Polymer polymer, LineUse use) {
        List<Reason> reasons = new ArrayList<>();
        use.medium()
                .flatMap(m -> mediumRules.stream()
                        .filter(r -> r.media().contains(m) && r.polymers().contains(polymer))
                        .findFirst())
                .ifPresent(r -> reasons.add(new Reason(
                        level(r.verdict()), Message.of("exposure.reason", r.reason()), r.basis(), r.confidence())));
        use.cleaningK().ifPresent(k -> causticRules.stream()
                .filter(r -> r.polymers().contains(polymer) && k > r.above().si())
                .forEach(r -> reasons.add(new Reason(
                        level(r.verdict()), Message.of("exposure.reason", r.reason()), r.basis(), r.confidence()))));
        heat.stream().filter(h -> h.polymer() == polymer).findFirst().ifPresent(h -> {
            use.cleaningK().ifPresent(k -> hot(h, "liquid", k, Optional.of(h.liquid()), reasons));
            use.steamK().ifPresent(k -> hot(h, "steam", k, h.steam(), reasons));
        });
        List<Reason> sorted = reasons.stream()
                .sorted(Comparator.comparing(Reason::level).reversed())
                .toList();
        return new Suitability(sorted.isEmpty() ? Level.SUITS : sorted.get(0).level(), sorted);
    }

    private static void hot(Heat heat, String what, double k, Optional<Quantity> limit, List<Reason> reasons) {
        String symbol = heat.polymer().symbol();
        if (limit.isEmpty()) {
            reasons.add(new Reason(
                    Level.HARMS,
                    Message.of("exposure.none", "{polymer} stands no {what}.", "polymer", symbol, "what", what),
                    heat.basis(),
                    heat.confidence()));
            return;
        }
        double over = k - limit.get().si();
        if (over > -NEAR_K) {
            reasons.add(new Reason(
                    over > 0 ? Level.HARMS : Level.CARE,
                    Message.of(
                            "exposure.hot",
                            "The {what} here has {has}; the usual {polymer} stands {stands}.",
                            "what",
                            what,
                            "has",
                            heat(k),
                            "polymer",
                            symbol,
                            "stands",
                            limit.get()),
                    heat.basis(),
                    heat.confidence()));
        }
    }

    private static Level level(String verdict) {
        return Level.valueOf(verdict.toUpperCase(Locale.ROOT));
    }
}

package dev.wartung.core.lubrication;

import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.lubrication.Suitability.Reason;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import dev.wartung.core.sealing.Polymer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What is known of greases and seals, as data: {@code lubrication.yaml}. Every pair of oil and polymer has a rule,
 * which a test checks.
 *
 * @param oils           base oils
 * @param thickeners     with how they stand hot caustic
 * @param oilRules       oil on polymer; the first that matches decides
 * @param thickenerRules thickener on polymer, where it matters
 * @param registrations  food contact classes
 * @param claims         further statements a site may ask for
 * @param positions      where grease goes, and where none does
 */
public record LubricationMatrix(
        List<Oil> oils,
        List<Thickener> thickeners,
        List<OilRule> oilRules,
        List<ThickenerRule> thickenerRules,
        List<Registration> registrations,
        List<Claim> claims,
        List<Position> positions) {

    /** @param like what it is akin to chemically */
    public record Oil(String id, String name, String like) {}

    /** @param caustic verdict against hot caustic */
    public record Thickener(String id, String name, String caustic, String note) {}

    /** @param confidence high, fair or low: how far sources agree */
    public record OilRule(
            List<String> oils,
            List<Polymer> polymers,
            String verdict,
            String reason,
            String basis,
            String confidence) {}

    /** @param confidence high, fair or low: how far sources agree */
    public record ThickenerRule(
            List<String> thickeners,
            List<Polymer> polymers,
            String verdict,
            String reason,
            String basis,
            String confidence) {}

    /** @param product whether it may be used where product comes */
    public record Registration(String id, String name, boolean product) {}

    /** @param contradicts base oils with which it cannot be true */
    public record Claim(String id, String name, List<String> contradicts) {}

    /**
     * @param rule where the film goes, in words
     * @param film thin, groove, thread or none: how much of it
     */
    public record Position(String id, String name, boolean productWetted, String rule, String film) {
        public boolean takesNone() {
            return film.equals("none");
        }
    }

    public Optional<Position> position(String id) {
        return positions.stream().filter(p -> p.id().equals(id)).findFirst();
    }

    /**
     * Oil and thickener on one seal material.
     *
     * @throws IllegalArgumentException for an oil or thickener that is not in the matrix
     */
    public Suitability of(String oil, String thickener, Polymer polymer) {
        OilRule rule = oilRules.stream()
                .filter(r -> r.oils().contains(oil) && r.polymers().contains(polymer))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no rule for " + oil + " on " + polymer));
        List<Reason> reasons = new ArrayList<>(List.of(
                new Reason(Level.named(rule.verdict()), table("oil", rule.reason()), rule.basis(), rule.confidence())));
        thickener(thickener);
        thickenerRules.stream()
                .filter(r -> r.thickeners().contains(thickener) && r.polymers().contains(polymer))
                .findFirst()
                .ifPresent(r -> reasons.add(new Reason(
                        Level.named(r.verdict()), table("thickener", r.reason()), r.basis(), r.confidence())));
        return worst(reasons);
    }

    /**
     * A grease for a use: its oil and thickener on every seal it touches, its registration, what the site asks for, and
     * the heat.
     */
    public Suitability judge(Grease grease, Use use) {
        List<Reason> reasons = new ArrayList<>();
        Position position = position(use.position())
                .orElseThrow(() -> new IllegalArgumentException("no position " + use.position()));
        if (position.takesNone()) {
            reasons.add(new Reason(Level.HARMS, table("position", position.rule()), "maker"));
        }
        use.polymers().stream().sorted().forEach(polymer -> of(grease.oil(), grease.thickener(), polymer)
                .reasons()
                .forEach(r -> reasons.add(new Reason(
                        r.level(),
                        r.text().english().startsWith(polymer.symbol())
                                ? r.text()
                                : Message.of(
                                        "grease.on",
                                        "{polymer}: {reason}",
                                        "polymer",
                                        polymer.symbol(),
                                        "reason",
                                        r.text()),
                        r.basis(),
                        r.confidence()))));
        if (position.productWetted()) {
            Registration registration = registration(grease.registration());
            if (!registration.product()) {
                reasons.add(new Reason(
                        Level.HARMS,
                        Message.of(
                                "grease.registration",
                                "Product comes here; {grease} is {registration}.",
                                "grease",
                                grease.name(),
                                "registration",
                                registration.name()),
                        "standard"));
            }
            Thickener thickener = thickener(grease.thickener());
            if (!thickener.caustic().equals("suits")) {
                reasons.add(new Reason(Level.CARE, table("thickener", thickener.note()), "practice"));
            }
        }
        for (Claim claim : claims) {
            if (use.demands().contains(claim.id()) && !grease.claims().contains(claim.id())) {
                reasons.add(new Reason(
                        Level.HARMS,
                        Message.of(
                                "grease.demanded",
                                "This area only takes grease that is {claim}; {grease} is not, or does not say so.",
                                "claim",
                                claim.name(),
                                "grease",
                                grease.name()),
                        "site rule"));
            }
        }
        contradictions(grease).forEach(c -> reasons.add(new Reason(Level.HARMS, c, "what is said of it")));
        if (use.hottestK() > grease.hottestK()) {
            reasons.add(new Reason(
                    Level.HARMS,
                    Message.of(
                            "grease.hotter",
                            "It gets hotter here than {grease} stands ({hottest}).",
                            "grease",
                            grease.name(),
                            "hottest",
                            new Quantity(grease.hottestK(), Dimension.TEMPERATURE)),
                    "maker"));
        }
        return worst(reasons);
    }

    /** Contradictions in what is said of a grease itself; empty when there are none. */
    public List<Message> contradictions(Grease grease) {
        return claims.stream()
                .filter(c -> grease.claims().contains(c.id()) && c.contradicts().contains(grease.oil()))
                .map(c -> Message.of(
                        "grease.contradicts",
                        "A grease of {oil} cannot be {claim}.",
                        "oil",
                        oil(grease.oil()).name(),
                        "claim",
                        c.name()))
                .toList();
    }

    /** What a row of the table says, found by what the row is about and its English. */
    private static Message table(String about, String text) {
        return Message.of("grease." + about, text);
    }

    private static Suitability worst(List<Reason> reasons) {
        List<Reason> sorted = reasons.stream()
                .sorted(Comparator.comparing(Reason::level).reversed())
                .toList();
        return new Suitability(sorted.isEmpty() ? Level.SUITS : sorted.get(0).level(), sorted);
    }

    public Oil oil(String id) {
        return oils.stream()
                .filter(o -> o.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no oil " + id));
    }

    public Thickener thickener(String id) {
        return thickeners.stream()
                .filter(t -> t.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no thickener " + id));
    }

    public Registration registration(String id) {
        return registrations.stream()
                .filter(r -> r.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no registration " + id));
    }
}

package dev.wartung.core.lubrication;

import dev.wartung.core.lubrication.Suitability.Level;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The greases a plant has, and what it asks for in the area of the valve.
 *
 * @param tins     what is on site; empty where the plant keeps no list: then the type sheet's own naming stands
 * @param demands  claims asked for in this area
 * @param hottestK the hottest it gets there, kelvin
 */
public record GreaseShelf(LubricationMatrix matrix, List<Tin> tins, Set<String> demands, double hottestK) {

    /** One tin or cartridge on site. */
    public record Tin(Grease grease, String lot) {}

    /**
     * The grease chosen.
     *
     * @param named whether it is the one the type sheet names
     */
    public record Chosen(Tin tin, Suitability suitability, boolean named) {}

    public GreaseShelf {
        tins = List.copyOf(tins);
        demands = Set.copyOf(demands);
    }

    public boolean keepsAList() {
        return !tins.isEmpty();
    }

    /** Judges a tin for a position and its seals, by what this area asks for. */
    public Suitability judge(Grease grease, Use use) {
        return matrix.judge(grease, here(use));
    }

    /** The tin to use: one that suits, the maker's own first; only with care if none suits; none that does harm. */
    public Optional<Chosen> choose(Use use, String namedByMaker) {
        return tins.stream()
                .map(tin -> new Chosen(
                        tin, judge(tin.grease(), use), tin.grease().name().equals(namedByMaker)))
                .filter(c -> c.suitability().level() != Level.HARMS)
                .min(Comparator.comparing((Chosen c) -> c.suitability().level())
                        .thenComparing(c -> !c.named())
                        .thenComparing(c -> c.tin().grease().name()));
    }

    private Use here(Use use) {
        return new Use(use.position(), use.polymers(), demands, Math.max(use.hottestK(), hottestK));
    }
}

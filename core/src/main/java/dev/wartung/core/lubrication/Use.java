package dev.wartung.core.lubrication;

import dev.wartung.core.sealing.Polymer;
import java.util.Set;

/**
 * What a grease is wanted for.
 *
 * @param position id of the position in the matrix, for instance "seal-grease"
 * @param polymers of the seals it touches
 * @param demands  claims the site asks for here, for instance "silicone-free"
 * @param hottestK the hottest it gets there, kelvin
 */
public record Use(String position, Set<Polymer> polymers, Set<String> demands, double hottestK) {

    public Use {
        polymers = Set.copyOf(polymers);
        demands = Set.copyOf(demands);
    }
}

package dev.wartung.core.exposure;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.lubrication.Suitability;
import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.sealing.Polymer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The product seals of a valve, what they are made of, and how they stand what a line does to them. */
public final class WettedSeals {

    private static final String PRODUCT_SEAL = "product-seal";

    private WettedSeals() {}

    /**
     * What a seal is made of.
     *
     * @param name    of the part
     * @param covered it lies behind plastic: heat comes to it, product does not
     */
    public record Seal(String name, Polymer polymer, boolean covered) {}

    /**
     * A verdict on the seals of one material.
     *
     * @param names of the parts
     */
    public record Judged(Polymer polymer, List<String> names, Suitability suitability) {

        /** The verdict in words, after the material's name. */
        public String words() {
            return switch (suitability.level()) {
                case SUITS -> "stands it";
                case CARE -> "with care";
                case HARMS -> "does not stand it";
            };
        }
    }

    /**
     * The product seals of a configuration; a part of which no article is on the sheet is not among them. Of rubber on
     * metal the rubber counts; of plastic with rubber behind it both.
     */
    public static List<Seal> of(AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration) {
        Map<String, String> facts = configuration.facts();
        List<Part> parts = anatomy.build().parts().stream()
                .filter(p -> p.kind().equals(PRODUCT_SEAL) && p.when().holds(facts))
                .toList();
        List<Seal> seals = new ArrayList<>();
        for (Part part : parts) {
            boolean behind = part.looseWith()
                    .filter(id -> parts.stream().anyMatch(p -> p.id().equals(id)))
                    .isPresent();
            type.articles().stream()
                    .filter(a -> a.part().equals(part.id()) && a.when().holds(facts))
                    .forEach(a -> {
                        boolean covered = behind;
                        for (Polymer polymer : polymers(a.material())) {
                            Seal seal = new Seal(part.name(), polymer, covered);
                            if (!seals.contains(seal)) {
                                seals.add(seal);
                            }
                            covered |= polymer == Polymer.PTFE;
                        }
                    });
        }
        return seals;
    }

    /** How they stand a line, by material, the worst first; those against which nothing is known too. */
    public static List<Judged> judge(List<Seal> seals, LineUse use, ExposureMatrix matrix) {
        LineUse behind = new LineUse(Optional.empty(), use.cleaningK(), use.steamK());
        Map<Polymer, List<Seal>> byPolymer = new LinkedHashMap<>();
        seals.forEach(s ->
                byPolymer.computeIfAbsent(s.polymer(), p -> new ArrayList<>()).add(s));
        List<Judged> judged = new ArrayList<>();
        byPolymer.forEach((polymer, of) -> {
            Suitability bare = matrix.judge(polymer, use);
            Suitability covered = matrix.judge(polymer, behind);
            for (Level level : Level.values()) {
                List<Seal> so = of.stream()
                        .filter(s -> (s.covered() ? covered : bare).level() == level)
                        .toList();
                if (!so.isEmpty()) {
                    boolean any = so.stream().anyMatch(s -> !s.covered());
                    judged.add(new Judged(
                            polymer, so.stream().map(Seal::name).distinct().toList(), any ? bare : covered));
                }
            }
        });
        judged.sort(Comparator.comparing((Judged j) -> j.suitability().level()).reversed());
        return judged;
    }

    /** In the order in which the material names them: what product meets first. */
    private static List<Polymer> polymers(String material) {
        return Arrays.stream(material.replaceAll(" on .*", "").split("/"))
                .flatMap(m -> Polymer.named(m).stream())
                .toList();
    }
}

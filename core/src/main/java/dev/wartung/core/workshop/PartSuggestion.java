package dev.wartung.core.workshop;

import dev.wartung.core.anatomy.Part;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Which part of a valve a line of somebody's parts list means, by its words. */
public final class PartSuggestion {

    private static final String RING = "ring";

    /** What makers and plants call the same thing, in the words of the families' sheets. */
    private static final Map<String, String> SAME = Map.ofEntries(
            Map.entry("gasket", "seal"),
            Map.entry("packing", "seal"),
            Map.entry("dichtung", "seal"),
            Map.entry("dichtring", "seal"),
            Map.entry("joint", "seal"),
            Map.entry("oring", RING),
            Map.entry("bearing", "bush"),
            Map.entry("bushing", "bush"),
            Map.entry("buchse", "bush"),
            Map.entry("lager", "bush"),
            Map.entry("membrane", "diaphragm"),
            Map.entry("membran", "diaphragm"),
            Map.entry("sitz", "seat"),
            Map.entry("teller", "plug"),
            Map.entry("disk", "disc"),
            Map.entry("klappe", "disc"),
            Map.entry("cone", "plug"),
            Map.entry("kegel", "plug"),
            Map.entry("spindle", "stem"),
            Map.entry("shaft", "stem"),
            Map.entry("schaft", "stem"),
            Map.entry("housing", "body"),
            Map.entry("gehause", "body"),
            Map.entry("feder", "spring"),
            Map.entry("kolben", "piston"));

    private static final double NO_RING = 0.4;
    private static final double LEAST = 0.3;
    private static final double CLEARLY = 0.08;

    private PartSuggestion() {}

    /**
     * The part that is meant; empty where none is, or where two might be.
     *
     * @param line what the list calls it
     * @param parts of the family, whatever it is built as
     */
    public static Optional<Part> of(String line, Collection<Part> parts) {
        Set<String> words = words(line);
        List<Scored> scored = parts.stream().collect(Collectors.toMap(Part::id, p -> p, (a, b) -> a)).values().stream()
                .map(p -> new Scored(p, alike(words, words(p.name()))))
                .sorted(Comparator.comparingDouble(Scored::by).reversed())
                .toList();
        return scored.isEmpty()
                        || scored.get(0).by() < LEAST
                        || (scored.size() > 1
                                && scored.get(0).by() - scored.get(1).by() < CLEARLY)
                ? Optional.empty()
                : Optional.of(scored.get(0).part());
    }

    private record Scored(Part part, double by) {}

    /** Share of the words that both have, of all that either has. */
    private static double alike(Set<String> one, Set<String> other) {
        if (one.isEmpty() || other.isEmpty()) {
            return 0;
        }
        long common = one.stream().filter(other::contains).count();
        double share = (double) common / (one.size() + other.size() - common);
        // a ring is no lip seal, whatever it lies behind
        return one.contains(RING) == other.contains(RING) ? share : share * NO_RING;
    }

    private static Set<String> words(String text) {
        return Arrays.stream(text.toLowerCase(Locale.ROOT)
                        .replace("o-ring", "oring")
                        .replace("o ring", "oring")
                        .replace("ä", "a")
                        .replace("ö", "o")
                        .replace("ü", "u")
                        .split("[^a-z]+"))
                .filter(w -> w.length() > 2 && !w.equals("the") && !w.equals("for") && !w.equals("with"))
                .map(w -> w.length() > 3 && w.endsWith("s") && !w.endsWith("ss") ? w.substring(0, w.length() - 1) : w)
                .map(w -> SAME.getOrDefault(w, w))
                .collect(Collectors.toCollection(TreeSet::new));
    }
}

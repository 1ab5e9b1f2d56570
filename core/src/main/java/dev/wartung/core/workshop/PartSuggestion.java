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
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Which part of a valve a line of somebody's parts list means, by its words and by the size of its ring. */
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
            Map.entry("lippen", "lip"),
            Map.entry("spindel", "stem"),
            Map.entry("fuhrungs", "guide"),
            Map.entry("flansch", "flange"),
            Map.entry("kolben", "piston"));

    /** Words that say nothing by themselves: every valve has several of them. */
    private static final Set<String> EVERY = Set.of(RING, "seal");

    /** What words of a language that writes them as one end in. */
    private static final List<String> ENDS =
            List.of("dichtung", "dichtring", "buchse", "membran", "feder", "lager", "kolben", "teller", "sitz");

    private static final double NO_RING = 0.4;
    private static final double LEAST = 0.3;
    private static final double CLEARLY = 0.08;
    /** As much alike as what is called by its own name: a size that says another part then is a doubt. */
    private static final double WELL_NAMED = 0.7;

    private static final Pattern O_RING = Pattern.compile("(?i)\\bo-?\\s?ring|\\bOR\\b");
    /** A list says 18 where a sheet says 17.96. */
    private static final double SIZE_WITHIN = 0.04;

    private static final Pattern SIZE = Pattern.compile(
            "(?<![\\dx×*.,])(\\d+(?:[.,]\\d+)?)\\s*(?:mm)?\\s*[x×*]\\s*(\\d+(?:[.,]\\d+)?)(?!\\s*[x×*\\d])");

    private PartSuggestion() {}

    /**
     * A ring as a type's sheet says it.
     *
     * @param inside across, millimetre, above 0
     * @param cord   across, millimetre, above 0
     */
    public record Ring(double inside, double cord) {

        private boolean is(Ring other) {
            return close(inside, other.inside) && close(cord, other.cord);
        }

        private static boolean close(double one, double other) {
            return Math.abs(one - other) <= SIZE_WITHIN * Math.max(one, other);
        }
    }

    /**
     * The part that is meant; empty where none is, or where two might be.
     *
     * @param name  what the list calls it
     * @param line  all that the list says of it, for its size: “18 x 3”
     * @param parts of the family, whatever it is built as
     * @param rings what is known of the sizes of rings, by part
     */
    public static Optional<Part> of(String name, String line, Collection<Part> parts, Map<String, Ring> rings) {
        Set<String> words = words(name);
        List<Scored> scored = parts.stream().collect(Collectors.toMap(Part::id, p -> p, (a, b) -> a)).values().stream()
                // an O-ring is none of metal, whatever that is called
                .filter(p -> !O_RING.matcher(name).find() || p.kind().contains("seal"))
                .map(p -> new Scored(p, alike(words, words(p.name()))))
                .sorted(Comparator.comparingDouble(Scored::by).reversed())
                .toList();
        Optional<Ring> size = size(line);
        List<Scored> fitting = scored.stream()
                .filter(s -> size.isPresent()
                        && Optional.ofNullable(rings.get(s.part().id()))
                                .filter(size.get()::is)
                                .isPresent())
                .toList();
        if (fitting.isEmpty()) {
            return clearest(
                    scored.stream()
                            .filter(s -> size.isEmpty()
                                    || !rings.containsKey(s.part().id()))
                            .toList(),
                    LEAST);
        }
        boolean calledAnother =
                !fitting.contains(scored.get(0)) && scored.get(0).by() >= WELL_NAMED;
        return calledAnother ? Optional.empty() : clearest(fitting, 0);
    }

    private static Optional<Part> clearest(List<Scored> scored, double least) {
        return scored.isEmpty()
                        || scored.get(0).by() < least
                        || (scored.size() > 1
                                && scored.get(0).by() - scored.get(1).by() < CLEARLY)
                ? Optional.empty()
                : Optional.of(scored.get(0).part());
    }

    private record Scored(Part part, double by) {}

    /** Inside and cord, whichever is written first: a cord is the less of both. */
    private static Optional<Ring> size(String line) {
        Matcher found = SIZE.matcher(line.toLowerCase(Locale.ROOT));
        if (!found.find()) {
            return Optional.empty();
        }
        double one = Double.parseDouble(found.group(1).replace(',', '.'));
        double other = Double.parseDouble(found.group(2).replace(',', '.'));
        return Optional.of(new Ring(Math.max(one, other), Math.min(one, other)));
    }

    /** Share of the words that both have, of all that either has. */
    private static double alike(Set<String> one, Set<String> other) {
        if (one.isEmpty() || other.isEmpty()) {
            return 0;
        }
        List<String> both = one.stream().filter(other::contains).toList();
        if (EVERY.containsAll(both) && !EVERY.containsAll(other)) {
            return 0;
        }
        int common = both.size();
        double share = (double) common / (one.size() + other.size() - common);
        // a ring is no lip seal, whatever it lies behind
        return one.contains(RING) == other.contains(RING) ? share : share * NO_RING;
    }

    /** A word, or the two it is made of. */
    private static Stream<String> parted(String word) {
        return ENDS.stream()
                .filter(end -> word.endsWith(end) && word.length() > end.length() + 2)
                .findFirst()
                .map(end -> Stream.of(word.substring(0, word.length() - end.length()), end))
                .orElseGet(() -> Stream.of(word));
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
                .flatMap(PartSuggestion::parted)
                .map(w -> SAME.getOrDefault(w, w))
                .collect(Collectors.toCollection(TreeSet::new));
    }
}

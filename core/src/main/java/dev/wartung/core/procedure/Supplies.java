package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.anatomy.TypeSheet.Kit;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What has to be in hand before the line is opened.
 *
 * @param kit       the kit that covers most of the parts renewed; empty if none helps
 * @param inKit     the kit's contents, each with whether this job uses it
 * @param notInKit  parts renewed that the kit does not contain: to be fetched on their own
 * @param facts     of the valve they are for
 */
public record Supplies(Optional<Kit> kit, List<Piece> inKit, List<Piece> notInKit, Map<String, String> facts) {

    public Supplies(Optional<Kit> kit, List<Piece> inKit, List<Piece> notInKit) {
        this(kit, inKit, notInKit, Map.of());
    }

    /**
     * A part to have in hand.
     *
     * @param article  its part number in the type sheet, or empty where the sheet has none
     * @param material what it is made of, or empty where the sheet has no part number
     * @param used     whether this job fits it; a kit piece that is not used is left over
     */
    public record Piece(String part, String name, String article, String material, boolean used) {

        /** What to ask the store for: material and part number, or that the type sheet has none. */
        public String ordered() {
            return article.isEmpty() ? "no part number in the type sheet" : material + ", " + article;
        }
    }

    public static Supplies of(
            TypeSheet type, Build build, ValveConfiguration configuration, Collection<String> renewed) {
        Map<String, String> facts = configuration.facts();
        Optional<Kit> kit = type.kits().stream()
                .filter(k -> k.when().holds(facts) && k.contains().stream().anyMatch(renewed::contains))
                .max(Comparator.comparingLong(
                        k -> k.contains().stream().filter(renewed::contains).count()));
        List<String> contents = kit.map(Kit::contains).orElse(List.of()).stream()
                .filter(p -> build.part(p).isPresent())
                .toList();
        List<Piece> inKit = new ArrayList<>();
        contents.forEach(part -> inKit.add(piece(part, type, build, facts, renewed.contains(part))));
        List<Piece> loose = renewed.stream()
                .filter(part -> !contents.contains(part))
                .map(part -> piece(part, type, build, facts, true))
                .toList();
        return new Supplies(kit, List.copyOf(inKit), loose, facts);
    }

    private static Piece piece(String part, TypeSheet type, Build build, Map<String, String> facts, boolean used) {
        Optional<Article> article = type.article(part, facts);
        return new Piece(
                part,
                build.part(part).map(p -> p.name()).orElse(part),
                article.map(Article::number).orElse(""),
                article.map(Article::material).orElse(""),
                used);
    }

    /** All pieces that have to be counted in: the kit's and the loose ones. */
    public List<Piece> toCount() {
        List<Piece> all = new ArrayList<>(inKit);
        all.addAll(notInKit);
        return all;
    }

    /**
     * Why a kit in hand is not the one this job takes; empty where it is, where no kit is taken, or no number was read
     * off it.
     *
     * @param type   the valve's own
     * @param build  of what the valve is or becomes, for the names of its parts
     * @param number as read off the bag; upper or lower case
     */
    public Optional<Message> refusal(TypeSheet type, Build build, String number) {
        String read = number.strip();
        if (kit.isEmpty() || read.isEmpty() || read.equalsIgnoreCase(kit.get().id())) {
            return Optional.empty();
        }
        return Optional.of(type.kits().stream()
                .filter(k -> k.id().equalsIgnoreCase(read))
                .findFirst()
                .map(other -> Message.of(
                        "kit.not-for-this",
                        "{number} ({name}) is not for this job: {wrong}. Put it back and take {kit}.",
                        "number",
                        other.id(),
                        "name",
                        Part.inSentence(other.name()),
                        "wrong",
                        wrong(kit.get(), other, type, build),
                        "kit",
                        kit.get().id()))
                .orElseGet(() -> Message.of(
                        "kit.no-such",
                        "No kit of this type has the number “{number}”. This job takes {kit}.",
                        "number",
                        read,
                        "kit",
                        kit.get().id())));
    }

    private Message wrong(Kit kit, Kit other, TypeSheet type, Build build) {
        List<Message> lacks = kit.contains().stream()
                .filter(p -> !other.contains().contains(p))
                .flatMap(p -> build.part(p).stream())
                .map(p -> Message.of("kit.piece", "the {part}", "part", Part.inSentence(p.name())))
                .toList();
        if (!lacks.isEmpty()) {
            return Message.of("kit.lacks", "it lacks {parts}", "parts", Message.joined(", ", lacks));
        }
        List<Message> others = others(kit, other, type, build);
        return others.isEmpty()
                ? Message.of("kit.other-build", "it is packed for another build")
                : Message.of(
                        "kit.other-parts", "in it are other parts: {parts}", "parts", Message.joined(", ", others));
    }

    /** Parts that both hold and that are not the same article, with what the other holds. */
    private List<Message> others(Kit kit, Kit other, TypeSheet type, Build build) {
        Map<String, String> theirs = packedFor(other);
        return kit.contains().stream()
                .filter(other.contains()::contains)
                .flatMap(p -> build.part(p).stream())
                .flatMap(p -> type
                        .article(p.id(), theirs)
                        .filter(article -> !type.article(p.id(), facts).equals(Optional.of(article)))
                        .map(article -> Message.of(
                                "kit.other-article",
                                "{part} {number} ({material})",
                                "part",
                                Part.inSentence(p.name()),
                                "number",
                                article.number(),
                                "material",
                                article.material()))
                        .stream())
                .toList();
    }

    /** A valve that a kit is packed for: like this one but for what the kit is not for. */
    private Map<String, String> packedFor(Kit other) {
        Map<String, String> theirs = new HashMap<>(facts);
        other.when().allOf().forEach((fact, values) -> {
            if (!values.contains(facts.getOrDefault(fact, ""))) {
                theirs.put(fact, values.get(0));
            }
        });
        return theirs;
    }
}

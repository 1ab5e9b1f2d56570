package dev.wartung.web.stores;

import dev.wartung.core.anatomy.GreasedSurface;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.stores.Substitute;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/** What can lie in the stores: every kit and every article of every type sheet, by its number. */
@Component
public class Items {

    /**
     * A kit or a part.
     *
     * @param number    as ordered
     * @param name      in words
     * @param materials that are in it
     * @param of        the types it is for
     * @param kit       several parts in one bag
     * @param size      of a ring or bore that is greased, where its sheet gives it
     */
    public record Item(
            String number,
            String name,
            List<String> materials,
            List<String> of,
            boolean kit,
            Optional<GreasedSurface> size) {

        private Item alsoOf(String type) {
            List<String> all = new ArrayList<>(of);
            if (!all.contains(type)) {
                all.add(type);
            }
            return new Item(number, name, materials, List.copyOf(all), kit, size);
        }
    }

    /** How long another instance's new type sheet may go unnoticed. */
    private static final long FRESH_MS = 5000;

    private final Sheets sheets;
    private final Clock clock;
    private volatile Map<String, Item> items = Map.of();
    private volatile long readAt = Long.MIN_VALUE;

    Items(Sheets sheets, Clock clock) {
        this.sheets = sheets;
        this.clock = clock;
    }

    private Map<String, Item> items() {
        long now = clock.millis();
        if (readAt == Long.MIN_VALUE || now - readAt > FRESH_MS) {
            items = of(sheets.types());
            readAt = now;
        }
        return items;
    }

    /** What the sheets of these types name, by number, upper or lower case. */
    public Map<String, Item> of(List<TypeSheet> types) {
        Map<String, Item> read = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        for (TypeSheet type : types) {
            Map<String, String> partNames = new TreeMap<>();
            sheets.anatomyOf(type).build().parts().forEach(p -> partNames.put(p.id(), p.name()));
            String name = type.maker() + " " + type.name();
            for (Article article : type.articles()) {
                add(
                        read,
                        new Item(
                                article.number(),
                                partNames.getOrDefault(article.part(), article.part()),
                                List.of(article.material()),
                                List.of(name),
                                false,
                                Optional.ofNullable(type.surfaces().get(article.part()))),
                        name);
            }
            for (TypeSheet.Kit kit : type.kits()) {
                // an article of another configuration than the kit's is never in it: what both conditions allow is
                List<String> materials = kit.contains().stream()
                        .flatMap(part -> type.articles().stream()
                                .filter(a -> a.part().equals(part) && kit.when().overlaps(a.when())))
                        .map(Article::material)
                        .distinct()
                        .toList();
                add(read, new Item(kit.id(), kit.name(), materials, List.of(name), true, Optional.empty()), name);
            }
        }
        return read;
    }

    private static void add(Map<String, Item> read, Item item, String type) {
        read.merge(item.number(), item, (known, again) -> known.alsoOf(type));
    }

    /** By its number, upper or lower case. */
    public Optional<Item> item(String number) {
        return Optional.ofNullable(items().get(number.strip()));
    }

    /**
     * What is taken for a piece.
     *
     * @param other   whether it is another article than the sheet names
     * @param refused why it must not be taken; empty where it may
     */
    public record Substitution(String article, String material, boolean other, Optional<Message> refused) {

        /** What its sheet names. */
        public static Substitution none(Supplies.Piece piece) {
            return new Substitution(piece.article(), piece.material(), false, Optional.empty());
        }
    }

    /**
     * An article in the place of the one that belongs there.
     *
     * @param number as read off it
     */
    public Substitution substitute(Supplies.Piece piece, String number) {
        if (number.strip().equalsIgnoreCase(piece.article())) {
            return Substitution.none(piece);
        }
        Optional<Item> other = item(number);
        if (other.isEmpty() || other.get().kit()) {
            return new Substitution(
                    number.strip(),
                    "",
                    true,
                    Optional.of(
                            other.isEmpty()
                                    ? Message.of(
                                            "substitute.unknown",
                                            "No type sheet has an article “{number}”.",
                                            "number",
                                            number.strip())
                                    : Message.of("substitute.kit", "That is a kit, not a part.")));
        }
        Substitute asked =
                new Substitute(piece.material(), item(piece.article()).flatMap(Item::size));
        String material = String.join(", ", other.get().materials());
        return new Substitution(
                other.get().number(),
                material,
                true,
                new Substitute(material, other.get().size()).refusalFor(asked));
    }

    /** Whose number or name holds these letters. */
    public List<Item> like(String words, int most) {
        String wanted = words.strip().toLowerCase(Locale.ROOT);
        return items().values().stream()
                .filter(i -> i.number().toLowerCase(Locale.ROOT).contains(wanted)
                        || i.name().toLowerCase(Locale.ROOT).contains(wanted))
                .limit(most)
                .toList();
    }

    public List<Item> all() {
        return List.copyOf(items().values());
    }
}

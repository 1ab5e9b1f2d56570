package dev.wartung.web.stores;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.Article;
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
     */
    public record Item(String number, String name, List<String> materials, List<String> of, boolean kit) {

        private Item alsoOf(String type) {
            List<String> all = new ArrayList<>(of);
            if (!all.contains(type)) {
                all.add(type);
            }
            return new Item(number, name, materials, List.copyOf(all), kit);
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
            items = read();
            readAt = now;
        }
        return items;
    }

    private Map<String, Item> read() {
        Map<String, Item> read = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        for (TypeSheet type : sheets.types()) {
            Map<String, String> partNames = new TreeMap<>();
            sheets.of(type.id()).anatomy().build().parts().forEach(p -> partNames.put(p.id(), p.name()));
            String name = type.maker() + " " + type.name();
            for (Article article : type.articles()) {
                add(read, new Item(article.number(), partNames.getOrDefault(article.part(), article.part()), List.of(article.material()), List.of(name), false), name);
            }
            for (TypeSheet.Kit kit : type.kits()) {
                // an article of another configuration than the kit's is never in it: what both conditions allow is
                List<String> materials = kit.contains().stream().flatMap(part -> type.articles().stream().filter(a -> a.part().equals(part) && kit.when().overlaps(a.when())))
                        .map(Article::material).distinct().toList();
                add(read, new Item(kit.id(), kit.name(), materials, List.of(name), true), name);
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

    /** Whose number or name holds these letters. */
    public List<Item> like(String words, int most) {
        String wanted = words.strip().toLowerCase(Locale.ROOT);
        return items().values().stream().filter(i -> i.number().toLowerCase(Locale.ROOT).contains(wanted) || i.name().toLowerCase(Locale.ROOT).contains(wanted)).limit(most).toList();
    }

    public List<Item> all() {
        return List.copyOf(items().values());
    }
}

package dev.wartung.web.stores;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.web.sheet.Sheets;
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

    private final Map<String, Item> items = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);

    Items(Sheets sheets) {
        for (TypeSheet type : sheets.types()) {
            Map<String, String> partNames = new TreeMap<>();
            sheets.of(type.id()).anatomy().build().parts().forEach(p -> partNames.put(p.id(), p.name()));
            String name = type.maker() + " " + type.name();
            for (Article article : type.articles()) {
                add(new Item(article.number(), partNames.getOrDefault(article.part(), article.part()), List.of(article.material()), List.of(name), false), name);
            }
            for (TypeSheet.Kit kit : type.kits()) {
                // an article of another configuration than the kit's is never in it: what both conditions allow is
                List<String> materials = kit.contains().stream().flatMap(part -> type.articles().stream().filter(a -> a.part().equals(part) && kit.when().overlaps(a.when())))
                        .map(Article::material).distinct().toList();
                add(new Item(kit.id(), kit.name(), materials, List.of(name), true), name);
            }
        }
    }

    private void add(Item item, String type) {
        items.merge(item.number(), item, (known, again) -> known.alsoOf(type));
    }

    /** By its number, upper or lower case. */
    public Optional<Item> item(String number) {
        return Optional.ofNullable(items.get(number.strip()));
    }

    /** Whose number or name holds these letters. */
    public List<Item> like(String words, int most) {
        String wanted = words.strip().toLowerCase(Locale.ROOT);
        return items.values().stream().filter(i -> i.number().toLowerCase(Locale.ROOT).contains(wanted) || i.name().toLowerCase(Locale.ROOT).contains(wanted)).limit(most).toList();
    }

    public List<Item> all() {
        return List.copyOf(items.values());
    }
}

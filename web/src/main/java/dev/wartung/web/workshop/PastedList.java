package dev.wartung.web.workshop;

import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What the columns of a parts list are, by their headings. */
final class PastedList {

    static final int MOST_ROWS = 300;

    private PastedList() {}

    /** What a column can be. */
    enum Column {
        NUMBER("part number"),
        NAME("what it is"),
        MATERIAL("material"),
        NOTHING("not needed");

        private final String words;

        Column(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    private static final Map<Column, List<String>> HEADINGS = Map.of(
            Column.NUMBER,
            List.of(
                    "part no",
                    "part number",
                    "article",
                    "art",
                    "item no",
                    "order",
                    "number",
                    "nr",
                    "teil",
                    "material no",
                    "ref"),
            Column.NAME,
            List.of(
                    "description",
                    "designation",
                    "name",
                    "bezeichnung",
                    "benennung",
                    "what",
                    "part",
                    "item",
                    "désignation",
                    "denominazione"),
            Column.MATERIAL,
            List.of("material", "compound", "werkstoff", "quality", "matière", "materiale"));

    /** What a heading says its column is. */
    static Column guess(String heading) {
        String said =
                heading.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L} ]", " ").strip();
        return HEADINGS.entrySet().stream()
                .filter(h -> h.getValue().contains(said))
                .map(Map.Entry::getKey)
                .findFirst()
                .or(() -> HEADINGS.entrySet().stream()
                        .filter(h -> h.getValue().stream().anyMatch(word -> word.length() > 3 && said.contains(word)))
                        .map(Map.Entry::getKey)
                        .findFirst())
                .orElse(Column.NOTHING);
    }
}

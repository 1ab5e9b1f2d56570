package dev.wartung.web.workshop;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;

/**
 * A list as somebody has it: copied out of a spreadsheet, or out of a document with semicolons or commas.
 *
 * @param headings of the columns; of a list without any, "column 1" and so on
 * @param rows     one cell for each column
 */
record PastedList(List<String> headings, List<List<String>> rows) {

    static final int MOST_ROWS = 300;
    private static final int MOST_COLUMNS = 12;
    private static final int LONGEST_CELL = 120;

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

    /** Reads what was pasted; empty where there is no table in it. */
    static Optional<PastedList> read(String text) {
        String plain = text.replace("\r\n", "\n").strip();
        if (plain.isEmpty()) {
            return Optional.empty();
        }
        char parts = plain.indexOf('\t') >= 0 ? '\t' : plain.indexOf(';') >= 0 ? ';' : ',';
        List<List<String>> lines = new ArrayList<>();
        try (CSVParser parser = CSVParser.parse(
                new StringReader(plain),
                CSVFormat.DEFAULT
                        .builder()
                        .setDelimiter(parts)
                        .setIgnoreEmptyLines(true)
                        .setTrim(true)
                        .get())) {
            parser.forEach(record -> lines.add(record.stream()
                    .limit(MOST_COLUMNS)
                    .map(c -> c.length() > LONGEST_CELL ? c.substring(0, LONGEST_CELL) : c)
                    .toList()));
        } catch (IOException | java.io.UncheckedIOException e) {
            return Optional.empty();
        }
        int columns = lines.stream().mapToInt(List::size).max().orElse(0);
        List<List<String>> square = lines.stream()
                .limit(MOST_ROWS + 1L)
                .map(l -> IntStream.range(0, columns)
                        .mapToObj(i -> i < l.size() ? l.get(i) : "")
                        .toList())
                .toList();
        boolean headed =
                square.get(0).stream().filter(h -> guess(h) != Column.NOTHING).count() >= 2;
        List<String> headings = headed
                ? square.get(0)
                : IntStream.rangeClosed(1, columns).mapToObj(i -> "column " + i).toList();
        return Optional.of(new PastedList(headings, headed ? square.subList(1, square.size()) : square));
    }

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

package dev.wartung.web.exchange;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;

/**
 * A list as somebody has it: copied out of a spreadsheet, or out of a document with semicolons or commas.
 *
 * @param headings of the columns; of a list without any, "column 1" and so on
 * @param rows     one cell for each column
 */
public record PastedTable(List<String> headings, List<List<String>> rows) {

    private static final int MOST_COLUMNS = 20;
    private static final int LONGEST_CELL = 200;

    /**
     * Reads what was pasted; empty where there is no table in it.
     *
     * @param most    rows; further ones are left out
     * @param heading whether a cell is one of a heading that is known
     */
    public static Optional<PastedTable> read(String text, int most, Predicate<String> heading) {
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
            parser.stream()
                    .limit(most + 1L)
                    .forEach(record -> lines.add(record.stream()
                            .limit(MOST_COLUMNS)
                            .map(c -> c.length() > LONGEST_CELL ? c.substring(0, LONGEST_CELL) : c)
                            .toList()));
        } catch (IOException | UncheckedIOException e) {
            return Optional.empty();
        }
        int columns = lines.stream().mapToInt(List::size).max().orElse(0);
        List<List<String>> square = lines.stream()
                .map(l -> IntStream.range(0, columns)
                        .mapToObj(i -> i < l.size() ? l.get(i) : "")
                        .toList())
                .toList();
        boolean headed = square.get(0).stream().filter(heading).count() >= 2;
        List<String> headings = headed
                ? square.get(0)
                : IntStream.rangeClosed(1, columns).mapToObj(i -> "column " + i).toList();
        return Optional.of(new PastedTable(headings, headed ? square.subList(1, square.size()) : square));
    }
}

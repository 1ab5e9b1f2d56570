package dev.wartung.web.exchange;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;

/**
 * A list as somebody has it: copied out of a spreadsheet, or out of a document with semicolons or commas.
 *
 * @param headed   whether its first line names the columns
 * @param headings of the columns; of a list without any, "column 1" and so on
 * @param rows     one cell for each column
 * @param more     whether it has more rows than were asked for
 */
public record PastedTable(boolean headed, List<String> headings, List<List<String>> rows, boolean more) {

    private static final String COLUMN = "column.";
    private static final String HEADED = "headed";

    /**
     * Reads what was pasted; empty where there is no table in it.
     *
     * @param typed   the text, and whether its first line is its headings ("headed": yes or no), where that was said
     * @param most    rows
     * @param heading whether a cell is one of a heading that is known
     */
    public static Optional<PastedTable> read(Map<String, String> typed, int most, Predicate<String> heading) {
        String plain = typed.getOrDefault("text", "").replace("\r\n", "\n").strip();
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
            parser.stream().limit(most + 2L).forEach(record -> lines.add(record.toList()));
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            // quotation marks that are not closed
            return Optional.empty();
        }
        int columns = lines.stream().mapToInt(List::size).max().orElse(0);
        List<List<String>> square = lines.stream()
                .map(l -> IntStream.range(0, columns)
                        .mapToObj(i -> i < l.size() ? l.get(i) : "")
                        .toList())
                .toList();
        String said = typed.getOrDefault(HEADED, "");
        boolean headed = said.isEmpty() ? square.get(0).stream().filter(heading).count() >= 2 : said.equals("yes");
        List<List<String>> rows = headed ? square.subList(1, square.size()) : square;
        return Optional.of(new PastedTable(
                headed,
                headed
                        ? square.get(0)
                        : IntStream.rangeClosed(1, columns)
                                .mapToObj(i -> "column " + i)
                                .toList(),
                rows.subList(0, Math.min(most, rows.size())),
                rows.size() > most));
    }

    /** Where its first row stands in what was pasted, counted from 1. */
    public int firstRow() {
        return headed ? 2 : 1;
    }

    /**
     * What each column is: what was answered counts, then what was answered for another list, then what its heading says.
     * No two columns are the same thing.
     *
     * @param typed   answers, as "column.3"
     * @param nothing of a column that is not needed
     */
    public <C extends Enum<C>> List<C> columns(
            Map<String, String> typed, ListMatches.Known known, C nothing, Function<String, C> guess) {
        Class<C> kinds = nothing.getDeclaringClass();
        Set<C> taken = EnumSet.noneOf(kinds);
        List<C> columns = new ArrayList<>();
        for (int i = 0; i < headings.size(); i++) {
            String heading = headings.get(i);
            C is = Optional.ofNullable(typed.get(COLUMN + i))
                    .or(() -> known.of(heading))
                    .flatMap(said -> EnumSet.allOf(kinds).stream()
                            .filter(c -> c.name().equals(said))
                            .findFirst())
                    .orElseGet(() -> guess.apply(heading));
            columns.add(is == nothing || taken.add(is) ? is : nothing);
        }
        return columns;
    }
}

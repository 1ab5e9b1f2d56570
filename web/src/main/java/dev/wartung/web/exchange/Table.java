package dev.wartung.web.exchange;

import dev.wartung.core.text.PlainText;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/**
 * Rows by column, read from CSV and written as CSV (RFC 4180, UTF-8, comma or semicolon). What a spreadsheet would take
 * for a formula is written with an apostrophe before it, and read
 * without.
 */
public record Table(List<Row> rows, List<Problem> problems) {

    private static final String FORMULA = "=+-@\t\r";
    private static final int LONGEST_CELL = 5000;

    /**
     * A row.
     *
     * @param number as a spreadsheet counts them, the heading being 1
     */
    public record Row(int number, Map<String, String> cells) {

        String cell(String column) {
            return cells.getOrDefault(column, "").strip();
        }
    }

    /**
     * What is wrong.
     *
     * @param row 0 for the file as a whole
     * @param column empty for the row as a whole
     */
    public record Problem(int row, String column, String reason) {}

    /** @param firstRow how its rows are counted: where the first one below the heading stands */
    static Table read(String text, List<String> columns, int firstRow) {
        List<Row> rows = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        String plain = text.startsWith("\ufeff") ? text.substring(1) : text;
        String heading = plain.lines().findFirst().orElse("");
        char separator = heading.contains(";") && !heading.contains(",") ? ';' : ',';
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .get();
        try (CSVParser parser = CSVParser.parse(new StringReader(plain), format)) {
            List<String> names = List.of();
            for (CSVRecord record : parser) {
                int number = (int) record.getRecordNumber() + firstRow - 2;
                if (names.isEmpty()) {
                    names = record.stream()
                            .map(c -> c.strip().toLowerCase(Locale.ROOT))
                            .toList();
                    problems.addAll(heading(names, columns));
                    continue;
                }
                if (record.size() != names.size()) {
                    problems.add(new Problem(
                            number, "", "has " + record.size() + " cells, the heading has " + names.size()));
                    continue;
                }
                Map<String, String> cells = new LinkedHashMap<>();
                for (int i = 0; i < names.size(); i++) {
                    String cell = unguarded(record.get(i));
                    if (cell.length() > LONGEST_CELL) {
                        problems.add(new Problem(number, names.get(i), "is longer than " + LONGEST_CELL + " letters"));
                    }
                    String column = names.get(i);
                    PlainText.trouble(cell)
                            .ifPresent(holds -> problems.add(new Problem(number, column, "holds " + holds)));
                    cells.put(names.get(i), cell);
                }
                rows.add(new Row(number, cells));
            }
            if (names.isEmpty()) {
                problems.add(new Problem(
                        0,
                        "",
                        "The file is empty. Its first line names the columns: " + String.join(", ", columns) + "."));
            }
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            problems.add(new Problem(
                    0, "", "The file is no CSV: a quotation mark is not closed, or stands where none can."));
        }
        return new Table(rows, problems);
    }

    private static List<Problem> heading(List<String> names, List<String> columns) {
        List<Problem> problems = new ArrayList<>();
        columns.stream()
                .filter(c -> !names.contains(c))
                .forEach(c -> problems.add(new Problem(1, c, "is missing from the heading")));
        names.stream()
                .filter(n -> !columns.contains(n))
                .forEach(n -> problems.add(new Problem(
                        1,
                        n.substring(0, Math.min(60, n.length())),
                        "is no column; there are " + String.join(", ", columns))));
        if (names.stream().distinct().count() < names.size()) {
            problems.add(new Problem(1, "", "names a column twice"));
        }
        return problems;
    }

    /** As CSV, the columns first. */
    public static String write(List<String> columns, List<List<String>> rows) {
        StringBuilder out = new StringBuilder();
        try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
            printer.printRecord(columns);
            for (List<String> row : rows) {
                printer.printRecord(
                        row.stream().map(PlainText::shown).map(Table::guarded).toList());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }

    static String guarded(String cell) {
        return !cell.isEmpty() && FORMULA.indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
    }

    private static String unguarded(String cell) {
        return cell.length() > 1 && cell.charAt(0) == '\'' && FORMULA.indexOf(cell.charAt(1)) >= 0
                ? cell.substring(1)
                : cell;
    }
}

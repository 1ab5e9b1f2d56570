package dev.wartung.web.exchange;

import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.exchange.Table.Row;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** Reads the cells of one row and notes what is wrong with them. */
final class Reading {

    private final Row row;
    private final List<Problem> problems;
    private boolean fine = true;

    Reading(Row row, List<Problem> problems) {
        this.row = row;
        this.problems = problems;
    }

    boolean fine() {
        return fine;
    }

    void problem(String column, String reason) {
        fine = false;
        problems.add(
                new Problem(row.number(), column, reason.length() > 300 ? reason.substring(0, 300) + " …" : reason));
    }

    String text(String column, int longest) {
        String cell = row.cell(column);
        if (cell.isEmpty() || cell.length() > longest) {
            problem(column, cell.isEmpty() ? "is missing" : "is longer than " + longest + " letters");
        }
        return cell;
    }

    Optional<LocalDate> day(String column) {
        if (row.cell(column).isEmpty()) {
            return Optional.empty();
        }
        try {
            LocalDate day = LocalDate.parse(row.cell(column));
            if (day.getYear() < 1950 || day.getYear() > 2200) {
                problem(column, "is no day of these times");
            }
            return Optional.of(day);
        } catch (DateTimeException e) {
            problem(column, "“" + row.cell(column) + "” is not a day; write it as 2026-03-15");
            return Optional.empty();
        }
    }

    int number(String column) {
        String cell = row.cell(column);
        if (!cell.matches("\\d{0,9}")) {
            problem(column, "“" + cell + "” is not a whole number");
            return 0;
        }
        return cell.isEmpty() ? 0 : Integer.parseInt(cell);
    }
}

package dev.wartung.web.record;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * {@code ./wartung verify}: recomputes the book of records, without the application. Address, user and password come
 * from the environment.
 */
public final class VerifyCommand {

    private VerifyCommand() {}

    /**
     * Ends with 0 if all agrees, 1 if not, 2 if the database cannot be read.
     *
     * @param arguments {@code --expect} and the hash of a record that must be there, noted elsewhere before; or
     *     {@code --restoring}: the database is a backup's, which may end earlier than what it takes the place of
     */
    public static void main(String[] arguments) {
        try (Connection connection = DriverManager.getConnection(
                System.getenv("WARTUNG_DB_URL"),
                System.getenv("WARTUNG_DB_USER"),
                System.getenv("WARTUNG_DB_PASSWORD"))) {
            boolean restoring = arguments.length == 1 && arguments[0].equals("--restoring");
            HeldBook held = HeldBook.of(
                    connection,
                    Path.of(Optional.ofNullable(System.getenv("WARTUNG_ANCHORS_FOLDER"))
                            .orElse("")),
                    restoring);
            Verification found = held.found();
            List<String> problems = new ArrayList<>(held.problems());
            held.anchors().stream()
                    .filter(Anchor::restored)
                    .forEach(a -> System.out.println("To know: on " + a.at()
                            + " a backup was put in place that ended with record " + a.records() + "."));
            if (arguments.length == 2 && arguments[0].equals("--expect")) {
                problems.addAll(expected(arguments[1], connection));
            }
            problems.forEach(System.out::println);
            found.notes().forEach(note -> System.out.println("To know: " + note));
            System.out.println(found.records() + " records, " + found.entries() + " entries of the audit trail"
                    + (problems.isEmpty() ? ", all as they were written" : ", NOT as they were written")
                    + (held.anchors().isEmpty()
                            ? "; no anchors to hold them against. Last: "
                            : "; held against " + held.anchors().size() + " anchors. Last: ")
                    + found.last());
            System.exit(problems.isEmpty() ? 0 : 1);
        } catch (SQLException e) {
            System.err.println("The database cannot be read: " + e.getMessage());
            System.exit(2);
        }
    }

    /** Whether a record whose hash somebody has is still there. */
    static List<String> expected(String hash, Connection connection) throws SQLException {
        return new RecordRows(connection)
                        .one("select seq from service_record where hash = ?", hash.toLowerCase(Locale.ROOT))
                        .isPresent()
                ? List.of()
                : List.of("There is no record with the hash " + hash + ".");
    }
}

package dev.wartung.web.record;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;

/**
 * {@code ./wartung verify}: recomputes the book of records, without the application. Address, user and password come
 * from the environment.
 */
public final class VerifyCommand {

    private VerifyCommand() {}

    /** Ends with 0 if all agrees, 1 if not, 2 if the database cannot be read. */
    public static void main(String[] arguments) {
        try (Connection connection = DriverManager.getConnection(
                System.getenv("WARTUNG_DB_URL"),
                System.getenv("WARTUNG_DB_USER"),
                System.getenv("WARTUNG_DB_PASSWORD"))) {
            Verification found = Verification.of(connection);
            found.problems().forEach(System.out::println);
            System.out.println(found.records() + " records"
                    + (found.intact() ? ", all as they were written. Last: " : ", NOT as they were written. Last: ")
                    + found.last());
            System.exit(found.intact() ? 0 : 1);
        } catch (SQLException e) {
            System.err.println("The database cannot be read: " + e.getMessage());
            System.exit(2);
        }
    }
}

package dev.wartung.web.record;

import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;

/**
 * Writes down outside the database where both chains end, beside a backup for instance. Database, folder
 * ({@code WARTUNG_ANCHORS_FOLDER}) and key ({@code WARTUNG_ANCHORS_KEY}) come from the environment.
 */
public final class AnchorCommand {

    private AnchorCommand() {}

    /**
     * Prints what it wrote. Ends with 0 if it is written, 2 if not.
     *
     * @param arguments {@code --restored} where a backup has just taken the place of what was there
     */
    public static void main(String[] arguments) {
        try (Connection connection = DriverManager.getConnection(
                System.getenv("WARTUNG_DB_URL"),
                System.getenv("WARTUNG_DB_USER"),
                System.getenv("WARTUNG_DB_PASSWORD"))) {
            Anchor heads = Anchors.now(connection);
            Anchor now = arguments.length == 1 && arguments[0].equals("--restored") ? heads.afterRestore() : heads;
            new Anchors(Path.of(System.getenv("WARTUNG_ANCHORS_FOLDER")))
                    .add(now, Keys.in(Path.of(System.getenv("WARTUNG_ANCHORS_KEY"))));
            System.out.println(now.records() + " records, last " + now.record() + "; " + now.entries()
                    + " entries of the audit trail, last " + now.entry());
        } catch (SQLException | UncheckedIOException e) {
            System.err.println("No anchor could be written: " + e.getMessage());
            System.exit(2);
        }
    }
}

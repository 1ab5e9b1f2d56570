package dev.wartung.web.schema;

import dev.wartung.web.record.Keys;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.Optional;
import org.flywaydb.core.api.FlywayException;

/**
 * Brings the tables up to this version before the application starts. Address ({@code WARTUNG_DB_URL}), the owner of the
 * tables ({@code WARTUNG_DB_USER}, {@code WARTUNG_DB_PASSWORD}) and the application's role ({@code WARTUNG_APP_USER};
 * {@code wartung} if it is not said) come from the environment. The key in {@code WARTUNG_ANCHORS_KEY} is made, if that is named. With {@code WARTUNG_APP_PASSWORD} that role is made.
 */
public final class MigrateCommand {

    private MigrateCommand() {}

    /** Ends with 0 if the tables are up to date, 2 if they are not. */
    public static void main(String[] arguments) {
        String application =
                Optional.ofNullable(System.getenv("WARTUNG_APP_USER")).orElse(Schema.APPLICATION);
        Schema schema = new Schema(
                System.getenv("WARTUNG_DB_URL"),
                System.getenv("WARTUNG_DB_USER"),
                System.getenv("WARTUNG_DB_PASSWORD"));
        try {
            Optional<String> password = Optional.ofNullable(System.getenv("WARTUNG_APP_PASSWORD"));
            if (password.isPresent()) {
                schema.makeRole(application, password.get());
            }
            schema.migrate(application);
            // made by whoever may write beside it, before the application comes up, which may only read it
            Optional.ofNullable(System.getenv("WARTUNG_ANCHORS_KEY"))
                    .map(Path::of)
                    .ifPresent(Keys::in);
        } catch (SQLException | FlywayException e) {
            System.err.println("The tables could not be brought up to date: " + e.getMessage());
            System.exit(2);
        }
    }
}

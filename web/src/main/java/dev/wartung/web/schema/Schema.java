package dev.wartung.web.schema;

import dev.wartung.web.record.RecordChain;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationState;
import org.flywaydb.core.api.output.MigrateResult;

/**
 * Brings the tables of a database up to this version, as the role that owns them, and says what the application's role
 * may do with them. The application itself neither owns a table nor knows the owner's password.
 *
 * @param url      of the database, for JDBC
 * @param owner    the role that owns the tables
 * @param password of the owner
 */
public record Schema(String url, String owner, String password) {

    /** The role the application logs in as, where nothing else is said. */
    public static final String APPLICATION = "wartung";

    /** Since then every record is written as its job ends. */
    private static final String ALL_SEALED_SINCE = "29";

    private static final String LOCATION = "classpath:db/migration";

    /**
     * Makes or changes the tables. Records of jobs that ended before there were records are written, once, by whatever
     * goes over to the version that seals them all.
     *
     * @param application the role the application logs in as; it is there
     * @return how many steps it took; 0 where the tables were up to date
     * @throws FlywayException if a step fails; the tables are as they were before it. Also where a later version made them
     * @throws SQLException if the database cannot be reached
     */
    public int migrate(String application) throws SQLException {
        Flyway flyway = Flyway.configure()
                .dataSource(url, owner, password)
                .locations(LOCATION)
                .placeholders(Map.of("application", application))
                .load();
        if (Stream.of(flyway.info().all()).anyMatch(m -> m.getState() == MigrationState.FUTURE_SUCCESS)) {
            throw new FlywayException("they were made by a later version of Wartung; start that one");
        }
        MigrateResult result = flyway.migrate();
        if (result.migrations.stream().anyMatch(m -> m.version.equals(ALL_SEALED_SINCE))) {
            try (Connection connection = DriverManager.getConnection(url, owner, password)) {
                RecordChain.catchUp(connection);
            }
        }
        return result.migrationsExecuted;
    }

    /**
     * Makes the application's role, or gives it another password, where the owner may.
     *
     * @throws SQLException if the owner may not, or the database cannot be reached
     */
    public void makeRole(String application, String itsPassword) throws SQLException {
        try (Connection connection = DriverManager.getConnection(url, owner, password);
                Statement statement = connection.createStatement()) {
            boolean there;
            try (PreparedStatement asked = connection.prepareStatement("select from pg_roles where rolname = ?")) {
                asked.setString(1, application);
                there = asked.executeQuery().next();
            }
            statement.execute((there ? "alter" : "create") + " role " + quoted(connection, "quote_ident", application)
                    + " login password " + quoted(connection, "quote_literal", itsPassword));
        }
    }

    private static String quoted(Connection connection, String as, String text) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement("select " + as + "(?)")) {
            statement.setString(1, text);
            try (ResultSet row = statement.executeQuery()) {
                row.next();
                return row.getString(1);
            }
        }
    }

    /**
     * What keeps the application from working with a database, in words; empty if nothing does.
     *
     * @param flyway that of the application, which only looks
     * @param connection the application's own
     */
    static Optional<String> hindrance(Flyway flyway, Connection connection) throws SQLException {
        if (flyway.info().pending().length > 0) {
            return Optional.of(
                    "The tables of the database are of an earlier version. Bring them up to date first, as their"
                            + " owner: ./wartung start does, or dev.wartung.web.schema.MigrateCommand.");
        }
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        "select has_table_privilege('service_record', 'TRUNCATE, UPDATE, DELETE, TRIGGER')")) {
            row.next();
            return row.getBoolean(1)
                    ? Optional.of("The application is logged in to the database as a role that could change records."
                            + " Give it one of its own: docs/deployment.md, “Roles”.")
                    : Optional.empty();
        }
    }
}

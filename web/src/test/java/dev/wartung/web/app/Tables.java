package dev.wartung.web.app;

import dev.wartung.web.schema.Schema;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** The tables' owner, who may do what the application may not: make them, empty them, change what is kept. */
public final class Tables {

    /** A login that acts as the owner. */
    private static final String OWNER = "wartung_tests";

    private final Schema schema;
    private final JdbcTemplate hands;

    private Tables(Schema schema) {
        this.schema = schema;
        this.hands =
                new JdbcTemplate(new SingleConnectionDataSource(schema.url(), schema.owner(), schema.password(), true));
    }

    /** Those of a database on the PostgreSQL that the environment names. */
    public static Tables of(String database) {
        String url = Optional.ofNullable(System.getenv("SPRING_DATASOURCE_URL"))
                .orElseThrow(
                        () -> new IllegalStateException(
                                "No database: run these tests with ./wartung test CLASS, or set SPRING_DATASOURCE_URL, _USERNAME, _PASSWORD and WARTUNG_TESTS_PASSWORD (see CONTRIBUTING.md)."));
        return new Tables(
                new Schema(url.replace("/wartung", "/" + database), OWNER, System.getenv("WARTUNG_TESTS_PASSWORD")));
    }

    public String url() {
        return schema.url();
    }

    public JdbcTemplate hands() {
        return hands;
    }

    /** A connection of the owner's, of its own. */
    public Connection connect() throws SQLException {
        return DriverManager.getConnection(schema.url(), schema.owner(), schema.password());
    }

    /** Nobody and nothing is there; the tables are those of this version. */
    public void empty() {
        hands.execute("drop schema public cascade");
        hands.execute("create schema public");
        migrate();
    }

    /** The tables there are, of whatever version, are brought up to this one. */
    public void migrate() {
        try {
            schema.migrate(Schema.APPLICATION);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}

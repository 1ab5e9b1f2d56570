package dev.wartung.web.account;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;

/**
 * {@code ./wartung administrator NAME}: makes the first administrator, or lets one who has forgotten their password in again. For whoever has the server, who could read and write the
 * database anyway. Prints a first password. Address, user and password of the database come from the environment.
 */
public final class AdministratorCommand {

    private AdministratorCommand() {}

    /** Ends with 0 if done, 1 if the name will not do, 2 if the database cannot be used. */
    public static void main(String[] arguments) {
        String username = arguments.length == 1 ? People.plain(arguments[0]) : "";
        if (!People.isName(username)) {
            System.err.println("Say a name of 2 to 40 letters a to z, digits, dots and dashes.");
            System.exit(1);
        }
        String first = Passwords.made();
        try (Connection connection = DriverManager.getConnection(System.getenv("WARTUNG_DB_URL"), System.getenv("WARTUNG_DB_USER"), System.getenv("WARTUNG_DB_PASSWORD"))) {
            connection.setAutoCommit(false);
            run(connection, "select set_config('wartung.by', 'the server', true)");
            run(connection, "insert into account (username, name, password_hash) values (?, ?, '') on conflict (username) do nothing", username, username);
            run(connection, "update account set password_hash = ?, first_password_until = now() + make_interval(days => ?), left_at = null where username = ?",
                    SecurityConfiguration.encoder().encode(first), (int) Passwords.FIRST_HOLDS.toDays(), username);
            run(connection, "insert into account_role (account_id, role) select id, 'ADMINISTRATOR' from account where username = ? on conflict do nothing", username);
            connection.commit();
        } catch (SQLException e) {
            System.err.println("The database cannot be used: " + e.getMessage());
            System.exit(2);
        }
        System.out.println("Log in as " + username + " with " + first + " within " + Passwords.FIRST_HOLDS.toDays() + " days, and choose a password of your own.");
    }

    private static void run(Connection connection, String sql, Object... values) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            statement.execute();
        }
    }
}

package dev.wartung.web.account;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Optional;

/** Signs on the command line what an administrator does there; the password is read from standard input, one line. */
public final class SignCommand {

    private SignCommand() {}

    /**
     * Ends with 0 if it is signed, 1 if not, 2 if the database cannot be used.
     *
     * @param arguments name of an administrator's account, what the signature means, and what it is under
     */
    public static void main(String[] arguments) {
        try (Connection connection = DriverManager.getConnection(
                        System.getenv("WARTUNG_DB_URL"),
                        System.getenv("WARTUNG_DB_USER"),
                        System.getenv("WARTUNG_DB_PASSWORD"));
                BufferedReader in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8))) {
            String password = Optional.ofNullable(in.readLine()).orElse("");
            String username = People.plain(arguments[0]);
            if (!signs(connection, username, password)) {
                System.err.println(username + " is no administrator here, or that is not their password.");
                System.exit(1);
            }
            try (PreparedStatement sign = connection.prepareStatement(
                    "select set_config('wartung.by', ?, false), add_signature(?, ?, 'backup', '', ?, '')")) {
                sign.setString(1, username);
                sign.setString(2, username);
                sign.setString(3, arguments[1]);
                sign.setString(4, arguments[2]);
                sign.execute();
            }
        } catch (SQLException | IOException e) {
            System.err.println("It could not be signed: " + e.getMessage());
            System.exit(2);
        }
    }

    /** Whether this is the password of an administrator in use. */
    private static boolean signs(Connection connection, String username, String password) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(
                "select password_hash from account a where username = ? and left_at is null and first_password_until is null and exists (select from account_role r where r.account_id = a.id and r.role = 'ADMINISTRATOR')")) {
            statement.setString(1, username);
            ResultSet found = statement.executeQuery();
            return found.next() && SecurityConfiguration.encoder().matches(password, found.getString(1));
        }
    }
}

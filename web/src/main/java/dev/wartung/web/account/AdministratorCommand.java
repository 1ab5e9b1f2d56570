package dev.wartung.web.account;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Objects;
import java.util.Optional;

/**
 * {@code ./wartung administrator NAME}: makes the first administrator, or lets one who has forgotten their password in
 * again. For whoever has the server, who could read and write the
 * database anyway. Prints a first password. Somebody's account that is no administrator's is only made one with
 * {@code --yes}. Address, user and password of the database come from the environment.
 */
public final class AdministratorCommand {

    private AdministratorCommand() {}

    /**
     * Ends with 0 if done, 1 if the name will not do, 2 if the database cannot be used, 3 if it is the account of
     * somebody who is no administrator, and nothing was changed.
     */
    public static void main(String[] arguments) {
        boolean agreed = arguments.length == 2 && arguments[1].equals("--yes");
        String username = arguments.length == 1 || agreed ? People.plain(arguments[0]) : "";
        if (!People.isName(username)) {
            System.err.println("Say a name of 2 to 40 letters a to z, digits, dots and dashes.");
            System.exit(1);
        }
        String first = Passwords.made();
        try (Connection connection = DriverManager.getConnection(
                System.getenv("WARTUNG_DB_URL"),
                System.getenv("WARTUNG_DB_USER"),
                System.getenv("WARTUNG_DB_PASSWORD"))) {
            connection.setAutoCommit(false);
            Optional<String> promoted = nameOfOther(connection, username);
            if (promoted.isPresent() && !agreed) {
                System.out.println(
                        username + " is the account of " + promoted.get()
                                + ", who is no administrator. As one they could make and end accounts, and do nothing else; their password would be a new one.");
                System.exit(3);
            }
            run(connection, "select set_config('wartung.by', 'the server', true)");
            // a name under signatures is one person's
            run(
                    connection,
                    """
                    insert into account (username, name, password_hash)
                    select ?, ? || case when exists (select from account where left_at is null and lower(name) = lower(?)) then ' (administrator)' else '' end, ''
                    on conflict (username) do nothing""",
                    username,
                    username,
                    username);
            run(
                    connection,
                    """
                    update account a set name = left(name, 60) || ' (' || username || ')' where username = ? and left_at is not null
                    and exists (select from account b where b.left_at is null and lower(b.name) = lower(a.name))""",
                    username);
            run(
                    connection,
                    "update account set password_hash = ?, first_password_until = now() + make_interval(days => ?), left_at = null where username = ?",
                    Objects.requireNonNull(SecurityConfiguration.encoder().encode(first)),
                    (int) Passwords.FIRST_HOLDS.toDays(),
                    username);
            run(
                    connection,
                    "insert into account_role (account_id, role) select id, 'ADMINISTRATOR' from account where username = ? on conflict do nothing",
                    username);
            run(
                    connection,
                    "delete from account_role where role <> 'ADMINISTRATOR' and account_id = (select id from account where username = ?)",
                    username);
            connection.commit();
            promoted.ifPresent(name -> System.out.println(name + " is an administrator now, and nothing else."));
        } catch (SQLException e) {
            System.err.println("The database cannot be used: " + e.getMessage());
            System.exit(2);
        }
        System.out.println("Log in as " + username + " with " + first + " within " + Passwords.FIRST_HOLDS.toDays()
                + " days, and choose a password of your own.");
    }

    /** The name on an account that is there and no administrator's. */
    private static Optional<String> nameOfOther(Connection connection, String username) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(
                "select name from account a where username = ? and not exists (select from account_role r where r.account_id = a.id and r.role = 'ADMINISTRATOR')")) {
            statement.setString(1, username);
            ResultSet found = statement.executeQuery();
            return found.next() ? Optional.of(found.getString(1)) : Optional.empty();
        }
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

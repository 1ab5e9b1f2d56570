package dev.wartung.web.account;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Slows down guessing at passwords. Each try is counted before it is looked at, one after the other, so that many at once
 * are many tries; on connections of its own, so that what it counts stays counted when the work around it is taken back.
 * Logging in is counted by name and place, by name alone and by place alone; signing by who signs and at whose screen,
 * so that nobody keeps others from signing.
 */
@Service
class Tries implements DisposableBean {

    /** Wrong ones for one name from one place, or for one signer at one person's screen, within {@link #WINDOW}. */
    static final int SAME = 5;
    /** Wrong ones from one place, whatever the names. */
    static final int ONE_PLACE = 50;
    /** Wrong ones for one name, wherever they come from, within {@link #LONG_WINDOW}. */
    static final int ONE_NAME = 30;

    static final Duration WINDOW = Duration.ofMinutes(5);
    static final Duration LONG_WINDOW = Duration.ofHours(1);

    private static final int CONNECTIONS = 2;
    /** Those of one place are counted one after the other: a shift that logs in at once on a slow machine has to wait. */
    private static final Duration PATIENCE = Duration.ofSeconds(20);

    private static final int LONGEST = 60;

    private final HikariDataSource own;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate alone;

    Tries(DataSource database) throws SQLException {
        HikariConfig configuration = new HikariConfig();
        database.unwrap(HikariDataSource.class).copyStateTo(configuration);
        configuration.setPoolName("tries");
        configuration.setMinimumIdle(0);
        configuration.setMaximumPoolSize(CONNECTIONS);
        configuration.setConnectionTimeout(PATIENCE.toMillis());
        configuration.setInitializationFailTimeout(-1);
        configuration.setMetricRegistry(null);
        this.own = new HikariDataSource(configuration);
        this.jdbc = new JdbcTemplate(own);
        this.alone = new TransactionTemplate(new JdbcTransactionManager(own));
        this.alone.setName("count a try");
    }

    @Override
    public void destroy() {
        own.close();
    }

    /**
     * What is tried.
     *
     * @param kind     LOGIN or SIGN
     * @param username whose password, in small letters
     * @param place    address it is tried from, for logging in; else empty
     * @param by       at whose screen, for signing; else empty
     */
    record Tried(String kind, String username, String place, String by) {

        static Tried login(String username, String place) {
            return new Tried("LOGIN", plain(username), cut(place), "");
        }

        static Tried signing(String username, String by) {
            return new Tried("SIGN", plain(username), "", plain(by));
        }

        private static String plain(String name) {
            return cut(name.strip().toLowerCase(Locale.ROOT));
        }

        private static String cut(String text) {
            return text.length() > LONGEST ? text.substring(0, LONGEST) : text;
        }

        boolean isLogin() {
            return kind.equals("LOGIN");
        }
    }

    /**
     * Counts a try as a wrong one, until it turns out right.
     *
     * @throws TooManyTries if there were too many wrong ones of late; then it is not counted
     */
    void begin(Tried tried) {
        alone.executeWithoutResult(transaction -> {
            // always in the same order: two that wait for each other would wait for ever
            (tried.isLogin()
                            ? Stream.of("name " + tried.username(), "place " + tried.place())
                            : Stream.of("sign " + tried.username() + " " + tried.by()))
                    .sorted()
                    .forEach(key ->
                            jdbc.queryForList("select pg_advisory_xact_lock(hashtextextended(?, 1))", "tries " + key));
            Instant now = now();
            jdbc.update("delete from login_attempt where at < ?", Timestamp.from(now.minus(LONG_WINDOW)));
            refuse(
                    "kind = ? and username = ? and address = ? and by_name = ?",
                    SAME,
                    WINDOW,
                    now,
                    tried.kind(),
                    tried.username(),
                    tried.place(),
                    tried.by());
            if (tried.isLogin()) {
                refuse("kind = 'LOGIN' and username = ?", ONE_NAME, LONG_WINDOW, now, tried.username());
                refuse("kind = 'LOGIN' and address = ?", ONE_PLACE, WINDOW, now, tried.place());
            }
            jdbc.update(
                    "insert into login_attempt (kind, username, address, by_name, at) values (?, ?, ?, ?, ?)",
                    tried.kind(),
                    tried.username(),
                    tried.place(),
                    tried.by(),
                    Timestamp.from(now));
        });
    }

    private void refuse(String which, int most, Duration window, Instant now, Object... values) {
        Object[] arguments = Stream.concat(
                        Stream.of(values), Stream.of((Object) Timestamp.from(now.minus(window)), most - 1))
                .toArray();
        List<Timestamp> oldest = jdbc.queryForList(
                "select at from login_attempt where " + which + " and at > ? order by at desc offset ? limit 1",
                Timestamp.class,
                arguments);
        if (!oldest.isEmpty()) {
            throw new TooManyTries(
                    Duration.between(now, oldest.get(0).toInstant().plus(window)));
        }
    }

    private Instant now() {
        return Objects.requireNonNull(jdbc.queryForObject("select clock_timestamp()", Timestamp.class))
                .toInstant();
    }

    /** It was right: what was wrong before it is forgotten. */
    void succeeded(Tried tried) {
        jdbc.update(
                "delete from login_attempt where kind = ? and username = ? and address = ? and by_name = ?",
                tried.kind(),
                tried.username(),
                tried.place(),
                tried.by());
    }

    /** It was wrong: that stands on the audit trail. */
    void failed(Tried tried) {
        note(tried, "failed");
    }

    /** Somebody came in: that stands on the audit trail. */
    void cameIn(Tried tried) {
        note(tried, "in");
    }

    private void note(Tried tried, String how) {
        jdbc.queryForList(
                "select note_try(?, ?, ?, ?)", tried.username(), how, tried.isLogin() ? tried.place() : "", tried.by());
    }
}

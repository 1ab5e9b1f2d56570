package dev.wartung.web.handheld;

import dev.wartung.core.text.PlainText;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The devices that jobs were taken along on. */
@Service
public class Handhelds {

    private static final int LONGEST_NAME = 80;
    private static final String SELECT =
            "select h.id, a.name as whose, h.name, h.heard_at, h.forget_at, h.told_at from handheld h join account a on a.id = h.account_id ";

    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final Clock clock;

    Handhelds(
            JdbcTemplate jdbc,
            CurrentAccount current,
            FindByIndexNameSessionRepository<? extends Session> sessions,
            Clock clock) {
        this.jdbc = jdbc;
        this.current = current;
        this.sessions = sessions;
        this.clock = clock;
    }

    /** A device of whoever asks takes jobs along; nothing changes where the id is somebody else's. */
    @Transactional
    public void takesAlong(UUID id, String name) {
        String shown = name.strip();
        Timestamp now = Timestamp.from(clock.instant());
        jdbc.update(
                "insert into handheld (id, account_id, name, since, heard_at) values (?, ?, ?, ?, ?) on conflict (id) do update set name = excluded.name, heard_at = excluded.heard_at where handheld.account_id = excluded.account_id",
                id,
                current.get().id(),
                PlainText.shown(shown.substring(0, Math.min(LONGEST_NAME, shown.length()))),
                now,
                now);
    }

    /** A device is heard of. It is told to forget where that was asked for, whoever is logged in on it. */
    @Transactional
    public boolean mustForget(UUID id) {
        Timestamp now = Timestamp.from(clock.instant());
        jdbc.update("update handheld set heard_at = ? where id = ?", now, id);
        return jdbc.update(
                        "update handheld set told_at = coalesce(told_at, ?) where id = ? and forget_at is not null",
                        now,
                        id)
                > 0;
    }

    /** One's own, those heard of last first. */
    @Transactional(readOnly = true)
    public List<Handheld> mine() {
        return jdbc.query(
                SELECT + "where h.account_id = ? order by h.heard_at desc, h.id",
                Handhelds::read,
                current.get().id());
    }

    /**
     * One's own device was lost: it forgets what it holds when it is next heard of, also what it has not sent. Whoever
     * is logged in under this name anywhere logs in again, whatever holds the device meanwhile.
     *
     * @return whether there is such a device
     */
    @Transactional
    public boolean lost(UUID id) {
        Account me = current.get();
        boolean there = jdbc.update(
                        "update handheld set forget_at = coalesce(forget_at, ?) where id = ? and account_id = ?",
                        Timestamp.from(clock.instant()),
                        id,
                        me.id())
                > 0;
        if (there) {
            sessions.findByPrincipalName(me.username()).keySet().forEach(sessions::deleteById);
        }
        return there;
    }

    private static Handheld read(ResultSet row, int number) throws SQLException {
        return new Handheld(
                row.getObject("id", UUID.class),
                row.getString("whose"),
                row.getString("name"),
                row.getTimestamp("heard_at").toInstant(),
                moment(row.getTimestamp("forget_at")),
                moment(row.getTimestamp("told_at")));
    }

    private static Optional<Instant> moment(@Nullable Timestamp at) {
        return Optional.ofNullable(at).map(Timestamp::toInstant);
    }
}

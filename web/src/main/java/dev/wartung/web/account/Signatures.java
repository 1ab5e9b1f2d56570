package dev.wartung.web.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Signatures under decisions that count, each given with the password at the moment it is taken. A signature is kept in
 * the transaction of what it stands under: there is never one without the other.
 */
@Service
public class Signatures {

    /** A job, by its number. */
    public static final String JOB = "job";

    private static final int LONGEST_WORDS = 1000;

    private final JdbcTemplate jdbc;
    private final CurrentAccount current;

    Signatures(JdbcTemplate jdbc, CurrentAccount current) {
        this.jdbc = jdbc;
        this.current = current;
    }

    /** What somebody signs for. */
    public enum Meaning {
        APPROVED("approves it"),
        REFUSED("refuses it"),
        SAFE_POSITION("states where the valve is safe without air"),
        INTERVAL("accepts the interval"),
        IN_FORCE("puts it in force"),
        RELEASED("releases it from quarantine"),
        EXTENDED("inspected it and extends its shelf life"),
        AGREED("looked at it as a second person and agrees");

        private final String words;

        Meaning(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * What is signed.
     *
     * @param about  the table its row is in, as on the audit trail
     * @param row    the row, by its key
     * @param says   in words, as it was shown to whoever signs
     * @param reason in the signer's words; may be empty
     */
    public record Signed(Meaning meaning, String about, String row, String says, String reason) {}

    /** A signature as it is kept. */
    public record Kept(Instant at, String username, String name, String meaning, String says, String reason) {}

    /**
     * Signs as whoever is logged in.
     *
     * @return why the password does not sign; empty where it did
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Optional<String> sign(String password, Signed what) {
        Optional<String> refused = current.refusesToSign(password);
        if (refused.isEmpty()) {
            keep(current.get(), what);
        }
        return refused;
    }

    /** Keeps the agreement of a second person, who proved who they are already. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void agreed(Account second, String about, String row, String says) {
        keep(second, new Signed(Meaning.AGREED, about, row, says, ""));
    }

    private void keep(Account by, Signed what) {
        String says = what.says();
        jdbc.query(
                "select add_signature(?, ?, ?, ?, ?, ?)",
                row -> {},
                by.username(),
                what.meaning().words(),
                what.about(),
                what.row(),
                says.substring(0, Math.min(LONGEST_WORDS, says.length())),
                what.reason());
    }

    /** Signatures under a row, in the order they were given. */
    @Transactional(readOnly = true)
    public List<Kept> under(String about, String row) {
        return jdbc.query(
                "select at, username, name, meaning, says, reason from signature where about = ? and about_row = ? order by id",
                (found, i) -> new Kept(
                        found.getTimestamp(1).toInstant(),
                        found.getString(2),
                        found.getString(3),
                        found.getString(4),
                        found.getString(5),
                        found.getString(6)),
                about,
                row);
    }
}

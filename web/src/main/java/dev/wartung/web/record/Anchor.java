package dev.wartung.web.record;

import java.nio.charset.StandardCharsets;
import java.security.PublicKey;
import java.time.Instant;
import java.util.Base64;
import java.util.Optional;

/**
 * Where both chains ended at a moment, as a line that is signed and kept outside the database: whoever cuts the end off
 * a chain, or writes all of it anew, cannot make it agree with a line that is out of reach.
 *
 * @param at      when it was written
 * @param restored a backup was put in the place of what was there: what lines before say of later is not held against it
 * @param records how many records there were
 * @param record  hash of the last one
 * @param entries how many entries the audit trail had
 * @param entry   hash of the last one
 */
record Anchor(Instant at, boolean restored, long records, String record, long entries, String entry) {

    private static final String USUAL = "wartung-anchor-1";
    private static final String RESTORED = "wartung-restored-1";
    private static final int WORDS = 12;

    Anchor afterRestore() {
        return new Anchor(at, true, records, record, entries, entry);
    }

    /** What is signed. */
    private String text() {
        return (restored ? RESTORED : USUAL) + " " + at + " records " + records + " " + record + " entries " + entries
                + " " + entry;
    }

    /** The line, signed. */
    String signed(Keys keys) {
        return text() + " key " + keys.name() + " signature "
                + Base64.getEncoder().encodeToString(keys.sign(text().getBytes(StandardCharsets.UTF_8)));
    }

    /** By what a line names its key; empty if it is no such line. */
    static String keyOf(String line) {
        String[] words = line.strip().split(" ");
        return words.length == WORDS ? words[9] : "";
    }

    /**
     * Reads a line.
     *
     * @return empty if it is no such line, or not signed with that key
     */
    static Optional<Anchor> read(String line, PublicKey key) {
        String[] words = line.strip().split(" ");
        if (words.length != WORDS || !(words[0].equals(USUAL) || words[0].equals(RESTORED))) {
            return Optional.empty();
        }
        try {
            Anchor said = new Anchor(
                    Instant.parse(words[1]),
                    words[0].equals(RESTORED),
                    Long.parseLong(words[3]),
                    words[4],
                    Long.parseLong(words[6]),
                    words[7]);
            return Keys.signed(
                            said.text().getBytes(StandardCharsets.UTF_8),
                            Base64.getDecoder().decode(words[11]),
                            key)
                    ? Optional.of(said)
                    : Optional.empty();
        } catch (RuntimeException e) {
            return Optional.empty();
        }
    }
}

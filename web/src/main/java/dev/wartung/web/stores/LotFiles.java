package dev.wartung.web.stores;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.PhotoFile;
import java.nio.charset.StandardCharsets;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Certificates of lots: a PDF, kept as it came, or a picture, encoded anew. What it is is told from what is in it,
 * never from its name. One file a lot; a newer one takes the place of
 * the one before.
 */
@Service
class LotFiles {

    static final int MOST_BYTES = 8 * 1024 * 1024;

    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final Clock clock;

    LotFiles(JdbcTemplate jdbc, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.current = current;
        this.clock = clock;
    }

    /** A file as it is given out. */
    record Kept(String name, String type, byte[] bytes) {}

    /** @return what is wrong with it; empty when it is kept */
    @Transactional
    Optional<String> keep(long lotId, @Nullable String name, byte[] file) {
        if (file.length == 0) {
            return Optional.of("Choose a file.");
        }
        if (file.length > MOST_BYTES) {
            return Optional.of("The file is larger than 8 MB.");
        }
        boolean pdf = new String(file, 0, Math.min(5, file.length), StandardCharsets.ISO_8859_1).equals("%PDF-");
        byte[] bytes;
        try {
            bytes = pdf ? file : PhotoFile.read(file).jpeg();
        } catch (PhotoFile.Refused e) {
            return Optional.of("A PDF or a photo (JPEG, PNG) is taken. " + e.getMessage());
        }
        jdbc.update(
                """
                insert into lot_file (lot_id, name, type, bytes, by_id, at) values (?, ?, ?, ?, ?, ?)
                on conflict (lot_id) do update set name = excluded.name, type = excluded.type, bytes = excluded.bytes, by_id = excluded.by_id, at = excluded.at""",
                lotId,
                safe(name, pdf),
                pdf ? "application/pdf" : "image/jpeg",
                bytes,
                current.get().id(),
                Timestamp.from(clock.instant()));
        return Optional.empty();
    }

    /** Letters, digits and dashes of the name it had, nothing that leads out of a folder, and the ending that fits. */
    static String safe(@Nullable String name, boolean pdf) {
        String plain = name == null
                ? ""
                : name.replaceAll("\\.[A-Za-z0-9]{1,5}$", "")
                        .replaceAll("[^A-Za-z0-9_-]+", "-")
                        .replaceAll("^-+|-+$", "");
        return (plain.isEmpty() ? "certificate" : plain.substring(0, Math.min(80, plain.length())))
                + (pdf ? ".pdf" : ".jpg");
    }

    @Transactional(readOnly = true)
    Optional<Kept> of(long lotId) {
        return jdbc
                .query(
                        "select name, type, bytes from lot_file where lot_id = ?",
                        (row, i) -> new Kept(row.getString(1), row.getString(2), row.getBytes(3)),
                        lotId)
                .stream()
                .findFirst();
    }

    @Transactional(readOnly = true)
    Optional<String> nameOf(long lotId) {
        return jdbc.queryForList("select name from lot_file where lot_id = ?", String.class, lotId).stream()
                .findFirst();
    }
}

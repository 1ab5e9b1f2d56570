package dev.wartung.web.record;

import dev.wartung.web.record.RecordRows.Row;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.GeneralSecurityException;
import java.security.PublicKey;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Signed lines in a folder outside the database, a file for each month, and the public halves of the keys they are signed with beside them. The
 * plant chooses the folder: storage that can be written once, or another machine's.
 */
final class Anchors {

    private final Path folder;

    Anchors(Path folder) {
        this.folder = folder;
    }

    /** Where both chains end now, by the database's clock. */
    static Anchor now(Connection connection) throws SQLException {
        Row heads = new RecordRows(connection)
                .one(
                        "select clock_timestamp() as at, r.seq as records, r.hash as record, a.seq as entries, a.hash as entry from record_head r, audit_head a")
                .orElseThrow();
        return new Anchor(
                Instant.parse(heads.text("at")),
                false,
                heads.number("records"),
                heads.text("record"),
                heads.number("entries"),
                heads.text("entry"));
    }

    /**
     * Adds a line, on the disk once this returns.
     *
     * @throws UncheckedIOException if the folder cannot be written
     */
    void add(Anchor anchor, Keys keys) {
        try {
            Files.createDirectories(folder);
            Path key = folder.resolve("key-" + keys.name() + ".pem");
            if (!Files.exists(key)) {
                Files.writeString(key, keys.publicPem());
            }
            Path file = folder.resolve("anchors-" + anchor.at().toString().substring(0, 7) + ".txt");
            try (FileChannel out = FileChannel.open(
                    file, StandardOpenOption.CREATE, StandardOpenOption.APPEND, StandardOpenOption.WRITE)) {
                out.write(StandardCharsets.UTF_8.encode(anchor.signed(keys) + "\n"));
                out.force(true);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What the lines say, and what is wrong with lines that say nothing. */
    record Read(List<Anchor> anchors, List<String> problems) {}

    /** Every line there is, in the order of its file; nothing where there is no folder. */
    Read all() {
        if (!Files.isDirectory(folder)) {
            return new Read(List.of(), List.of());
        }
        List<Anchor> anchors = new ArrayList<>();
        List<String> problems = new ArrayList<>();
        try {
            Map<String, PublicKey> keys = new HashMap<>();
            for (Path file : named("key-[0-9a-f]{16}\\.pem")) {
                keys.put(file.getFileName().toString().substring(4, 20), Keys.publicHalf(Files.readString(file)));
            }
            for (Path file : named("anchors-\\d{4}-\\d\\d\\.txt")) {
                for (String line : Files.readAllLines(file)) {
                    Optional<Anchor> anchor =
                            Optional.ofNullable(keys.get(Anchor.keyOf(line))).flatMap(key -> Anchor.read(line, key));
                    anchor.ifPresent(anchors::add);
                    if (anchor.isEmpty()) {
                        problems.add(
                                "A line in " + file.getFileName() + " is not signed with a key that lies beside it.");
                    }
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (GeneralSecurityException e) {
            problems.add("A file in the folder of anchors that should be a key is none.");
        }
        return new Read(List.copyOf(anchors), List.copyOf(problems));
    }

    private List<Path> named(String pattern) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(f -> f.getFileName().toString().matches(pattern))
                    .sorted()
                    .toList();
        }
    }

    /**
     * What does not agree between lines and chains, in words.
     *
     * @param restoring the chains are a backup's, about to take the place of what is there: that they end earlier is no
     *     alarm, but what they have must agree
     */
    static List<String> problems(List<Anchor> anchors, boolean restoring, Connection connection) throws SQLException {
        List<Anchor> held = new ArrayList<>();
        for (Anchor anchor : anchors) {
            if (anchor.restored()) {
                held.removeIf(earlier -> earlier.records() > anchor.records() || earlier.entries() > anchor.entries());
            }
            held.add(anchor);
        }
        RecordRows rows = new RecordRows(connection);
        Row ends = rows.one("select r.seq as records, a.seq as entries from record_head r, audit_head a")
                .orElseThrow();
        List<String> problems = new ArrayList<>();
        for (Anchor anchor : held) {
            if (!restoring || anchor.records() <= ends.number("records")) {
                compare(
                                rows,
                                "select hash from service_record where seq = ?",
                                "record",
                                anchor.records(),
                                anchor.record())
                        .ifPresent(what -> problems.add("On " + anchor.at() + " " + what));
            }
            if (!restoring || anchor.entries() <= ends.number("entries")) {
                compare(
                                rows,
                                "select hash from audit_link where seq = ?",
                                "entry of the audit trail",
                                anchor.entries(),
                                anchor.entry())
                        .ifPresent(what -> problems.add("On " + anchor.at() + " " + what));
            }
        }
        return problems;
    }

    private static Optional<String> compare(RecordRows rows, String sql, String what, long seq, String hash)
            throws SQLException {
        if (seq == 0) {
            return Optional.empty();
        }
        Optional<Row> kept = rows.one(sql, seq);
        if (kept.isEmpty()) {
            return Optional.of(what + " " + seq + " was there, and is not any more.");
        }
        return kept.get().text("hash").equals(hash)
                ? Optional.empty()
                : Optional.of(what + " " + seq + " was another than it is now.");
    }
}

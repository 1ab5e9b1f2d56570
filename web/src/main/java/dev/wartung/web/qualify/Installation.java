package dev.wartung.web.qualify;

import dev.wartung.web.WartungApplication;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.codec.digest.DigestUtils;

/**
 * What is installed and how it is set.
 *
 * @param program the folder of the application, with what its build wrote down of itself
 * @param home    the data folder
 */
record Installation(Path program, Path home) {

    private static final String SUMS = "SHA256SUMS";
    private static final List<String> SETTINGS = List.of(
            "WARTUNG_ANCHORS_FOLDER",
            "WARTUNG_PROXIES",
            "WARTUNG_ADDRESS",
            "WARTUNG_BENCHES",
            "WARTUNG_TRANSLATIONS",
            "WARTUNG_TLS",
            "WARTUNG_CERTIFICATE",
            "WARTUNG_TRUST_PORT",
            "WARTUNG_HSTS");
    private static final Map<String, String> FILES =
            Map.of("run/db-password", "rw-------", "run/anchor-key", "rw-------", "pg/data", "rwx------");

    /** Where it serves TLS. */
    private static final Map<String, String> KEYS = Map.of("tls/ca.key", "rw-------", "tls/server.key", "rw-------");

    /** Versions, and every file of the program against what its build wrote down. */
    Check versions(Connection connection) throws SQLException, IOException {
        Check check = Check.of("Q-01", "What is installed");
        check.note(
                "Wartung",
                Optional.ofNullable(WartungApplication.class.getPackage().getImplementationVersion())
                        .orElse("not packaged"));
        check.note("Java", System.getProperty("java.vm.name") + " " + Runtime.version());
        check.note("Database", one(connection, "select version()"));
        check.note(
                "Tables",
                "version "
                        + one(
                                connection,
                                "select version from flyway_schema_history where version is not null order by installed_rank desc limit 1"));
        check.note(
                "Machine",
                System.getProperty("os.name") + " " + System.getProperty("os.version") + ", "
                        + System.getProperty("os.arch"));
        Path sums = program.resolve(SUMS);
        Map<String, String> said = Files.readAllLines(sums).stream()
                .map(line -> line.split("  ", 2))
                .collect(Collectors.toMap(l -> l[1], l -> l[0], (one, other) -> other, TreeMap::new));
        Map<String, String> found = found();
        check.note("SHA-256 of " + SUMS, sha256(sums));
        check.expect(
                "Files of the program", said.size() + " as they were built", said(said, found), said.equals(found));
        said.forEach((file, sum) -> {
            if (!file.contains("/")) {
                check.note(file, sum);
            }
        });
        return check;
    }

    private Map<String, String> found() throws IOException {
        try (Stream<Path> files = Files.walk(program).filter(f -> f.toString().endsWith(".jar"))) {
            return files.collect(Collectors.toMap(
                    f -> program.relativize(f).toString(), Installation::sha256, (one, other) -> other, TreeMap::new));
        }
    }

    private static String said(Map<String, String> said, Map<String, String> found) {
        List<String> other = Stream.concat(said.keySet().stream(), found.keySet().stream())
                .distinct()
                .filter(f -> !Optional.ofNullable(said.get(f)).equals(Optional.ofNullable(found.get(f))))
                .toList();
        return other.isEmpty()
                ? found.size() + " as they were built"
                : "other, missing or added: " + String.join(", ", other);
    }

    static String sha256(Path file) {
        try (InputStream in = Files.newInputStream(file)) {
            return DigestUtils.sha256Hex(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What it was told, and who may read what is secret. */
    Check settings(Connection connection, Map<String, String> environment) throws SQLException, IOException {
        Check check = Check.of("Q-02", "How it is set");
        check.note("Data folder", home);
        SETTINGS.forEach(name -> check.note(name, environment.getOrDefault(name, "not set")));
        check.note(
                "Time zone of the plant",
                one(connection, "select coalesce((select zone from plant_time limit 1), 'the server''s')"));
        Map<String, String> secret = new TreeMap<>(FILES);
        KEYS.forEach((file, use) -> {
            if (Files.exists(home.resolve(file))) {
                secret.put(file, use);
            }
        });
        for (Map.Entry<String, String> file : secret.entrySet()) {
            check.expect(
                    "Who may use " + file.getKey(),
                    file.getValue(),
                    PosixFilePermissions.toString(Files.getPosixFilePermissions(home.resolve(file.getKey()))));
        }
        return check;
    }

    static String one(Connection connection, String sql) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(sql)) {
            return row.next() ? String.valueOf(row.getString(1)) : "";
        }
    }
}

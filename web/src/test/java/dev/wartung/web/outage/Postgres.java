package dev.wartung.web.outage;

import dev.wartung.web.schema.Schema;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * A PostgreSQL of its own, durable as in production, that can be killed. It runs as the database's own user where the
 * tests run as root.
 */
final class Postgres {

    private static final String USER = "wartung";
    private static final String PASSWORD = "only-for-this-test";

    /** The tables' owner, who may do everything here. */
    private static final String OWNER = "wartung_owner";

    private final Path home;
    private final int port;

    private Postgres(Path home, int port) {
        this.home = home;
        this.port = port;
    }

    /** Makes a cluster in an empty folder and starts it. */
    static Postgres in(Path home) throws IOException, InterruptedException, SQLException {
        Files.createDirectories(home);
        Postgres made = new Postgres(home, freePort());
        if (isRoot()) {
            run(List.of("chown", "postgres", home.toString()));
        }
        made.asOwner("initdb", "-D", made.data(), "-U", "postgres", "-E", "UTF8", "--locale=C.UTF-8", "--auth=trust");
        made.start();
        try (Connection connection =
                DriverManager.getConnection("jdbc:postgresql://127.0.0.1:" + made.port + "/postgres", "postgres", "")) {
            connection
                    .createStatement()
                    .execute("create role " + OWNER + " login superuser password '" + PASSWORD + "'");
            connection.createStatement().execute("create database " + USER + " owner " + OWNER);
        }
        Schema schema = new Schema(made.url(), OWNER, PASSWORD);
        schema.makeRole(USER, "another, ' and \" in it");
        schema.makeRole(USER, PASSWORD);
        schema.migrate(USER);
        return made;
    }

    static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            return socket.getLocalPort();
        }
    }

    private static boolean isRoot() {
        return "root".equals(System.getProperty("user.name"));
    }

    private String data() {
        return home.resolve("data").toString();
    }

    String url() {
        return "jdbc:postgresql://127.0.0.1:" + port + "/" + USER;
    }

    /** What an application needs to reach it. */
    List<String> settings() {
        return List.of(
                "--spring.datasource.url=" + url(),
                "--spring.datasource.username=" + USER,
                "--spring.datasource.password=" + PASSWORD);
    }

    Connection connect() throws SQLException {
        return DriverManager.getConnection(url(), OWNER, PASSWORD);
    }

    /**
     * Starts it, after a kill with the recovery that belongs to it; the killed one's last processes may take a moment
     * to go.
     */
    void start() throws IOException, InterruptedException {
        String options = "-p " + port + " -k " + home
                + " -c listen_addresses=127.0.0.1 -c max_wal_size=64MB -c min_wal_size=32MB -c max_connections=60";
        for (int i = 0; ; i++) {
            try {
                asOwner(
                        "pg_ctl",
                        "-D",
                        data(),
                        "-s",
                        "-w",
                        "-t",
                        "60",
                        "-l",
                        home.resolve("log").toString(),
                        "-o",
                        options,
                        "start");
                return;
            } catch (IllegalStateException e) {
                if (i == 20) {
                    throw new IllegalStateException(Files.readString(home.resolve("log")), e);
                }
                Thread.sleep(250);
            }
        }
    }

    /** The whole server ends at once, without a word to anybody. */
    void kill() throws IOException {
        long pid = Long.parseLong(
                Files.readAllLines(Path.of(data(), "postmaster.pid")).get(0).strip());
        ProcessHandle server = ProcessHandle.of(pid).orElseThrow();
        List<ProcessHandle> all = new ArrayList<>(server.descendants().toList());
        server.destroyForcibly();
        all.forEach(ProcessHandle::destroyForcibly);
    }

    boolean isRunning() throws IOException {
        Path pid = Path.of(data(), "postmaster.pid");
        return Files.exists(pid)
                && ProcessHandle.of(
                                Long.parseLong(Files.readAllLines(pid).get(0).strip()))
                        .isPresent();
    }

    void stop() throws IOException, InterruptedException {
        if (isRunning()) {
            asOwner("pg_ctl", "-D", data(), "-s", "-m", "immediate", "-w", "stop");
        }
    }

    private void asOwner(String tool, String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(isRoot() ? List.of("runuser", "-u", "postgres", "--") : List.of());
        command.add(bin().resolve(tool).toString());
        command.addAll(List.of(arguments));
        run(command);
    }

    private static Path bin() throws IOException {
        try (Stream<Path> versions = Files.list(Path.of("/usr/lib/postgresql"))) {
            return versions.map(v -> v.resolve("bin"))
                    .filter(b -> Files.isExecutable(b.resolve("initdb")))
                    .max(Path::compareTo)
                    .orElseThrow();
        }
    }

    /** @throws IllegalStateException with what it printed, if it fails */
    static void run(List<String> command) throws IOException, InterruptedException {
        Path said = Files.createTempFile("said", ".txt");
        try {
            // a file and not a pipe: a server that is started would hold the pipe open
            Process process = new ProcessBuilder(command)
                    .directory(Path.of("/").toFile())
                    .redirectErrorStream(true)
                    .redirectOutput(said.toFile())
                    .start();
            if (process.waitFor() != 0) {
                throw new IllegalStateException(
                        command.get(command.size() - 1) + ": " + Files.readString(said, StandardCharsets.UTF_8));
            }
        } finally {
            Files.delete(said);
        }
    }
}

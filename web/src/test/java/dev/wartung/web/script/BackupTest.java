package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.io.IOException;
import java.lang.ProcessBuilder.Redirect;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/**
 * A backup of the running application's data, put back on another machine (another data folder), with its records
 * verified.
 */
@ExtendWith(RunningApplication.class)
class BackupTest {

    @TempDir
    private Path folder;

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;

    BackupTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc) {
        this.jdbc = jdbc;
        this.web = web;
        this.jobs = jobs;
    }

    private record Ran(int exit, String out) {}

    private Ran wartung(Path home, String... arguments) throws IOException, InterruptedException {
        return wartung(home, Redirect.from(Path.of("/dev/null").toFile()), arguments);
    }

    private Ran wartung(Path home, Redirect in, String... arguments) throws IOException, InterruptedException {
        ProcessBuilder builder =
                new ProcessBuilder("bash", Path.of("../wartung").toRealPath().toString());
        builder.command().addAll(List.of(arguments));
        builder.environment().put("WARTUNG_HOME", home.toString());
        if (home.equals(live())) {
            builder.environment().put("WARTUNG_DATABASE", RunningApplication.database());
        }
        builder.environment().put("WARTUNG_CLASSPATH", System.getProperty("java.class.path"));
        builder.environment().put("WARTUNG_PROGRAM", folder.toString());
        Process process = builder.redirectErrorStream(true).redirectInput(in).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(300, TimeUnit.SECONDS)).isTrue();
        return new Ran(process.exitValue(), out);
    }

    /** With a password on standard input. */
    private Ran signed(Path home, String password, String... arguments) throws IOException, InterruptedException {
        Path typed = Files.writeString(folder.resolve("typed"), password + "\n");
        return wartung(home, Redirect.from(typed.toFile()), arguments);
    }

    private static String said(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(out).isZero();
        return out;
    }

    /** A folder on another machine, as it were: the database's own user can enter it. */
    private static Path elsewhere() throws IOException {
        Path home = Files.createTempDirectory("wartung-elsewhere").resolve("home");
        home.getParent().toFile().setExecutable(true, false);
        home.getParent().toFile().setReadable(true, false);
        return home;
    }

    private static Path live() {
        return Path.of(System.getenv("WARTUNG_HOME"));
    }

    private Path saved(String name, String... options) throws IOException, InterruptedException {
        Path file = folder.resolve(name);
        List<String> arguments = new ArrayList<>(List.of("backup", file.toString()));
        arguments.addAll(List.of(options));
        Ran saved = wartung(live(), arguments.toArray(String[]::new));
        assertThat(saved.exit()).as(saved.out()).isZero();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        return file;
    }

    @Test
    @DisplayName(
            "Saved while running, for whoever has the key, and without what lets somebody in; restored elsewhere, verified, and said so on the audit trail")
    void thereAndBack() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TS-021", "oil-actuator", "tessa");
        while (bench.current(job).isPresent()) {
            bench.confirm(job, "tessa");
        }
        bench.close(job, "tessa");
        jdbc.update(
                "insert into login_attempt (username, address, at) values ('somebody-guessing', '192.0.2.1', now())");
        Path key = folder.resolve("key.pem");
        Path certificate = folder.resolve("certificate.pem");
        said(
                "openssl",
                "req",
                "-x509",
                "-newkey",
                "rsa:2048",
                "-nodes",
                "-subj",
                "/CN=backups",
                "-days",
                "2",
                "-keyout",
                key.toString(),
                "-out",
                certificate.toString());
        Path file = saved("wartung.backup.cms", "--to", certificate.toString());
        assertThat(Files.readString(file, StandardCharsets.ISO_8859_1)).doesNotContain("PGDMP");
        assertThat(live().resolve("anchors")).isDirectoryContaining("glob:**/anchors-*.txt");
        Path home = elsewhere();
        try {
            Ran asked = wartung(home, "restore", file.toString(), "--key", key.toString());
            assertThat(asked.exit()).as("asks first").isNotZero();
            Ran unread = wartung(home, "restore", file.toString(), "--yes", "--by", "ada");
            assertThat(unread.out())
                    .as("without the key")
                    .contains("not a whole backup")
                    .contains("untouched");
            Ran guessed =
                    signed(home, "wrong", "restore", file.toString(), "--yes", "--by", "ada", "--key", key.toString());
            assertThat(guessed.exit()).isNotZero();
            assertThat(guessed.out())
                    .contains("ada is no administrator here, or that is not their password", "untouched");
            Ran planner = signed(
                    home,
                    TestSite.PASSWORD,
                    "restore",
                    file.toString(),
                    "--yes",
                    "--by",
                    "pia",
                    "--key",
                    key.toString());
            assertThat(planner.out()).contains("pia is no administrator here", "untouched");
            Ran restored = signed(
                    home,
                    TestSite.PASSWORD,
                    "restore",
                    file.toString(),
                    "--yes",
                    "--by",
                    "ada",
                    "--key",
                    key.toString());
            assertThat(restored.exit()).as(restored.out()).isZero();
            assertThat(restored.out())
                    .containsPattern("1 records, \\d+ entries of the audit trail, all as they were written");
            assertThat(home.resolve("run/decrypted")).doesNotExist();
            Path damaged = folder.resolve("damaged.backup");
            Path plain = saved("plain.backup");
            byte[] bytes = Files.readAllBytes(plain);
            Files.write(damaged, Arrays.copyOf(bytes, bytes.length / 2));
            Ran refused = wartung(home, "restore", damaged.toString(), "--yes", "--unsigned", "a test");
            assertThat(refused.exit()).isNotZero();
            assertThat(refused.out()).contains("untouched");
            String rows = said(program("pg_restore"), "--data-only", "-f", "-", plain.toString());
            assertThat(rows).contains("TS-021").doesNotContain("somebody-guessing");
            Ran verified = wartung(home, "verify");
            assertThat(verified.exit()).as(verified.out()).isZero();
            assertThat(verified.out())
                    .contains("a backup was put in place that ended with record 1", "held against 1 anchors");
            Ran again = wartung(home, "backup", folder.resolve("again.backup").toString());
            assertThat(again.exit()).as(again.out()).isZero();
        } finally {
            assertThat(wartung(home, "reset", "--yes").exit()).isZero();
        }
        assertThat(said(
                        program("pg_restore"),
                        "--data-only",
                        "-f",
                        "-",
                        "-t",
                        "audit_entry",
                        folder.resolve("again.backup").toString()))
                .contains("backup\trestore\twartung.backup.cms");
        assertThat(said(
                        program("pg_restore"),
                        "--data-only",
                        "-f",
                        "-",
                        "-t",
                        "signature",
                        folder.resolve("again.backup").toString()))
                .contains("Ada Administrator\trestores this backup in the place of what was there");
    }

    @Test
    @DisplayName("A backup whose guards were switched off, and one of a later version, take nothing's place")
    void refused() throws Exception {
        jdbc.execute("alter table job_entry disable trigger job_entry_unchanging");
        Path unguarded;
        try {
            unguarded = saved("unguarded.backup");
        } finally {
            jdbc.execute("alter table job_entry enable trigger job_entry_unchanging");
        }
        jdbc.update(
                "insert into flyway_schema_history select 999, '999', description, type, 'V999__later.sql', checksum, installed_by, installed_on, execution_time, success from flyway_schema_history order by installed_rank desc limit 1");
        Path later;
        try {
            later = saved("later.backup");
        } finally {
            jdbc.update("delete from flyway_schema_history where version = '999'");
        }
        Path home = elsewhere();
        try {
            Ran first = wartung(home, "restore", unguarded.toString(), "--yes", "--unsigned", "a test");
            assertThat(first.exit()).isNotZero();
            assertThat(first.out())
                    .contains("trigger job_entry job_entry_unchanging")
                    .contains("untouched");
            Ran second = wartung(home, "restore", later.toString(), "--yes", "--unsigned", "a test");
            assertThat(second.exit()).isNotZero();
            assertThat(second.out()).contains("made by a later version").contains("untouched");
        } finally {
            assertThat(wartung(home, "reset", "--yes").exit()).isZero();
        }
    }

    private static String program(String name) throws IOException {
        try (Stream<Path> versions = Files.list(Path.of("/usr/lib/postgresql"))) {
            return versions.max(Comparator.naturalOrder())
                    .orElseThrow()
                    .resolve("bin")
                    .resolve(name)
                    .toString();
        }
    }

    @Test
    @DisplayName(
            "An installation is looked at as an inspector would: everything as expected; once others may read a password, not")
    void qualified() throws Exception {
        Path file = saved("to-qualify.backup");
        Path home = elsewhere();
        Path pack = folder.resolve("pack");
        // nothing is packaged here: no file to hold against another
        Files.writeString(folder.resolve("SHA256SUMS"), "");
        try {
            Ran restored = wartung(home, "restore", file.toString(), "--yes", "--unsigned", "a test");
            assertThat(restored.exit()).as(restored.out()).isZero();
            Ran looked = wartung(home, "qualify", pack.toString());
            assertThat(looked.out())
                    .contains("passed  Q-01", "passed  Q-06", "passed  Q-08", requirements() + " requirements");
            assertThat(looked.exit()).as(looked.out()).isZero();
            assertThat(pack.resolve("qualification.pdf")).isNotEmptyFile();
            assertThat(wartung(home, "qualify", "--check", pack.toString()).out())
                    .contains("As this installation signed it");
            assertThat(home.resolve("run/qualify")).doesNotExist();
            Files.setPosixFilePermissions(
                    home.resolve("run/db-password"), PosixFilePermissions.fromString("rw-r--r--"));
            Ran found = wartung(home, "qualify", pack.toString());
            assertThat(found.exit()).isNotZero();
            assertThat(found.out())
                    .contains(
                            "FAILED  Q-02",
                            "expected rw-------, found rw-r--r--",
                            "NOT met R-02",
                            "something was not found as expected");
        } finally {
            assertThat(wartung(home, "reset", "--yes").exit()).isZero();
        }
    }

    private static long requirements() throws IOException {
        return Files.readAllLines(Path.of("../docs/requirements.md")).stream()
                .filter(line -> line.startsWith("| R-"))
                .count();
    }
}

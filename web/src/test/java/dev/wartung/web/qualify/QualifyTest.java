package dev.wartung.web.qualify;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.document.Documents;
import dev.wartung.web.outage.Instance;
import dev.wartung.web.qualify.Requirement.Outcome;
import dev.wartung.web.record.Keys;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.crypto.password.PasswordEncoder;

/** What the qualification pack looks at, on an application that runs; the command as a whole: {@code BackupTest.qualified}. */
@ExtendWith(RunningApplication.class)
class QualifyTest {

    private static final String FIRST = "abcd-efgh-2345-6789";

    @TempDir
    private Path folder;

    private static Connection asApplication() throws SQLException {
        return DriverManager.getConnection(
                RunningApplication.tables().url(),
                System.getenv("SPRING_DATASOURCE_USERNAME"),
                System.getenv("SPRING_DATASOURCE_PASSWORD"));
    }

    private static List<String> otherwise(Check check) {
        return check.lines().stream()
                .filter(l -> !l.agrees())
                .map(l -> l.what() + ": " + l.found())
                .toList();
    }

    @Test
    @DisplayName("What is qualified runs on the machine that the start script starts")
    void asStarted() {
        assertThat(Instance.MACHINE).startsWith(SecondApplication.MACHINE.toArray(String[]::new));
    }

    @Test
    @DisplayName("The made-up job comes out as expected, from an administrator's first password to the reviewed record")
    void madeUpWork(Address at, JdbcTemplate jdbc, PasswordEncoder encoder) throws SQLException {
        jdbc.update(
                "insert into account (username, name, password_hash, first_password_until) values ('inspector', 'inspector', ?, now() + interval '1 day')",
                encoder.encode(FIRST));
        jdbc.update(
                "insert into account_role (account_id, role) select id, 'ADMINISTRATOR' from account where username = 'inspector'");
        List<Check> checks = new ThroughTheInterface(at.base(), MadeUpWork.shipped()).walk(FIRST);
        assertThat(checks).extracting(Check::id).containsExactly("Q-05", "Q-06");
        checks.forEach(c -> assertThat(otherwise(c)).isEmpty());
        assertThat(checks.get(1).lines()).hasSizeGreaterThan(45);
        try (Connection connection = asApplication()) {
            assertThat(otherwise(DatabaseChecks.rights(connection))).isEmpty();
            assertThat(otherwise(DatabaseChecks.clock(connection, Clock.systemUTC())))
                    .isEmpty();
            assertThat(otherwise(DatabaseChecks.clock(
                            connection, Clock.offset(Clock.systemUTC(), java.time.Duration.ofMinutes(-1)))))
                    .as("a minute apart")
                    .hasSize(1);
            assertThat(otherwise(DatabaseChecks.book(connection, folder))).isEmpty();
            assertThat(otherwise(DatabaseChecks.restored(connection, connection)))
                    .isEmpty();
        }
    }

    @Test
    @DisplayName("An expected result that does not come, a right too many, a meddled record are found")
    void notAsExpected(JdbcTemplate owner) throws SQLException {
        Check check =
                Check.of("Q-00", "a check").expect("said", "tight", "leaks").note("to know", 3);
        assertThat(check.passed()).isFalse();
        assertThat(Check.of("Q-00", "nothing was looked at").passed()).isFalse();
        owner.execute("grant delete, truncate on audit_link to wartung");
        try (Connection connection = asApplication()) {
            assertThat(otherwise(DatabaseChecks.rights(connection)))
                    .containsExactlyInAnyOrder(
                            "Tables it owns, may empty, or may hang triggers on: audit_link",
                            "Takes away a row of audit_link: answered 23001");
            owner.execute("alter table audit_entry disable trigger user");
            assertThat(otherwise(DatabaseChecks.book(connection, folder))).hasSize(1);
        } finally {
            owner.execute("revoke delete, truncate on audit_link from wartung");
            owner.execute("alter table audit_entry enable trigger user");
        }
    }

    @Test
    @DisplayName("A table that came back otherwise, or not at all, is named; a record dated later than now is counted")
    void restoredOtherwise(JdbcTemplate owner) throws SQLException {
        assertThat(DatabaseChecks.same(Map.of("job", "2 a", "lot", "1 b"), Map.of("job", "2 a", "lot", "1 c")))
                .isEqualTo("2; other: lot");
        assertThat(DatabaseChecks.same(Map.of("job", "2 a", "lot", "1 b"), Map.of("job", "2 a")))
                .isEqualTo("1; other: lot");
        assertThat(DatabaseChecks.same(Map.of("job", "2 a"), Map.of("job", "2 a")))
                .isEqualTo("1 with the same rows");
        owner.update("insert into kept_sheet values (repeat('b', 64), 'TYPE', 'none', 1, '')");
        int job = Objects.requireNonNull(owner.queryForObject(
                "insert into job (number, valve_id, title, work, state, due_on, planned_by_id, planned_at, anatomy_digest, type_digest, drive, options, procedure_json, carried_json, version) "
                        + "select 900002, v.id, 't', 'inspect', 'PLANNED', current_date, a.id, now(), k.digest, k.digest, 'NC', '{}', '{}', '{}', 0 from valve v, account a, kept_sheet k limit 1 returning number",
                Integer.class));
        try (Connection connection = asApplication()) {
            owner.execute("alter table service_record disable trigger user");
            owner.update(
                    "insert into service_record (seq, job_number, kind, content, hash, at) values (900, ?, 'JOB', '', repeat('0', 64), now() + interval '1 hour')",
                    job);
            assertThat(otherwise(DatabaseChecks.clock(connection, Clock.systemUTC())))
                    .containsExactly("Records dated later than now: 1");
        } finally {
            owner.update("delete from service_record where seq = 900");
            owner.execute("alter table service_record enable trigger user");
        }
    }

    @Test
    @DisplayName("A file of the program that is not as it was built, is missing or was added is named")
    void programFiles() throws IOException, SQLException {
        Files.createDirectories(folder.resolve("lib"));
        Files.writeString(folder.resolve("wartung.jar"), "built");
        Files.writeString(folder.resolve("lib/one.jar"), "one");
        Files.writeString(
                folder.resolve("SHA256SUMS"),
                Installation.sha256(folder.resolve("wartung.jar")) + "  wartung.jar\n"
                        + Installation.sha256(folder.resolve("lib/one.jar")) + "  lib/one.jar\n");
        Installation installation = new Installation(folder, folder);
        try (Connection connection = asApplication()) {
            assertThat(otherwise(installation.versions(connection))).isEmpty();
            Files.writeString(folder.resolve("lib/one.jar"), "another");
            Files.writeString(folder.resolve("lib/two.jar"), "added");
            assertThat(otherwise(installation.versions(connection)))
                    .containsExactly("Files of the program: other, missing or added: lib/one.jar, lib/two.jar");
        }
    }

    @Test
    @DisplayName("A requirement is met only by all that it names; one whose tests did not run here says so")
    void requirements() {
        List<Requirement> asked = Requirement.in(
                """
                | R-01 | Both | Q-01, Q-02 | `OneTest.works` |
                | R-02 | Tests alone | | `OneTest.works`, `TwoTest.works` |
                """);
        assertThat(asked).hasSize(2);
        Requirement both = asked.get(0);
        Requirement tests = asked.get(1);
        Map<String, Boolean> looked = Map.of("Q-01", true, "Q-02", true);
        assertThat(both.outcome(looked, Map.of())).isEqualTo(Outcome.SHOWN);
        assertThat(both.outcome(Map.of("Q-01", true), Map.of())).isEqualTo(Outcome.NOT_MET);
        assertThat(both.outcome(looked, Map.of("OneTest.works", false))).isEqualTo(Outcome.NOT_MET);
        assertThat(tests.outcome(looked, Map.of("OneTest.works", true))).isEqualTo(Outcome.NOT_RUN);
        assertThat(tests.outcome(looked, Map.of("OneTest.works", true, "TwoTest.works", true)))
                .isEqualTo(Outcome.BY_TESTS);
    }

    @Test
    @DisplayName("The pack is signed: a changed document or one of another installation is found")
    void signed() throws IOException {
        Keys keys = Keys.in(folder.resolve("key"));
        Pack pack = new Pack(
                LocalDateTime.of(2026, 11, 28, 18, 0),
                ZoneId.of("Europe/Oslo"),
                List.of(Check.of("Q-01", "What is installed").expect("one", 1, 1)),
                List.of());
        pack.write(folder, keys, Documents.alone(ZoneId.of("Europe/Oslo")));
        assertThat(pack.passed()).isTrue();
        assertThat(Pack.problems(folder, keys)).isEmpty();
        assertThat(Files.readString(folder.resolve("qualification.json"))).contains("\"passed\" : true");
        assertThat(Pack.problems(folder, Keys.in(folder.resolve("other")))).hasSize(2);
        Files.writeString(folder.resolve("qualification.pdf"), "x", StandardOpenOption.APPEND);
        assertThat(Pack.problems(folder, keys))
                .containsExactly("qualification.pdf is not as this installation signed it.");
    }
}

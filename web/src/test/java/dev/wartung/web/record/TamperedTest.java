package dev.wartung.web.record;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.node.ObjectNode;

/**
 * Whoever owns the tables, and switches off what guards them, is found out all the same. Each meddling is done in a
 * transaction that is taken back.
 */
@ExtendWith(RunningApplication.class)
class TamperedTest {

    private static final String BENCH_JOB = "(select max(number) from job where state = 'CLOSED')";

    @TempDir
    private Path folder;

    /** Three closed jobs; a photo, a piece, a tool and a proving run in the last; a change, a re-check and a lot. */
    @BeforeAll
    static void records(MockMvc web, Jobs jobs, JdbcTemplate jdbc) throws Exception {
        for (String tag : List.of("TS-011", "TS-012", "TS-013")) {
            BenchRun bench = new BenchRun(web, jobs);
            int job = bench.begin(tag, "oil-actuator", "tessa");
            if (tag.equals("TS-013")) {
                for (String sql : List.of(
                        "insert into photo select gen_random_uuid(), j.id, 1, 1, 'picture'::bytea, j.holder_id, now() from job j where number = %d",
                        "insert into lot (item, name, materials, lot, supplier, received_on, pieces, version) values ('K-1', 'Ring', 'EPDM', 'L-1', 'Sup', current_date, 9, 0)",
                        "insert into stock_move (lot_id, kind, delta, job_number, note, by_id, at) select l.id, 'TAKEN', -1, %d, '', a.id, now() from lot l, account a where a.username = 'tessa'",
                        "insert into stock_move (lot_id, kind, delta, note, by_id, at) select l.id, 'RECEIVED', 9, '', a.id, now() from lot l, account a where a.username = 'tessa'",
                        "insert into measuring_tool (number, kind, name, months, good_until, version) values ('W-9', 'TORQUE_WRENCH', 'wrench', 12, current_date + 30, 0)",
                        "insert into tool_use (tool_id, valve_id, job_number, step_id, what, used_at) select t.id, j.valve_id, j.number, 's', 'torque', now() from measuring_tool t, job j where j.number = %d",
                        "insert into proving_run (valve_id, job_number, drive, by_id, started_at, heard_at, ended_at, outcome, lost_samples, note, version) select valve_id, number, 'NC', holder_id, now(), now(), now(), 'COMPLETE', 0, '', 0 from job where number = %d",
                        "insert into proving_samples select id, 0, '1,2,3' from proving_run where job_number = %d",
                        "insert into recheck (valve_id, job_number, name, due_on) select valve_id, number, 'look again', current_date from job where number = %d",
                        "insert into fail_study (valve_id, was, wish, basis, duty, answer, verdict, by_id, at) select valve_id, 'NC', 'NO', '', '{}', '{}', 'WORKS', holder_id, now() from job where number = %d",
                        "insert into change_request (number, valve_id, study_id, was, becomes, state, reason, asked_by_id, asked_at, version) select 1, f.valve_id, f.id, 'NC', 'NO', 'ASKED', 'why', f.by_id, now(), 0 from fail_study f")) {
                    jdbc.update(sql.formatted(job));
                }
                jdbc.queryForList("select add_signature('theo', 'agrees', 'job', '" + job + "', 'the step', '')");
            }
            while (bench.current(job).isPresent()) {
                bench.confirm(job, "tessa");
            }
            bench.close(job, "tessa");
        }
        assertThat(jdbc.queryForObject("select count(*) from service_record", Integer.class))
                .isEqualTo(3);
    }

    /** What is found after some statements, with every guard of every table switched off meanwhile. */
    private static List<String> after(String... statements) throws Exception {
        try (Connection connection = RunningApplication.tables().connect();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            try {
                triggers(statement, "disable");
                for (String sql : statements) {
                    assertThat(statement.executeUpdate(sql)).as(sql).isNotNegative();
                }
                statement.execute("set constraints all immediate");
                triggers(statement, "enable");
                return Verification.within(connection).problems();
            } finally {
                connection.rollback();
            }
        }
    }

    private static void triggers(Statement statement, String how) throws Exception {
        statement.execute(
                "do $$ declare t text; begin for t in select tablename from pg_tables where schemaname = 'public' loop execute format('alter table %I "
                        + how + " trigger user', t); end loop; end $$");
    }

    @Test
    @DisplayName("Left alone, everything agrees")
    void untouched() throws Exception {
        assertThat(after("select 1 as nothing into temporary table nothing")).isEmpty();
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            value = {
                "update account set name = 'Somebody Else' where username = 'tessa' | In account, tessa has another name",
                "update account set username = 'tess' where username = 'tessa' | In account, tessa has another username",
                "update account set password_hash = 'another' where username = 'tessa' | In account, tessa has another password",
                "insert into account_role (account_id, role) select id, 'REVIEWER' from account where username = 'tessa' | was added past the trail",
                "update photo set jpeg = 'another'::bytea | says otherwise than the database about its photos",
                "update change_request set state = 'APPROVED', decided_at = now(), decided_by_id = asked_by_id | In change request, 1 has another",
                "update recheck set done_on = current_date | In recheck, look again has another done on",
                "delete from stock_move where delta = 9 | In stock move,",
                "delete from stock_move where delta = -1 | says otherwise than the database about its pieces",
                "delete from tool_use | says otherwise than the database about its read_with",
                "update lot set pieces = 10 | In lot, L-1 has another pieces",
                "update proving_samples set samples = '9,9,9' | says otherwise than the database about its runs",
                "update signature set name = 'Somebody Else' | In signature,",
                "delete from signature | In signature,",
                "delete from review_wait | was not reviewed and does not wait for it",
                "update kept_drawing set svg = '<svg/>' | The drawing",
                "delete from audit_entry where id = (select min(id) from audit_entry) | is not as it was written",
                "update audit_entry set by_name = 'theo' where id = (select max(id) from audit_entry) | is not as it was written",
                "update audit_link set at = at - interval '1 day' where seq = (select max(seq) from audit_link) | when the clock stood before",
            })
    @DisplayName("A row changed, added or taken away past its guards is found")
    void rows(String sql, String found) throws Exception {
        List<String> statements = new ArrayList<>();
        if (sql.startsWith("delete from audit_entry")) {
            statements.add("delete from audit_link where entry_id = (select min(id) from audit_entry)");
        }
        statements.add(sql);
        assertThat(after(statements.toArray(String[]::new)))
                .anySatisfy(p -> assertThat(p).contains(found));
    }

    @Test
    @DisplayName("An audit trail that was emptied, with its end set back, leaves rows that nobody added")
    void emptied() throws Exception {
        assertThat(after(
                        "delete from audit_link",
                        "delete from audit_entry",
                        "update audit_head set seq = 0, hash = repeat('0', 64)"))
                .anySatisfy(p -> assertThat(p).isEqualTo("In valve, TS-011 was added past the trail."));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "alter table job_entry disable trigger job_entry_unchanging | trigger job_entry job_entry_unchanging",
                "drop trigger valve_audit on valve | trigger valve valve_audit",
                "create or replace function refuse_change() returns trigger language plpgsql as 'begin return new; end' | function refuse_change",
                "create trigger other before insert on job_entry for each row execute function refuse_change() | trigger job_entry other",
            })
    @DisplayName("A guard that is switched off, gone, changed or added is told by name")
    void guards(String sql, String named) throws Exception {
        try (Connection connection = RunningApplication.tables().connect();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            statement.execute(sql);
            assertThat(Verification.within(connection).problems())
                    .singleElement()
                    .asString()
                    .contains(named);
            connection.rollback();
        }
    }

    @Test
    @DisplayName("The list of guards is that of the tables as this version makes them")
    void listed() throws Exception {
        try (Connection connection = RunningApplication.tables().connect()) {
            assertThat(String.join("\n", Guards.inForce(connection))).isEqualTo(String.join("\n", Guards.expected()));
        }
        assertThat(Guards.watched()).contains("valve", "account", "account_role", "job", "stock_move", "tool_use");
    }

    @Test
    @DisplayName("A record forged with a right hash and a right end, but written before the one it follows, is found")
    void backwards() throws Exception {
        List<String> found;
        try (Connection connection = RunningApplication.tables().connect()) {
            var head = new RecordRows(connection)
                    .one("select seq, hash from record_head")
                    .orElseThrow();
            ObjectNode forged = RecordContent.begin(
                    RecordContent.CORRECTION, head.number("seq") + 1, head.text("hash"), "2020-01-01T00:00:00Z");
            String content = RecordContent.canonical(forged);
            String hash = RecordContent.hash(content);
            found = after(
                    "insert into service_record (seq, job_number, kind, content, hash, at) select seq + 1, " + BENCH_JOB
                            + ", 'CORRECTION', '" + content + "', '" + hash + "', now() from record_head",
                    "update record_head set seq = seq + 1, hash = '" + hash + "'");
        }
        assertThat(found).singleElement().asString().contains("when the clock stood before the record before it");
    }

    @Test
    @DisplayName("A record that is written while the clock stands before the last one says so")
    void clockSetBack() throws Exception {
        try (Connection connection = RunningApplication.tables().connect();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            int job = Math.toIntExact(new RecordRows(connection)
                    .one("select max(number) as number from job where state = 'CLOSED'")
                    .orElseThrow()
                    .number("number"));
            statement.execute("update record_head set at = now() + interval '1 hour'");
            long seq = RecordChain.add(connection, RecordContent.CORRECTION, job, (record, same) -> {});
            String content = new RecordRows(connection)
                    .one("select content from service_record where seq = ?", seq)
                    .orElseThrow()
                    .text("content");
            assertThat(RecordContent.read(content).path("clock_set_back_from").asString())
                    .isGreaterThan(RecordContent.read(content).path("written").asString());
            connection.rollback();
        }
    }

    @Test
    @DisplayName("The application writes a line by itself where it is told a folder, and none where it is not")
    void keeper(JdbcTemplate jdbc) throws Exception {
        Path key = folder.resolve("key");
        new AnchorKeeper(jdbc, "", "").write();
        new AnchorKeeper(jdbc, folder.resolve("anchors").toString(), key.toString()).write();
        try (Connection connection = RunningApplication.tables().connect()) {
            List<Anchor> written = new Anchors(folder.resolve("anchors")).all().anchors();
            assertThat(written).singleElement().satisfies(line -> assertThat(line.records())
                    .isEqualTo(3));
            assertThat(Anchors.problems(written, false, connection)).isEmpty();
        }
        // a folder that cannot be written is told in the log and ends nothing
        new AnchorKeeper(jdbc, key.resolve("below-a-file").toString(), key.toString()).write();
    }

    @Test
    @DisplayName("A tail cut off with its end set back, and a chain written anew, do not agree with lines outside")
    void anchored() throws Exception {
        Path key = folder.resolve("key");
        Keys keys = Keys.in(key);
        Anchors lines = new Anchors(folder.resolve("anchors"));
        try (Connection connection = RunningApplication.tables().connect();
                Statement statement = connection.createStatement()) {
            Anchor now = Anchors.now(connection);
            lines.add(now, keys);
            assertThat(lines.all().anchors()).containsExactly(now);
            assertThat(lines.all().problems()).isEmpty();
            assertThat(Anchors.problems(lines.all().anchors(), false, connection))
                    .isEmpty();
            connection.setAutoCommit(false);
            triggers(statement, "disable");
            statement.execute("update job set state = 'CANCELLED' where number = " + BENCH_JOB);
            statement.execute("delete from service_record where seq = 3");
            statement.execute("update record_head set seq = 2, hash = (select hash from service_record where seq = 2)");
            triggers(statement, "enable");
            assertThat(Anchors.problems(lines.all().anchors(), false, connection))
                    .singleElement()
                    .asString()
                    .contains("record 3 was there, and is not any more");
            assertThat(Anchors.problems(lines.all().anchors(), true, connection))
                    .as("a backup may end earlier")
                    .isEmpty();
            statement.execute("alter table service_record disable trigger user");
            statement.execute("update service_record set hash = repeat('1', 64) where seq = 2");
            assertThat(Anchors.problems(List.of(new Anchor(now.at(), false, 2, now.record(), 0, "")), true, connection))
                    .singleElement()
                    .asString()
                    .contains("record 2 was another");
            connection.rollback();
            connection.setAutoCommit(true);
            // a restored backup is said so, and what lines said of later is not held against it
            lines.add(new Anchor(now.at(), true, 2, "x", now.entries(), now.entry()), keys);
            assertThat(Anchors.problems(lines.all().anchors(), false, connection))
                    .singleElement()
                    .asString()
                    .contains("record 2 was another");
            assertThat(VerifyCommand.expected(now.record(), connection)).isEmpty();
            assertThat(VerifyCommand.expected("0".repeat(64), connection)).hasSize(1);
        }
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(key)))
                .isEqualTo("rw-------");
        Path file;
        try (var files = Files.list(folder.resolve("anchors"))) {
            file = files.filter(f -> f.toString().endsWith(".txt")).findFirst().orElseThrow();
        }
        Files.writeString(file, Files.readString(file).replace("records 3", "records 2"));
        assertThat(lines.all().problems()).singleElement().asString().contains("is not signed with a key");
        assertThat(Keys.in(key).name()).as("the same key again").isEqualTo(keys.name());
    }
}

package dev.wartung.web.schema;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.InstanceOfAssertFactories.type;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.Tables;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Optional;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.postgresql.util.PSQLException;
import org.springframework.jdbc.core.JdbcTemplate;

/** What somebody can do to records who has the application's own password. */
@ExtendWith(RunningApplication.class)
class ApplicationRoleTest {

    private static final String NOT_ALLOWED = "42501";

    private final JdbcTemplate owner;

    ApplicationRoleTest(JdbcTemplate owner) {
        this.owner = owner;
    }

    private static Connection asApplication() throws SQLException {
        return DriverManager.getConnection(
                RunningApplication.tables().url(),
                System.getenv("SPRING_DATASOURCE_USERNAME"),
                System.getenv("SPRING_DATASOURCE_PASSWORD"));
    }

    /** How the database answers; empty if it did what was asked. */
    private static Optional<String> refusal(String sql) throws SQLException {
        try (Connection connection = asApplication();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            try {
                statement.execute(sql);
                return Optional.empty();
            } catch (SQLException e) {
                return Optional.of(e.getSQLState());
            } finally {
                connection.rollback();
            }
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "insert into service_record (seq, job_number, kind, content, hash, at) values (1, 1, 'JOB', '', repeat('0', 64), now())",
                "update service_record set content = ''",
                "delete from service_record",
                "update record_head set seq = 0",
                "insert into audit_entry (by_name, table_name, action, row_key) values ('pia', 'valve', 'insert', '')",
                "update audit_entry set by_name = 'pia'",
                "delete from audit_entry",
                "insert into audit_link values (1, 1, now(), false, repeat('0', 64))",
                "delete from audit_link",
                "update audit_head set seq = 0",
                "select link_audit_entries(0, null)",
                "select watch('valve')",
                "update job_entry set at = now()",
                "delete from job_entry",
                "update job set number = 1",
                "update job set valve_id = 1",
                "delete from job",
                "update account set username = 'other'",
                "delete from account",
                "delete from valve",
                "update fitted_part set lot = 'other'",
                "delete from fitted_part",
                "update recheck set name = 'other'",
                "delete from recheck",
                "update change_request set reason = 'other'",
                "delete from change_request",
                "update stock_move set delta = 0",
                "delete from stock_move",
                "delete from tool_use",
                "update calibration set good = true",
                "update photo set jpeg = ''",
                "delete from proving_samples",
                "delete from proving_run",
                "update kept_sheet set yaml = ''",
                "update kept_drawing set svg = ''",
                "update flyway_schema_history set success = false",
                "alter table service_record disable trigger all",
                "drop trigger service_record_unchanging on service_record",
                "create trigger other before insert on valve for each row execute function refuse_change()",
                "create or replace function refuse_change() returns trigger language plpgsql as 'begin return new; end'",
                "create table other (id int)",
                "set role wartung_owner",
                "set session_replication_role = replica",
                "alter role wartung superuser",
                "copy service_record to program 'cat'",
                "select pg_read_file('postgresql.conf')",
            })
    @DisplayName("Nothing that is on record is changed, taken away or added past its chain, and no guard is touched")
    void refused(String sql) throws SQLException {
        assertThat(refusal(sql)).contains(NOT_ALLOWED);
    }

    @Test
    @DisplayName("No table can be emptied, none is the application's, none lets it make triggers or references")
    void everyTable() throws SQLException {
        List<String> tables = owner.queryForList(
                "select tablename from pg_tables where schemaname = 'public' order by 1", String.class);
        assertThat(tables).hasSizeGreaterThan(45).contains("service_record", "audit_link", "spring_session");
        for (String table : tables) {
            assertThat(refusal("truncate " + table + " cascade")).as(table).contains(NOT_ALLOWED);
            assertThat(owner.queryForObject(
                            "select has_table_privilege('wartung', ?, 'TRIGGER, REFERENCES, TRUNCATE') or pg_get_userbyid(relowner) = 'wartung' from pg_class where oid = ?::regclass",
                            Boolean.class,
                            table,
                            table))
                    .as(table)
                    .isFalse();
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                // another place in the chain, another record before, another hash
                "select add_record(null, 'JOB', t, false, '{\"kind\":\"JOB\",\"previous\":\"' || h.hash || '\",\"sequence\":' || h.seq + 2 || ',\"written\":\"' || t || '\"}', encode(sha256('x'), 'hex')) from record_head h, cast(now() as text) t",
                "select add_record(null, 'JOB', t, false, s, encode(sha256(convert_to(s, 'UTF8')), 'hex')) from record_head h, cast(now() as text) t, concat('{\"kind\":\"JOB\",\"previous\":\"', repeat('1', 64), '\",\"sequence\":', h.seq + 1, ',\"written\":\"', t, '\"}') s",
                "select add_record(null, 'JOB', t, false, s, repeat('0', 64)) from record_head h, cast(now() as text) t, concat('{\"kind\":\"JOB\",\"previous\":\"', h.hash, '\",\"sequence\":', h.seq + 1, ',\"written\":\"', t, '\"}') s",
                // another time: yesterday, tomorrow, a clock said to be set back that was not
                "select add_record(null, 'JOB', t, false, s, encode(sha256(convert_to(s, 'UTF8')), 'hex')) from record_head h, cast(now() - interval '1 day' as text) t, concat('{\"kind\":\"JOB\",\"previous\":\"', h.hash, '\",\"sequence\":', h.seq + 1, ',\"written\":\"', t, '\"}') s",
                "select add_record(null, 'JOB', t, false, s, encode(sha256(convert_to(s, 'UTF8')), 'hex')) from record_head h, cast(now() + interval '1 day' as text) t, concat('{\"kind\":\"JOB\",\"previous\":\"', h.hash, '\",\"sequence\":', h.seq + 1, ',\"written\":\"', t, '\"}') s",
                "select add_record(null, 'JOB', t, true, s, encode(sha256(convert_to(s, 'UTF8')), 'hex')) from record_head h, cast(now() as text) t, concat('{\"clock_set_back_from\":\"', t, '\",\"kind\":\"JOB\",\"previous\":\"', h.hash, '\",\"sequence\":', h.seq + 1, ',\"written\":\"', t, '\"}') s",
            })
    @DisplayName("A record is taken only as the next one, under its own hash, at the time the database's clock shows")
    void forged(String sql) throws SQLException {
        assertThat(refusal(sql)).contains("23001");
    }

    @Test
    @DisplayName(
            "The same record in its place, with its hash and at its time, is one; the refusals above are not for its form")
    void inPlace() throws SQLException {
        owner.update("insert into kept_sheet values (repeat('a', 64), 'TYPE', 'none', 1, '')");
        int job = owner.queryForObject(
                "insert into job (number, valve_id, title, work, state, due_on, planned_by_id, planned_at, anatomy_digest, type_digest, drive, options, procedure_json, carried_json, version) "
                        + "select 900001, v.id, 't', 'inspect', 'PLANNED', current_date, a.id, now(), k.digest, k.digest, 'NC', '{}', '{}', '{}', 0 from valve v, account a, kept_sheet k limit 1 returning number",
                Integer.class);
        assertThat(
                        refusal(
                                "select add_record(" + job
                                        + ", 'JOB', t, false, s, encode(sha256(convert_to(s, 'UTF8')), 'hex')) from record_head h, cast(now() as text) t, concat('{\"kind\":\"JOB\",\"previous\":\"', h.hash, '\",\"sequence\":', h.seq + 1, ',\"written\":\"', t, '\"}') s"))
                .isEmpty();
    }

    @Test
    @DisplayName(
            "The application does not start on tables of an earlier version, nor logged in as somebody who could change records")
    void hindered() throws SQLException {
        Tables tables = RunningApplication.tables();
        Flyway looks = Flyway.configure()
                .dataSource(tables.url(), "wartung", System.getenv("SPRING_DATASOURCE_PASSWORD"))
                .locations("classpath:db/migration")
                .load();
        try (Connection application = asApplication();
                Connection owners = tables.connect()) {
            assertThat(Schema.hindrance(looks, application)).isEmpty();
            assertThat(Schema.hindrance(looks, owners))
                    .hasValueSatisfying(why -> assertThat(why).contains("could change records"));
            String latest = owner.queryForObject(
                    "select version from flyway_schema_history where version is not null order by installed_rank desc limit 1",
                    String.class);
            owner.update("update flyway_schema_history set version = '28.5' where version = ?", latest);
            try {
                assertThat(Schema.hindrance(looks, application))
                        .hasValueSatisfying(why -> assertThat(why).contains("earlier version"));
            } finally {
                owner.update("update flyway_schema_history set version = ? where version = '28.5'", latest);
            }
        }
    }

    @Test
    @DisplayName(
            "A table of which nobody said what the application may do with it stops the migration, and nothing is granted")
    void unsaid() {
        Tables tables = RunningApplication.tables();
        owner.execute("create table unsaid (id int)");
        try {
            assertThatThrownBy(tables::migrate)
                    .hasMessageContaining("it is not said what the application may do with: unsaid");
        } finally {
            owner.execute("drop table unsaid");
            tables.migrate();
        }
    }

    @Test
    @DisplayName("Where the owner may, the application's role is made with a password, whatever is in it")
    void made() {
        Tables tables = RunningApplication.tables();
        Schema schema = new Schema(tables.url(), "wartung_tests", System.getenv("WARTUNG_TESTS_PASSWORD"));
        assertThatThrownBy(() -> schema.makeRole("o'ther \"role", "it's \\ secret"))
                .asInstanceOf(type(PSQLException.class))
                .extracting(PSQLException::getSQLState)
                .as("here it may not")
                .isEqualTo(NOT_ALLOWED);
    }
}

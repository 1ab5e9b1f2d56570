package dev.wartung.web.qualify;

import dev.wartung.web.record.HeldBook;
import dev.wartung.web.record.Verification;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What is looked at in a database, as the application's role. */
final class DatabaseChecks {

    /** Told by the database to who may not. */
    private static final String NOT_ALLOWED = "42501";

    private static final Duration MOST_APART = Duration.ofSeconds(2);

    /** What nobody who works through the application can change or take away. */
    private static final List<String> ON_RECORD = List.of(
            "service_record", "record_head", "audit_entry", "audit_link", "audit_head", "job_entry", "signature");

    private DatabaseChecks() {}

    /** Who the application is in the database, and what it may not do there. */
    static Check rights(Connection connection) throws SQLException {
        Check check = Check.of("Q-03", "Roles and rights in the database");
        check.note("The application is", Installation.one(connection, "select current_user"));
        check.expect(
                "Superuser, makes roles or databases, replicates",
                "no",
                Installation.one(
                        connection,
                        "select case when rolsuper or rolcreaterole or rolcreatedb or rolreplication or rolbypassrls then 'yes' else 'no' end from pg_roles where rolname = current_user"));
        check.expect(
                "Roles it is a member of",
                "0",
                Installation.one(
                        connection,
                        "select count(*) from pg_auth_members m join pg_roles r on r.oid = m.member where r.rolname = current_user"));
        check.expect(
                "Tables it owns, may empty, or may hang triggers on",
                "none",
                Installation.one(
                        connection,
                        "select coalesce(string_agg(relname, ', ' order by relname), 'none') from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace and (pg_get_userbyid(relowner) = current_user or has_table_privilege(oid, 'TRUNCATE, TRIGGER, REFERENCES'))"));
        for (String table : ON_RECORD) {
            check.expect("Takes away a row of " + table, "refused", tried(connection, "delete from " + table));
        }
        check.expect("Changes a record", "refused", tried(connection, "update service_record set content = ''"));
        check.expect("Changes an entry", "refused", tried(connection, "update job_entry set at = now()"));
        check.expect("Changes a signature", "refused", tried(connection, "update signature set meaning = ''"));
        check.expect("Changes the audit trail", "refused", tried(connection, "update audit_entry set by_name = ''"));
        check.expect(
                "Switches guards off", "refused", tried(connection, "alter table service_record disable trigger all"));
        for (Map.Entry<String, String> rights : granted(connection).entrySet()) {
            check.note(rights.getKey(), rights.getValue());
        }
        return check;
    }

    /** Tried and taken back, whatever the answer. */
    private static String tried(Connection connection, String sql) throws SQLException {
        connection.setAutoCommit(false);
        try (Statement statement = connection.createStatement()) {
            statement.execute(sql);
            return "done";
        } catch (SQLException e) {
            return NOT_ALLOWED.equals(e.getSQLState()) ? "refused" : "answered " + e.getSQLState();
        } finally {
            connection.rollback();
            connection.setAutoCommit(true);
        }
    }

    private static Map<String, String> granted(Connection connection) throws SQLException {
        Map<String, String> granted = new TreeMap<>();
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        """
                        select relname, concat_ws(', ', case when has_table_privilege(oid, 'SELECT') then 'reads' end,
                            case when has_table_privilege(oid, 'INSERT') then 'adds' end,
                            case when has_table_privilege(oid, 'UPDATE') then 'changes'
                                 when has_any_column_privilege(oid, 'UPDATE') then 'changes ' || (select string_agg(attname, ' ' order by attname) from pg_attribute where attrelid = c.oid and attnum > 0 and not attisdropped and has_column_privilege(c.oid, attnum, 'UPDATE')) end,
                            case when has_table_privilege(oid, 'DELETE') then 'takes away' end)
                        from pg_class c where relkind = 'r' and relnamespace = 'public'::regnamespace""")) {
            while (row.next()) {
                granted.put("Table " + row.getString(1), row.getString(2));
            }
        }
        return granted;
    }

    /** Every record and the audit trail, recomputed, and held against the anchors. */
    static Check book(Connection connection, Path anchors) throws SQLException {
        Check check = Check.of("Q-04", "Records, audit trail, anchors");
        HeldBook held = HeldBook.of(connection, anchors, false);
        check.note("Records", held.found().records());
        check.note("Hash of the last", held.found().last());
        check.note("Entries of the audit trail", held.found().entries());
        check.note("Anchors they were held against", held.held());
        check.expect(
                "What does not agree",
                "nothing",
                said(held.problems()),
                held.problems().isEmpty());
        held.found().notes().forEach(note -> check.note("To know", note));
        return check;
    }

    private static String said(List<String> problems) {
        return problems.isEmpty() ? "nothing" : String.join(" ", problems.subList(0, Math.min(20, problems.size())));
    }

    /** The made-up site, before it was saved and after it was put back. */
    static Check restored(Connection before, Connection after) throws SQLException {
        Check check = Check.of("Q-07", "Saved and put back");
        Verification found = Verification.of(after);
        check.expect(
                "What does not agree in it",
                "nothing",
                said(found.problems()),
                found.problems().isEmpty());
        check.expect("Hash of its last record", Verification.of(before).last(), found.last());
        Map<String, String> rows = contents(before);
        Map<String, String> again = contents(after);
        // what lets somebody in is not saved, and what is counted anew is not the same
        rows.keySet().removeIf(DatabaseChecks::notSaved);
        again.keySet().removeIf(DatabaseChecks::notSaved);
        check.expect("Its tables", rows.size() + " with the same rows", same(rows, again), rows.equals(again));
        return check;
    }

    private static boolean notSaved(String table) {
        return table.startsWith("spring_session") || table.equals("api_token") || table.equals("login_attempt");
    }

    static String same(Map<String, String> rows, Map<String, String> again) {
        List<String> other = new ArrayList<>();
        rows.forEach((table, sum) -> {
            if (!sum.equals(again.get(table))) {
                other.add(table);
            }
        });
        return other.isEmpty() && rows.size() == again.size()
                ? again.size() + " with the same rows"
                : again.size() + "; other: " + String.join(", ", other);
    }

    /** Of every table, a digest of its rows in their own order. */
    private static Map<String, String> contents(Connection connection) throws SQLException {
        Map<String, String> contents = new TreeMap<>();
        List<String> tables = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        "select quote_ident(relname) from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace and has_table_privilege(oid, 'SELECT')")) {
            while (row.next()) {
                tables.add(row.getString(1));
            }
        }
        for (String table : tables) {
            contents.put(
                    table,
                    Installation.one(
                            connection,
                            "select count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text collate \"C\")), '') from "
                                    + table + " t"));
        }
        return contents;
    }

    /** The clock that records are dated by. */
    static Check clock(Connection connection, Clock machine) throws SQLException {
        Check check = Check.of("Q-08", "The clock");
        Instant before = machine.instant();
        Instant database = Instant.parse(Installation.one(
                connection,
                "select to_char(clock_timestamp() at time zone 'UTC', 'YYYY-MM-DD\"T\"HH24:MI:SS.US\"Z\"')"));
        Instant after = machine.instant();
        check.note("Database's clock", database);
        boolean together = !database.isBefore(before.minus(MOST_APART)) && !database.isAfter(after.plus(MOST_APART));
        check.expect("Apart from this machine's", "2 s at most", together ? "2 s at most" : "more", together);
        try (PreparedStatement later =
                connection.prepareStatement("select count(*) from service_record where at > clock_timestamp()")) {
            ResultSet row = later.executeQuery();
            row.next();
            check.expect("Records dated later than now", 0L, row.getLong(1));
        }
        check.note(
                "To check by hand",
                "that this machine's clock is the plant's: against another one, and how it is kept right");
        return check;
    }
}

package dev.wartung.web.record;

import dev.wartung.web.record.RecordRows.Row;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.util.ArrayList;
import java.util.List;

/**
 * Recomputes the chain of the audit trail, and holds what the trail tells of each row against the row as it stands: a
 * row that was changed, added or taken away past the trail is found, whoever did it.
 */
final class AuditCheck {

    /** A row in the trail that is not in its table, a value that is another, a row the trail knows nothing of. */
    private static final String AGAINST_ROWS =
            """
            with told as (select id, row_id, row_key, action, new_values from audit_entry where table_name = '{table}' and row_id is not null),
                 known as (select row_id, max(id) filter (where action in ('insert', 'baseline')) as whole, (array_agg(action order by id desc))[1] as last, (array_agg(row_key order by id desc))[1] as named
                           from told group by row_id),
                 here as (select audit_row(to_jsonb(t), '{key}') as row_id, audited(to_jsonb(t)) as row_values from {table} t),
                 latest as (select distinct on (t.row_id, v.key) t.row_id, v.key, v.value from told t join known k on k.row_id = t.row_id and t.id >= k.whole and k.last <> 'delete'
                            cross join jsonb_each(coalesce(t.new_values, '{}')) v order by t.row_id, v.key, t.id desc)
            select 'is gone' as what, k.named as which, '' as key from known k where k.whole is not null and k.last <> 'delete' and not exists (select from here h where h.row_id = k.row_id)
            union all select 'has another', coalesce(k.named, l.row_id), l.key from latest l join here h on h.row_id = l.row_id join known k on k.row_id = l.row_id
                      where h.row_values -> l.key is distinct from l.value and jsonb_exists(h.row_values, l.key)
            union all select 'was added past the trail', audit_name(h.row_values), '' from here h left join known k on k.row_id = h.row_id where (k.whole is null or k.last = 'delete') and {unknown}""";

    private AuditCheck() {}

    /**
     * What was found.
     *
     * @param entries  how many are linked
     * @param last     hash of the last link
     * @param problems in words; empty if all agrees
     * @param notes    what is worth knowing and no alarm: a clock that was set back
     */
    record Found(long entries, String last, List<String> problems, List<String> notes) {}

    /** Within a transaction, which is not ended here. */
    static Found of(Connection connection) throws SQLException {
        List<String> problems = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        try (Statement statement = connection.createStatement()) {
            statement.execute("set local timezone = 'UTC'");
        }
        long count = 0;
        String last = RecordContent.FIRST;
        try (PreparedStatement statement = connection.prepareStatement(
                """
                select l.seq, l.entry_id, l.at, l.clock_set_back, l.hash,
                       jsonb_build_array(coalesce(lag(l.hash) over (order by l.seq), repeat('0', 64)), l.seq, l.at, e.id, e.at, e.by_name, e.table_name, e.action, e.row_key, e.row_id, e.old_values, e.new_values)::text,
                       lag(l.at) over (order by l.seq)
                from audit_link l left join audit_entry e on e.id = l.entry_id order by l.seq""")) {
            statement.setFetchSize(500);
            try (ResultSet row = statement.executeQuery()) {
                while (row.next()) {
                    count++;
                    String name = "Entry " + row.getLong(2) + " of the audit trail ";
                    if (row.getLong(1) != count) {
                        problems.add(name + "stands where another should: one is missing.");
                        count = row.getLong(1);
                    }
                    last = row.getString(5);
                    if (!RecordContent.hash(row.getString(6)).equals(last)) {
                        problems.add(name + "is not as it was written, or does not follow the one before it.");
                    }
                    Timestamp before = row.getTimestamp(7);
                    if (before != null && row.getTimestamp(3).before(before)) {
                        (row.getBoolean(4) ? notes : problems)
                                .add(name + "was written when the clock stood before the entry before it.");
                    }
                }
            }
        }
        RecordRows rows = new RecordRows(connection);
        Row head = rows.one("select seq, hash from audit_head where id = 1").orElseThrow();
        if (head.number("seq") != count || !head.text("hash").equals(last)) {
            problems.add("The end of the audit trail was entry " + head.number("seq") + " and is entry " + count
                    + ": entries are missing.");
        }
        for (Row loose : rows.all(
                "select e.id from audit_entry e where not exists (select from audit_link l where l.entry_id = e.id) order by e.id")) {
            problems.add("Entry " + loose.number("id") + " of the audit trail was added by hand.");
        }
        problems.addAll(againstRows(rows));
        return new Found(count, last, List.copyOf(problems), List.copyOf(notes));
    }

    private static List<String> againstRows(RecordRows rows) throws SQLException {
        List<String> problems = new ArrayList<>();
        for (String table : Guards.watched()) {
            Row key = rows.one(
                            """
                    select (select array_agg(a.attname::text order by k.i)::text from pg_index x cross join unnest(x.indkey) with ordinality as k(n, i)
                            join pg_attribute a on a.attrelid = x.indrelid and a.attnum = k.n where x.indrelid = ?::regclass and x.indisprimary) as key""",
                            table)
                    .orElseThrow();
            // jobs that had ended when the trail began are in the book of records
            String unknown = table.equals("job") ? "h.row_values ->> 'state' not in ('CLOSED', 'STOPPED')" : "true";
            for (Row found : rows.all(AGAINST_ROWS
                    .replace("{table}", table)
                    .replace("{key}", key.text("key"))
                    .replace("{unknown}", unknown))) {
                problems.add("In " + table.replace('_', ' ') + ", " + found.text("which") + " " + found.text("what")
                        + (found.text("key").isEmpty()
                                ? ""
                                : " " + found.text("key").replace('_', ' '))
                        + (found.text("what").equals("has another") ? " than the audit trail says" : "")
                        + ".");
            }
        }
        return problems;
    }
}

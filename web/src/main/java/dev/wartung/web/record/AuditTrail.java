package dev.wartung.web.record;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Days;
import dev.wartung.web.page.Dates;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.data.jpa.repository.query.EscapeCharacter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Who changed what when, as the database itself wrote it down, in words. */
@Service
class AuditTrail {

    static final int PAGE = 100;

    private final JdbcTemplate jdbc;
    private final JsonMapper json;
    private final Dates dates;

    AuditTrail(JdbcTemplate jdbc, JsonMapper json, Dates dates) {
        this.jdbc = jdbc;
        this.json = json;
        this.dates = dates;
    }

    /**
     * A change, one row of the trail.
     *
     * @param who    by the name people use; the account's beside it
     * @param what   what was changed, in words
     * @param action what was done to it, in words
     * @param key    which one: a tag, a number, a name
     * @param values old and new; empty text for none
     */
    record Line(
            long id,
            Instant at,
            String who,
            String account,
            String what,
            String action,
            String key,
            List<Value> values) {}

    /** A value that changed. */
    record Value(String name, String was, String is) {

        /** In one line: old, and what it is now. */
        public String inOne() {
            return name + ": " + (was.isEmpty() ? is : is.isEmpty() ? was + ", now empty" : was + ", now " + is);
        }
    }

    /**
     * What is asked for; empty text for all.
     *
     * @param who   in the name of whoever changed it, or of their account
     * @param valve a tag: of the valve itself and of what belongs to it
     * @param kind  a table
     * @param q     in who, what and key
     */
    record Asked(String q, String who, String valve, String kind, Optional<LocalDate> from, Optional<LocalDate> to) {

        static Asked of(Map<String, String> typed) {
            return new Asked(
                    typed.getOrDefault("q", "").strip(),
                    typed.getOrDefault("who", "").strip(),
                    typed.getOrDefault("valve", "").strip(),
                    typed.getOrDefault("kind", "").strip(),
                    Days.read(typed.getOrDefault("from", "")),
                    Days.read(typed.getOrDefault("to", "")));
        }
    }

    private record Raw(
            long id,
            Instant at,
            String by,
            String name,
            String table,
            String action,
            String key,
            JsonNode was,
            JsonNode is) {}

    /**
     * Changes, the latest first.
     *
     * @param before only those with a lower id; for the next page
     * @param most   no more than so many
     */
    @Transactional(readOnly = true)
    List<Line> lines(Asked asked, long before, int most, UnitSystem units) {
        StringBuilder where = new StringBuilder("e.id < ? and e.action <> 'baseline'");
        List<Object> values = new ArrayList<>(List.of(before));
        if (!asked.q().isEmpty()) {
            String like = "%" + EscapeCharacter.DEFAULT.escape(asked.q()) + "%";
            where.append(" and (e.by_name ilike ? or replace(e.table_name, '_', ' ') ilike ? or e.row_key ilike ?)");
            values.addAll(List.of(like, like, like));
        }
        if (!asked.who().isEmpty()) {
            String like = "%" + EscapeCharacter.DEFAULT.escape(asked.who()) + "%";
            where.append(" and (e.by_name ilike ? or a.name ilike ?)");
            values.addAll(List.of(like, like));
        }
        if (!asked.kind().isEmpty()) {
            where.append(" and e.table_name = ?");
            values.add(asked.kind());
        }
        if (!asked.valve().isEmpty()) {
            List<Long> id = jdbc.queryForList(
                    "select id from valve where lower(tag) = lower(?) union select valve_id from former_tag where lower(tag) = lower(?)",
                    Long.class,
                    asked.valve(),
                    asked.valve());
            if (id.isEmpty()) {
                return List.of();
            }
            where.append(
                    """
                     and (e.table_name = 'valve' and (e.row_id = ? or lower(e.row_key) = lower(?)) or coalesce(e.new_values, e.old_values) ->> 'valve_id' = ?
                          or e.table_name = 'job' and e.row_key in (select number::text from job where valve_id = ?)
                          or e.table_name = 'change_request' and e.row_key in (select number::text from change_request where valve_id = ?)
                          or e.table_name = 'recheck' and e.row_id in (select id::text from recheck where valve_id = ?))""");
            String key = String.valueOf(id.get(0));
            values.addAll(List.of(key, asked.valve(), key, id.get(0), id.get(0), id.get(0)));
        }
        ZoneId zone = ZoneId.of(dates.zone());
        asked.from().ifPresent(day -> {
            where.append(" and e.at >= ?");
            values.add(Timestamp.from(day.atStartOfDay(zone).toInstant()));
        });
        asked.to().ifPresent(day -> {
            where.append(" and e.at < ?");
            values.add(Timestamp.from(day.plusDays(1).atStartOfDay(zone).toInstant()));
        });
        values.add(most);
        List<Raw> found = jdbc.query(
                "select e.id, e.at, e.by_name, coalesce(a.name, e.by_name), e.table_name, e.action, e.row_key, e.old_values, e.new_values from audit_entry e left join account a on a.username = e.by_name where "
                        + where + " order by e.id desc limit ?",
                (row, i) -> new Raw(
                        row.getLong(1),
                        row.getTimestamp(2).toInstant(),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6),
                        row.getString(7),
                        read(row.getString(8)),
                        read(row.getString(9))),
                values.toArray());
        AuditWords words = new AuditWords(
                found.stream().flatMap(r -> Stream.of(r.was(), r.is())).toList(), units, dates, jdbc);
        return found.stream()
                .map(r -> new Line(
                        r.id(),
                        r.at(),
                        r.name(),
                        r.by(),
                        AuditWords.table(r.table()),
                        AuditWords.action(r.action()),
                        r.key(),
                        words.values(r.was(), r.is())))
                .toList();
    }

    private JsonNode read(String stored) {
        return stored == null ? json.createObjectNode() : json.readTree(stored);
    }

    /** What can be asked for, by what it is called. */
    static Map<String, String> kinds() {
        return AuditWords.kinds(
                Stream.concat(Guards.watched().stream(), Stream.of("shutdown_window", "log-in", "backup"))
                        .toList());
    }
}

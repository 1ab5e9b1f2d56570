package dev.wartung.web.record;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.data.jpa.repository.query.EscapeCharacter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Who did what when, with old and new values, as the database wrote it down. */
@Service
class AuditTrail {

    private static final int PAGE = 100;
    /** Kept as a digest, to be compared and not to be read. */
    private static final String PASSWORD = "password";

    private final JdbcTemplate jdbc;
    private final JsonMapper json;

    AuditTrail(JdbcTemplate jdbc, JsonMapper json) {
        this.jdbc = jdbc;
        this.json = json;
    }

    /**
     * A change.
     *
     * @param what   the table, in words
     * @param key    what was changed: a tag, a number, a name
     * @param values old and new by column; empty text for none
     */
    record Line(long id, Instant at, String by, String what, String action, String key, List<Value> values) {}

    /** A value that changed. */
    record Value(String name, String was, String is) {}

    /**
     * Changes, the latest first.
     *
     * @param search in who, what and key; empty for all
     * @param before only those with a lower id; for the next page
     */
    @Transactional(readOnly = true)
    List<Line> lines(String search, long before) {
        String like = "%" + EscapeCharacter.DEFAULT.escape(search.strip()) + "%";
        return jdbc.query(
                """
                select id, at, by_name, table_name, action, row_key, old_values, new_values from audit_entry
                where id < ? and action <> 'baseline' and (? = '%%' or by_name ilike ? or table_name ilike ? or row_key ilike ?) order by id desc limit ?""",
                this::line, before, like, like, like, like, PAGE);
    }

    private Line line(ResultSet row, int i) throws SQLException {
        Map<String, String> was = values(row.getString(7));
        Map<String, String> is = values(row.getString(8));
        Map<String, String> names = new LinkedHashMap<>(was);
        names.putAll(is);
        List<Value> values = new ArrayList<>();
        names.keySet().stream()
                .filter(n -> !n.equals("id"))
                .sorted()
                .forEach(n -> values.add(
                        n.equals(PASSWORD)
                                ? new Value(n, "", "another")
                                : new Value(n.replace('_', ' '), was.getOrDefault(n, ""), is.getOrDefault(n, ""))));
        String action =
                switch (row.getString(5)) {
                    case "insert" -> "added";
                    case "delete" -> "taken away";
                    case "restore" -> "put in place of what was there";
                    case "in" -> "came in";
                    case "failed" -> "wrong password";
                    default -> "changed";
                };
        return new Line(
                row.getLong(1),
                row.getTimestamp(2).toInstant(),
                row.getString(3),
                row.getString(4).replace('_', ' '),
                action,
                row.getString(6),
                values);
    }

    private Map<String, String> values(String stored) {
        Map<String, String> values = new LinkedHashMap<>();
        if (stored != null) {
            for (Map.Entry<String, JsonNode> field : json.readTree(stored).properties()) {
                if (!field.getValue().isNull()) {
                    String text = field.getValue().isObject()
                            ? field.getValue().properties().stream()
                                    .map(e -> e.getKey() + "=" + written(e.getValue()))
                                    .collect(Collectors.joining(";"))
                            : written(field.getValue());
                    values.put(field.getKey(), text.length() > 200 ? text.substring(0, 200) + " …" : text);
                }
            }
        }
        return values;
    }

    /** A text as it is, anything else as it is stored. */
    private static String written(JsonNode value) {
        return value.isString() ? value.asString() : value.toString();
    }
}

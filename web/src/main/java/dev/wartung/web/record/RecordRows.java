package dev.wartung.web.record;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import tools.jackson.databind.node.ObjectNode;

/**
 * Reads rows as they stand in the database, without the application's entities: whoever verifies trusts nothing but the
 * rows.
 */
final class RecordRows {

    private final Connection connection;

    RecordRows(Connection connection) {
        this.connection = connection;
    }

    /** A row by column. Moments are UTC, to the microsecond the database keeps. */
    record Row(Map<String, Object> columns) {

        String text(String column) {
            Object value = columns.get(column);
            return value == null
                    ? ""
                    : value instanceof Timestamp at ? at.toInstant().toString() : value.toString();
        }

        long number(String column) {
            return ((Number) Objects.requireNonNull(columns.get(column), column)).longValue();
        }

        boolean is(String column) {
            return Boolean.TRUE.equals(columns.get(column));
        }

        ObjectNode put(ObjectNode into, String... names) {
            for (String name : names) {
                Object value = columns.get(name);
                if (value instanceof Number number) {
                    into.put(name, number.longValue());
                } else if (value != null) {
                    into.put(name, text(name));
                }
            }
            return into;
        }
    }

    Optional<Row> one(String sql, Object... arguments) throws SQLException {
        return all(sql, arguments).stream().findFirst();
    }

    List<Row> all(String sql, Object... arguments) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            for (int i = 0; i < arguments.length; i++) {
                statement.setObject(i + 1, arguments[i]);
            }
            List<Row> rows = new ArrayList<>();
            try (ResultSet result = statement.executeQuery()) {
                while (result.next()) {
                    Map<String, Object> columns = new LinkedHashMap<>();
                    for (int c = 1; c <= result.getMetaData().getColumnCount(); c++) {
                        columns.put(result.getMetaData().getColumnLabel(c), result.getObject(c));
                    }
                    rows.add(new Row(columns));
                }
            }
            return rows;
        }
    }
}

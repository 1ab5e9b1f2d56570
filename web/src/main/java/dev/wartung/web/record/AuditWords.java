package dev.wartung.web.record;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.page.Dates;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/**
 * Says a row's old and new values as people do: days, units and names instead of what is stored. Names are asked for
 * once for all lines that are told together.
 */
final class AuditWords {

    private static final int LONGEST = 200;
    private static final Pattern MOMENT = Pattern.compile("\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d.*");
    private static final Pattern DAY = Pattern.compile("\\d{4}-\\d\\d-\\d\\d");
    private static final Pattern STATE = Pattern.compile("[A-Z]+(_[A-Z]+)*");
    /** Columns that hold one of a few states or kinds. */
    private static final Set<String> STATES = Set.of(
            "state",
            "kind",
            "role",
            "item",
            "outcome",
            "stands",
            "verdict",
            "due_by",
            "after_event",
            "dimension",
            "units");

    /** Columns that name a person. */
    private static final Pattern PERSON = Pattern.compile("(.*_)?by_id|account_id|holder_id");

    private static final String VALVE = "valve_id";
    private static final String LOT = "lot_id";
    private static final String TOOL = "tool_id";

    private static final Map<String, String> TABLES = Map.ofEntries(
            Map.entry("account", "person"),
            Map.entry("account_role", "role of a person"),
            Map.entry("area_rule", "what an area asks of greases"),
            Map.entry("backup", "backup"),
            Map.entry("change_item", "point of a change of fail position"),
            Map.entry("change_request", "change of fail position"),
            Map.entry("grease_tin", "tin of grease"),
            Map.entry("handheld", "device jobs are taken along on"),
            Map.entry("grease_use", "grease used"),
            Map.entry("kept_apart", "entry made without network"),
            Map.entry("joint_look", "look at a joint"),
            Map.entry("bench_note", "note from the bench"),
            Map.entry("line_drawing", "line as it runs"),
            Map.entry("line_use", "what a line is used for"),
            Map.entry("line_event", "cleaning or sterilisation of a line"),
            Map.entry("log-in", "password"),
            Map.entry("old_seal", "old seal"),
            Map.entry("own_family", "family of the plant's own"),
            Map.entry("own_type", "type of the plant's own"),
            Map.entry("plant_time", "time zone of the plant"),
            Map.entry("proving_run", "proving run"),
            Map.entry("reading_rule", "how readings are held to their limits"),
            Map.entry("recheck", "re-check"),
            Map.entry("record_change", "change of a valve's record"),
            Map.entry("service_rule", "interval"),
            Map.entry("shutdown_window", "shutdown"),
            Map.entry("site_answer", "way of working"),
            Map.entry("site_tool", "tool the site has"),
            Map.entry("stock_move", "pieces in and out"),
            Map.entry("type_in_force", "version of a type that came into force"),
            Map.entry("type_version", "type of the plant's own, approved"),
            Map.entry("type_withdrawn", "type given to no new valve"),
            Map.entry("tool_use", "use of a measuring tool"));

    private final UnitSystem units;
    private final Dates dates;
    private final Map<String, String> people;
    private final Map<String, String> valves;
    private final Map<String, String> lots;
    private final Map<String, String> tools;
    /** How columns are called: a few, said in thousands of lines. */
    private final Map<String, String> columns = new HashMap<>();

    /** @param told old and new values of every line, which name the rows they are about */
    AuditWords(List<JsonNode> told, UnitSystem units, Dates dates, JdbcTemplate jdbc) {
        this.units = units;
        this.dates = dates;
        this.people = named("select id, name from account where id = any (?)", told, PERSON, jdbc);
        this.valves = named("select id, tag from valve where id = any (?)", told, Pattern.compile(VALVE), jdbc);
        this.lots = named(
                "select id, item || ', lot ' || lot from lot where id = any (?)", told, Pattern.compile(LOT), jdbc);
        this.tools =
                named("select id, number from measuring_tool where id = any (?)", told, Pattern.compile(TOOL), jdbc);
    }

    private static Map<String, String> named(String sql, List<JsonNode> told, Pattern columns, JdbcTemplate jdbc) {
        Set<Long> ids = new TreeSet<>();
        told.forEach(values -> values.properties().forEach(field -> {
            if (field.getValue().isNumber() && columns.matcher(field.getKey()).matches()) {
                ids.add(field.getValue().asLong());
            }
        }));
        Map<String, String> names = new HashMap<>();
        if (!ids.isEmpty()) {
            jdbc.query(
                    sql,
                    row -> {
                        names.put(row.getString(1), row.getString(2));
                    },
                    (Object) ids.toArray(Long[]::new));
        }
        return names;
    }

    /** What a table's rows are. */
    static String table(String name) {
        return TABLES.getOrDefault(name, name.replace('_', ' '));
    }

    /** Tables there are words for, and what they are called; for a choice. */
    static Map<String, String> kinds(List<String> tables) {
        return tables.stream().collect(Collectors.toMap(AuditWords::table, t -> t, (a, b) -> a, TreeMap::new));
    }

    static String action(String stored) {
        return switch (stored) {
            case "insert" -> "added";
            case "delete" -> "taken away";
            case "restore" -> "put in the place of what was there";
            case "in" -> "accepted";
            case "failed" -> "wrong";
            default -> "changed";
        };
    }

    /** Every value that differs, or all of a row that came or went; named, and said in words. */
    List<AuditTrail.Value> values(JsonNode was, JsonNode is) {
        Map<String, String> old = said(was);
        Map<String, String> now = said(is);
        Set<String> names = new TreeSet<>(old.keySet());
        names.addAll(now.keySet());
        return names.stream()
                .map(n -> new AuditTrail.Value(n, old.getOrDefault(n, ""), now.getOrDefault(n, "")))
                .filter(v -> !v.was().equals(v.is()))
                .toList();
    }

    private Map<String, String> said(JsonNode values) {
        Map<String, String> said = new LinkedHashMap<>();
        for (Map.Entry<String, JsonNode> field : values.properties()) {
            if (!field.getKey().equals("id")) {
                put(said, field.getKey(), field.getKey(), field.getValue(), values);
            }
        }
        return said;
    }

    private void put(Map<String, String> said, String name, String column, JsonNode value, JsonNode row) {
        if (value.isObject()) {
            value.properties()
                    .forEach(inner -> put(said, name + ": " + inner.getKey(), inner.getKey(), inner.getValue(), row));
        } else if (value.isArray() && value.values().stream().anyMatch(JsonNode::isContainer)) {
            int i = 0;
            for (JsonNode inner : value) {
                put(said, name + " " + ++i, column, inner, row);
            }
        } else {
            String text = value.isArray()
                    ? value.values().stream().map(v -> word(column, v, row)).collect(Collectors.joining(", "))
                    : word(column, value, row);
            if (!text.isEmpty()) {
                said.put(name(name), text.length() > LONGEST ? text.substring(0, LONGEST) + " …" : text);
            }
        }
    }

    private String name(String column) {
        return columns.computeIfAbsent(column, AuditWords::called);
    }

    /** A column as it is called: without what only the database needs. */
    private static String called(String column) {
        String plain = column.replaceAll("_(id|pa|k|si|m3)\\b", "")
                .replaceAll("[_-]", " ")
                .replaceAll("([a-z])([A-Z])", "$1 $2")
                .toLowerCase(Locale.ROOT);
        return plain.equals("is") ? "new" : plain;
    }

    private String word(String column, JsonNode value, JsonNode row) {
        if (value.isNull() || value.isMissingNode()) {
            return "";
        }
        if (value.isBoolean()) {
            return value.asBoolean() ? "yes" : "no";
        }
        if (column.equals("password")) {
            // kept as a digest, to be compared and not to be read: the same one is told nowhere
            return "another, " + value.asString().substring(0, 4);
        }
        if (value.isNumber()) {
            return number(column, value, row);
        }
        String text = value.asString();
        if (MOMENT.matcher(text).matches()) {
            return dates.moment(OffsetDateTime.parse(text).toInstant());
        }
        if (DAY.matcher(text).matches()) {
            return dates.day(LocalDate.parse(text));
        }
        return STATES.contains(column) && STATE.matcher(text).matches()
                ? text.toLowerCase(Locale.ROOT).replace('_', ' ')
                : text;
    }

    private String number(String column, JsonNode value, JsonNode row) {
        String id = value.asString();
        if (PERSON.matcher(column).matches()) {
            return people.getOrDefault(id, id);
        }
        String named =
                switch (column) {
                    case VALVE -> valves.getOrDefault(id, id);
                    case LOT -> lots.getOrDefault(id, id);
                    case TOOL -> tools.getOrDefault(id, id);
                    default -> "";
                };
        if (!named.isEmpty()) {
            return named;
        }
        if (column.equals("gauge_pa")) {
            // how well a gauge reads is far below what it reads
            return new Quantity(value.asDouble(), Dimension.PRESSURE).shownIn(units.counterpart(Unit.MILLIBAR));
        }
        if (column.equals("share") || column.endsWith("_share")) {
            return Quantity.rounded(value.asDouble() * 100, 1) + " %";
        }
        if (column.endsWith("_pa")) {
            return units.shown(new Quantity(value.asDouble(), Dimension.PRESSURE));
        }
        if (column.endsWith("_k")) {
            return units.shown(new Quantity(value.asDouble(), Dimension.TEMPERATURE));
        }
        if (column.endsWith("_m3")) {
            return units.shown(new Quantity(value.asDouble(), Dimension.VOLUME));
        }
        String dimension = row.path("dimension").asString("");
        if (column.equals("value_si")
                && Arrays.stream(Dimension.values()).anyMatch(d -> d.name().equals(dimension))) {
            return units.shown(new Quantity(value.asDouble(), Dimension.valueOf(dimension)));
        }
        return id;
    }
}

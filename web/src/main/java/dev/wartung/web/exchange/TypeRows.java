package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.exchange.Table.Row;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Type sheets as rows: one for each value, under its place in the sheet ({@code /seat/seat-diameter},
 * {@code /kits/0/contains/3}). Text stands as it is; a text that could be taken for
 * something else stands in double quotes. Sheets that come with Wartung are given out with the others and passed over
 * when they come back unchanged.
 */
@Component
class TypeRows {

    private static final Pattern NO_TEXT =
            Pattern.compile("-?\\d+(\\.\\d+)?([eE][+-]?\\d+)?|true|false|null|\\{}|\\[]|\".*", Pattern.DOTALL);
    private static final int DEEPEST = 12;
    private static final int LONGEST_LIST = 2000;

    private final Sheets sheets;
    private final MadeSo made;
    private final CurrentAccount current;
    private final Clock clock;
    private final JsonMapper json;

    TypeRows(Sheets sheets, MadeSo made, CurrentAccount current, Clock clock, JsonMapper json) {
        this.sheets = sheets;
        this.made = made;
        this.current = current;
        this.clock = clock;
        this.json = json;
    }

    List<List<String>> written() {
        List<List<String>> rows = new ArrayList<>();
        sheets.types().forEach(type -> write(type.id(), "", tree(type.id()), rows));
        return rows;
    }

    private void write(String type, String place, JsonNode node, List<List<String>> rows) {
        if (node.isContainer() && !node.isEmpty()) {
            if (node.isArray()) {
                for (int i = 0; i < node.size(); i++) {
                    write(type, place + "/" + i, node.get(i), rows);
                }
            } else {
                node.properties()
                        .forEach(field -> write(
                                type,
                                place + "/" + field.getKey().replace("~", "~0").replace("/", "~1"),
                                field.getValue(),
                                rows));
            }
        } else {
            boolean plain = node.isString() && !NO_TEXT.matcher(node.asString()).matches();
            rows.add(List.of(type, place, plain ? node.asString() : json.writeValueAsString(node)));
        }
    }

    /** The site's own sheets, for the file of a whole site. */
    ArrayNode own() {
        ArrayNode own = json.createArrayNode();
        sheets.types().stream().filter(t -> !sheets.isShipped(t.id())).forEach(t -> own.add(tree(t.id())));
        return own;
    }

    private JsonNode tree(String typeId) {
        return json.readTree(sheets.typeJson(typeId));
    }

    /** What is wrong with a place. */
    private static final class BadPlace extends Exception {
        BadPlace(String message) {
            super(message);
        }
    }

    Read check(List<Row> rows) {
        List<Problem> problems = new ArrayList<>();
        Map<String, ObjectNode> trees = new LinkedHashMap<>();
        Map<String, Map<String, Integer>> places = new LinkedHashMap<>();
        for (Row row : rows) {
            Reading reading = new Reading(row, problems);
            String type = reading.text("type", 60);
            String place = reading.text("place", 300);
            if (!reading.fine()) {
                continue;
            }
            if (places.computeIfAbsent(type, t -> new LinkedHashMap<>()).putIfAbsent(place, row.number()) != null) {
                reading.problem("place", "stands twice");
                continue;
            }
            try {
                put(trees.computeIfAbsent(type, t -> json.createObjectNode()), place, value(row.cell("value")));
            } catch (BadPlace e) {
                reading.problem("place", String.valueOf(e.getMessage()));
            }
        }
        return problems.isEmpty()
                ? check(trees, (type, at) -> rowOf(places.getOrDefault(type, Map.of()), at))
                : new Read(List.of(), 0, problems);
    }

    private JsonNode value(String cell) {
        if (NO_TEXT.matcher(cell).matches()) {
            try {
                return json.readTree(cell);
            } catch (JacksonException e) {
                return json.getNodeFactory().stringNode(cell);
            }
        }
        return json.getNodeFactory().stringNode(cell);
    }

    private void put(ObjectNode root, String place, JsonNode value) throws BadPlace {
        String[] keys = place.split("/", -1);
        if (keys.length < 2 || !keys[0].isEmpty() || keys.length > DEEPEST) {
            throw new BadPlace("is no place in a sheet; write it as /seat/seat-diameter");
        }
        JsonNode at = root;
        for (int i = 1; i < keys.length; i++) {
            String key = keys[i].replace("~1", "/").replace("~0", "~");
            JsonNode next = i == keys.length - 1
                    ? value
                    : keys[i + 1].matches("\\d{1,4}") ? json.createArrayNode() : json.createObjectNode();
            at = into(at, key, next, i == keys.length - 1);
        }
    }

    private static JsonNode into(JsonNode at, String key, JsonNode next, boolean last) throws BadPlace {
        if (at instanceof ArrayNode list) {
            int index = key.matches("\\d{1,4}") ? Integer.parseInt(key) : -1;
            if (index < 0 || index > list.size() || index > LONGEST_LIST) {
                throw new BadPlace("does not follow on the entry before it");
            }
            if (index == list.size()) {
                list.add(next);
            }
            return list.get(index);
        }
        if (!(at instanceof ObjectNode object)) {
            throw new BadPlace("lies under a place that holds a value already");
        }
        if (!object.has(key)) {
            object.set(key, next);
        } else if (last) {
            throw new BadPlace("holds other places already");
        }
        return object.get(key);
    }

    /** The row a problem is about: the longest place that begins it, or the first of the sheet. */
    private static int rowOf(Map<String, Integer> places, String at) {
        for (String place = at; !place.isEmpty(); place = place.substring(0, Math.max(0, place.lastIndexOf('/')))) {
            String begun = place;
            Optional<Integer> row = places.entrySet().stream()
                    .filter(e -> e.getKey().equals(begun) || e.getKey().startsWith(begun + "/"))
                    .map(Map.Entry::getValue)
                    .findFirst();
            if (row.isPresent()) {
                return row.get();
            }
        }
        return places.values().stream().findFirst().orElse(0);
    }

    /** Sheets of the file of a whole site, counted from 1. */
    Read checkSheets(JsonNode list) {
        Map<String, ObjectNode> trees = new LinkedHashMap<>();
        Map<String, Integer> rows = new LinkedHashMap<>();
        List<Problem> problems = new ArrayList<>();
        int number = 0;
        for (JsonNode sheet : list.values()) {
            number++;
            String id = sheet.path("type").asString("");
            if (!(sheet instanceof ObjectNode object) || id.isEmpty() || trees.putIfAbsent(id, object) != null) {
                problems.add(new Problem(number, "type", id.isEmpty() ? "is no type sheet" : "stands twice"));
            }
            rows.putIfAbsent(id, number);
        }
        return problems.isEmpty()
                ? check(trees, (type, at) -> rows.getOrDefault(type, 0))
                : new Read(List.of(), 0, problems);
    }

    private interface Rows {
        int of(String type, String place);
    }

    /**
     * What was read.
     *
     * @param sheets new or changed, with the text to keep
     * @param changed how many of them are in use already
     */
    record Read(List<Kept> sheets, int changed, List<Problem> problems) {
        record Kept(TypeSheet sheet, String text) {}
    }

    private Read check(Map<String, ObjectNode> trees, Rows rows) {
        List<Problem> problems = new ArrayList<>();
        List<Read.Kept> read = new ArrayList<>();
        int changed = 0;
        for (Map.Entry<String, ObjectNode> entry : trees.entrySet()) {
            String id = entry.getKey();
            Optional<JsonNode> known = sheets.typeText(id).map(text -> tree(id));
            if (known.filter(entry.getValue()::equals).isPresent()) {
                continue;
            }
            if (sheets.isShipped(id)) {
                problems.add(new Problem(
                        rows.of(id, ""), "type", "“" + id + "” comes with Wartung; give yours another name"));
            } else if (!id.equals(entry.getValue().path("type").asString(""))) {
                problems.add(new Problem(rows.of(id, "/type"), "type", "is not what the sheet calls itself at /type"));
            } else {
                String text = json.writerWithDefaultPrettyPrinter().writeValueAsString(entry.getValue());
                SheetResult<TypeSheet> result = sheets.readType(text);
                if (result instanceof SheetResult.Refused<TypeSheet> refused) {
                    refused.problems()
                            .forEach(p -> problems.add(
                                    new Problem(rows.of(id, p.place()), id + " " + p.place(), p.reason())));
                } else if (result instanceof SheetResult.Accepted<TypeSheet> accepted) {
                    made.problems(accepted.sheet(), sheets.anatomyOf(accepted.sheet()))
                            .forEach(p -> problems.add(new Problem(rows.of(id, ""), p.column(), p.reason())));
                    read.add(new Read.Kept(accepted.sheet(), text));
                    changed += known.isPresent() ? 1 : 0;
                }
            }
        }
        return new Read(read, changed, problems);
    }

    Checked checked(Read read) {
        return new Checked(read.sheets().size() - read.changed(), read.changed(), read.problems(), progress -> {
            int done = 0;
            for (Read.Kept kept : read.sheets()) {
                sheets.keepOwn(kept.sheet().id(), kept.text(), current.get().id(), clock.instant());
                progress.at(++done);
            }
        });
    }
}

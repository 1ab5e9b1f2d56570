package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.text.PlainText;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.exchange.Table.Row;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A whole site as JSON: its own type sheets, and the rows of its valves, lots and cycle counts under their names, each
 * cell a string.
 */
@Component
class SiteFile {

    private static final String FORMAT = "wartung-site-1";
    private static final String TYPES = "types";
    private static final String FAMILIES = "families";

    private final ValveRows valves;
    private final LotRows lots;
    private final CycleRows cycles;
    private final TypeRows types;
    private final FamilyFile families;
    private final JsonMapper json;

    SiteFile(ValveRows valves, LotRows lots, CycleRows cycles, TypeRows types, FamilyFile families, JsonMapper json) {
        this.valves = valves;
        this.lots = lots;
        this.cycles = cycles;
        this.types = types;
        this.families = families;
        this.json = json;
    }

    String written() {
        ObjectNode site = json.createObjectNode().put("format", FORMAT);
        ArrayNode own = families.own();
        if (!own.isEmpty()) {
            site.set(FAMILIES, own);
        }
        site.set(TYPES, types.own());
        put(site, Kind.VALVES, valves.written());
        put(site, Kind.LOTS, lots.written());
        put(site, Kind.CYCLES, cycles.written());
        return json.writerWithDefaultPrettyPrinter().writeValueAsString(site);
    }

    private static void put(ObjectNode site, Kind kind, List<List<String>> rows) {
        ArrayNode array = site.putArray(kind.path());
        for (List<String> row : rows) {
            ObjectNode object = array.addObject();
            for (int i = 0; i < row.size(); i++) {
                if (!row.get(i).isEmpty()) {
                    object.put(kind.columns().get(i), row.get(i));
                }
            }
        }
    }

    /**
     * What it would do. Rows of an array are counted from 1. Its families are put in place, since types and valves are
     * looked at with them: within a transaction that is rolled back.
     */
    Checked check(String text) {
        List<Problem> problems = new ArrayList<>();
        JsonNode site;
        try {
            site = json.readTree(text);
        } catch (JacksonException e) {
            return broken("The file is no JSON: "
                    + e.getOriginalMessage().lines().findFirst().orElse(""));
        }
        if (!site.isObject() || !FORMAT.equals(site.path("format").asString(""))) {
            return broken("The file does not say that it is a site (\"format\": \"" + FORMAT + "\").");
        }
        site.propertyNames().stream()
                .filter(n -> !Set.of("format", FAMILIES, TYPES, "valves", "lots", "cycles")
                        .contains(n))
                .forEach(n -> problems.add(new Problem(
                        0, n.substring(0, Math.min(60, n.length())), "is nothing this version knows; leave it out")));
        if (!site.path(TYPES).isMissingNode() && !site.path(TYPES).isArray()) {
            problems.add(new Problem(0, TYPES, "is not a list"));
        }
        if (!site.path(FAMILIES).isMissingNode() && !site.path(FAMILIES).isArray()) {
            problems.add(new Problem(0, FAMILIES, "is not a list"));
        }
        List<Checked> comingFamilies = families.check(site.path(FAMILIES), site.path(TYPES));
        comingFamilies.forEach(f ->
                f.problems().forEach(p -> problems.add(new Problem(p.row(), FAMILIES + "." + p.column(), p.reason()))));
        if (!problems.isEmpty()) {
            return new Checked(0, 0, problems, progress -> {});
        }
        comingFamilies.forEach(f -> f.apply().apply(rows -> {}));
        TypeRows.Read own = types.checkSheets(site.path(TYPES));
        List<TypeSheet> comingTypes =
                own.sheets().stream().map(TypeRows.Read.Kept::sheet).toList();
        List<Row> valveRows = rows(site, Kind.VALVES, problems);
        Set<String> coming = valveRows.stream()
                .map(r -> r.cell("tag").toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        List<Checked> parts = List.of(
                types.checked(own),
                valves.check(valveRows, comingTypes),
                lots.check(rows(site, Kind.LOTS, problems), comingTypes),
                cycles.check(rows(site, Kind.CYCLES, problems), coming));
        List<Kind> kinds = List.of(Kind.TYPES, Kind.VALVES, Kind.LOTS, Kind.CYCLES);
        for (int i = 0; i < parts.size(); i++) {
            String name = kinds.get(i).path();
            parts.get(i)
                    .problems()
                    .forEach(p -> problems.add(new Problem(p.row(), name + "." + p.column(), p.reason())));
        }
        return new Checked(
                parts.stream().mapToInt(Checked::fresh).sum(),
                parts.stream().mapToInt(Checked::changed).sum(),
                problems,
                progress -> {
                    comingFamilies.forEach(f -> f.apply().apply(rows -> {}));
                    int before = 0;
                    for (Checked part : parts) {
                        int base = before;
                        part.apply().apply(rows -> progress.at(base + rows));
                        before += part.total();
                    }
                });
    }

    private static Checked broken(String reason) {
        return new Checked(0, 0, List.of(new Problem(0, "", reason)), progress -> {});
    }

    private static List<Row> rows(JsonNode site, Kind kind, List<Problem> problems) {
        List<Row> rows = new ArrayList<>();
        JsonNode array = site.path(kind.path());
        if (!array.isMissingNode() && !array.isArray()) {
            problems.add(new Problem(0, kind.path(), "is not a list"));
            return rows;
        }
        for (JsonNode object : array.values()) {
            int number = rows.size() + 1;
            Map<String, String> cells = new LinkedHashMap<>();
            if (!object.isObject()) {
                problems.add(new Problem(number, kind.path(), "is not an object"));
            }
            object.properties().forEach(field -> {
                if (!kind.columns().contains(field.getKey())
                        || !field.getValue().isString()) {
                    problems.add(new Problem(
                            number,
                            kind.path() + "."
                                    + field.getKey()
                                            .substring(
                                                    0,
                                                    Math.min(60, field.getKey().length())),
                            kind.columns().contains(field.getKey()) ? "is not a string" : "is no column"));
                } else {
                    cells.put(field.getKey(), field.getValue().asString());
                    PlainText.trouble(field.getValue().asString())
                            .ifPresent(holds -> problems.add(
                                    new Problem(number, kind.path() + "." + field.getKey(), "holds " + holds)));
                }
            });
            rows.add(new Row(number, cells));
        }
        return rows;
    }
}

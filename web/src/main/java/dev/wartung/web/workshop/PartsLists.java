package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.workshop.PartSuggestion;
import dev.wartung.core.workshop.PartSuggestion.Ring;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.SheetDraft.Stated;
import dev.wartung.web.exchange.ListMatches;
import dev.wartung.web.exchange.PastedTable;
import dev.wartung.web.workshop.PastedList.Column;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Kits and single parts, read from a pasted list: each line is a part of the valve. */
@Service
class PartsLists {

    private static final String COLUMNS = "parts-list column";
    private static final String WORDS = "part of ";
    private static final String ARTICLES = "articles";
    private static final String KITS = "kits";
    private static final int LONGEST = 60;

    private final Workshop workshop;
    private final ListMatches matches;

    PartsLists(Workshop workshop, ListMatches matches) {
        this.workshop = workshop;
        this.matches = matches;
    }

    /**
     * What was pasted, as it is understood so far.
     *
     * @param columns what each column is
     * @param parts   which part each line means; empty where nobody has said
     */
    record Understood(PastedTable list, List<Column> columns, List<String> parts) {

        String cell(int row, Column what) {
            int at = columns.indexOf(what);
            return at < 0 ? "" : list.rows().get(row).get(at);
        }

        /** The name of a line's answer in the form: of what the line says, so that it is never taken for another's. */
        public String field(int row) {
            return "part." + (list.firstRow() + row) + "." + cell(row, Column.NAME);
        }
    }

    /**
     * Reads a list: what was answered counts, then what was answered for another list, then what the words suggest.
     *
     * @param typed the text, and what was said of columns and lines already
     */
    Optional<Understood> understand(AnatomySheet family, SheetDraft sheet, Map<String, String> typed) {
        ListMatches.Known headings = matches.known(COLUMNS);
        return PastedTable.read(
                        typed,
                        PastedList.MOST_ROWS,
                        h -> PastedList.guess(h) != Column.NOTHING
                                || headings.of(h).isPresent())
                .map(list -> understand(list, family, sheet, typed, headings));
    }

    private Understood understand(
            PastedTable list,
            AnatomySheet family,
            SheetDraft sheet,
            Map<String, String> typed,
            ListMatches.Known headings) {
        List<Column> columns = list.columns(typed, headings, Column.NOTHING, PastedList::guess);
        Understood soFar = new Understood(list, columns, List.of());
        ListMatches.Known words = matches.known(WORDS + family.id());
        Map<String, Ring> rings = rings(family, sheet);
        List<String> parts = new ArrayList<>();
        for (int row = 0; row < list.rows().size(); row++) {
            String name = soFar.cell(row, Column.NAME);
            // a size may stand in a column of its own
            String line = name + " " + String.join(" ; ", list.rows().get(row));
            parts.add(Optional.ofNullable(typed.get(soFar.field(row)))
                    .or(() -> words.of(name))
                    .or(() -> PartSuggestion.of(name, line, named(family).values(), rings)
                            .map(Part::id))
                    .filter(id -> named(family).containsKey(id))
                    .orElse(""));
        }
        return new Understood(list, columns, parts);
    }

    /** Sizes of rings that were filled in. */
    private static Map<String, Ring> rings(AnatomySheet family, SheetDraft sheet) {
        Map<String, Ring> rings = new LinkedHashMap<>();
        for (String part : named(family).keySet()) {
            Optional<Double> inside = millimetres(sheet, "surfaces/" + part + "/inside");
            Optional<Double> cord = millimetres(sheet, "surfaces/" + part + "/cord");
            if (inside.isPresent() && cord.isPresent()) {
                rings.put(part, new Ring(inside.get(), cord.get()));
            }
        }
        return rings;
    }

    private static Optional<Double> millimetres(SheetDraft sheet, String place) {
        return sheet.number(place)
                .filter(Stated.One.class::isInstance)
                .flatMap(s -> Quantity.stated(((Stated.One) s).text()))
                .filter(q -> q.dimension() == Dimension.LENGTH)
                .map(q -> q.in(Unit.MILLIMETRE));
    }

    /** Parts that can be ordered, each once. */
    static Map<String, Part> named(AnatomySheet family) {
        return family.build().parts().stream()
                .filter(p -> !p.kind().equals("fixed") && !p.kind().equals("assembly"))
                .collect(Collectors.toMap(Part::id, p -> p, (a, b) -> a, LinkedHashMap::new));
    }

    /**
     * Takes a list in: its numbers, and what is packed together where a kit's number is given.
     *
     * @param typed the text, columns, lines, for which valves (only: option=value), and kit's number and name
     * @return what is wrong, by field; empty where it is in
     */
    @Transactional
    Map<String, String> takeIn(String typeId, AnatomySheet family, SheetDraft sheet, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        Optional<Understood> read = understand(family, sheet, typed);
        if (read.isEmpty()) {
            troubles.put("text", "Paste the lines of the list, with a column for the number and one for what it is.");
            return troubles;
        }
        Understood list = read.get();
        if (list.list().more()) {
            troubles.put(
                    "text",
                    "Longer than a parts list is: " + PastedList.MOST_ROWS + " lines at most. Paste the kit's own.");
        }
        for (int row = 0; row < list.parts().size(); row++) {
            if (list.cell(row, Column.NUMBER).length() > LONGEST) {
                troubles.put("text", "The number of line " + (row + 1) + " is longer than " + LONGEST + " letters.");
            }
        }
        if (!list.columns().contains(Column.NUMBER)) {
            troubles.put("text", "Say which column has the part numbers.");
        }
        String kit = typed.getOrDefault("kit", "").strip();
        if (kit.length() > LONGEST || typed.getOrDefault("kit-name", "").strip().length() > LONGEST) {
            troubles.put("kit", "Keep it under " + LONGEST + " letters.");
        }
        if (list.parts().stream().allMatch(String::isEmpty)) {
            troubles.put("text", "Say of one line at least which part it is.");
        }
        if (!troubles.isEmpty()) {
            return troubles;
        }
        for (int i = 0; i < list.columns().size(); i++) {
            matches.remember(
                    COLUMNS,
                    list.list().headings().get(i),
                    list.columns().get(i).name());
        }
        for (int row = 0; row < list.parts().size(); row++) {
            if (!list.parts().get(row).isEmpty()) {
                matches.remember(
                        WORDS + family.id(),
                        list.cell(row, Column.NAME),
                        list.parts().get(row));
            }
        }
        workshop.lists(
                typeId,
                before -> with(
                        before, list, kit, typed.getOrDefault("kit-name", "").strip(), typed.getOrDefault("only", "")));
        return troubles;
    }

    private static SheetDraft with(SheetDraft sheet, Understood list, String kit, String kitName, String only) {
        ArrayNode articles = sheet.list(ARTICLES);
        ArrayNode kits = sheet.list(KITS);
        Set<String> packed = new LinkedHashSet<>();
        for (int row = 0; row < list.parts().size(); row++) {
            String part = list.parts().get(row);
            if (part.isEmpty()) {
                continue;
            }
            packed.add(part);
            String number = list.cell(row, Column.NUMBER);
            if (!number.isBlank()) {
                remove(articles, "part", part, only);
                ObjectNode article = articles.addObject().put("part", part).put("number", number);
                String material = list.cell(row, Column.MATERIAL);
                article.put("material", material.isBlank() ? "not said" : material);
                condition(article, only);
            }
        }
        if (!kit.isEmpty()) {
            remove(kits, "id", kit, "");
            ObjectNode entry = kits.addObject().put("id", kit).put("name", kitName.isEmpty() ? "Kit" : kitName);
            ArrayNode contains = entry.putArray("contains");
            packed.forEach(contains::add);
            condition(entry, only);
        }
        return sheet.with(ARTICLES, articles).with(KITS, kits);
    }

    /** What is said again takes the place of what was said before. */
    private static void remove(ArrayNode list, String key, String value, String only) {
        for (int i = list.size() - 1; i >= 0; i--) {
            JsonNode entry = list.get(i);
            if (entry.path(key).asString("").equals(value) && (key.equals("id") || only.equals(only(entry)))) {
                list.remove(i);
            }
        }
    }

    private static void condition(ObjectNode entry, String only) {
        int at = only.indexOf('=');
        if (at > 0) {
            entry.putObject("when").put(only.substring(0, at), only.substring(at + 1));
        }
    }

    /** The one condition of an entry, as it is chosen; of several, or none, empty. */
    static String only(JsonNode entry) {
        JsonNode when = entry.path("when");
        if (when.size() != 1) {
            return "";
        }
        Map.Entry<String, JsonNode> one = when.properties().iterator().next();
        return one.getValue().isArray()
                ? one.getValue().size() == 1
                        ? one.getKey() + "=" + one.getValue().get(0).asString("")
                        : ""
                : one.getKey() + "=" + one.getValue().asString("");
    }

    /** Takes an entry out of a list again. */
    @Transactional
    void remove(String typeId, String list, int index) {
        if (list.equals(ARTICLES) || list.equals(KITS)) {
            workshop.lists(typeId, sheet -> {
                ArrayNode entries = sheet.list(list);
                if (index >= 0 && index < entries.size()) {
                    entries.remove(index);
                }
                return sheet.with(list, entries);
            });
        }
    }

    /** The grease of a film, for every valve of the type; nothing: not known. */
    @Transactional
    Optional<String> grease(String typeId, String film, String name, String registration) {
        if (name.strip().length() > LONGEST || registration.strip().length() > LONGEST) {
            return Optional.of("Keep it under " + LONGEST + " letters.");
        }
        workshop.lists(typeId, sheet -> {
            ArrayNode greases = sheet.list("lubricants");
            for (int i = greases.size() - 1; i >= 0; i--) {
                if (greases.get(i).path("for").asString("").equals(film)) {
                    greases.remove(i);
                }
            }
            if (!name.isBlank()) {
                greases.addObject()
                        .put("for", film)
                        .put("name", name.strip())
                        .put("registration", registration.isBlank() ? "not said" : registration.strip());
            }
            return sheet.with("lubricants", greases);
        });
        return Optional.empty();
    }
}

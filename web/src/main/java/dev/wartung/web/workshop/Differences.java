package dev.wartung.web.workshop;

import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.web.workshop.TypeVersions.Approved;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What of one version of a type is not so in the one before it. */
final class Differences {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Differences() {}

    /**
     * One entry that differs.
     *
     * @param place  in the sheet
     * @param before empty where there was nothing
     * @param after  empty where there is nothing any more
     */
    public record Difference(String place, String before, String after) {}

    /** By version, of each but the first. */
    static Map<Integer, List<Difference>> between(List<Approved> newestFirst) {
        Map<Integer, List<Difference>> changes = new LinkedHashMap<>();
        for (int i = 0; i + 1 < newestFirst.size(); i++) {
            changes.put(
                    newestFirst.get(i).version(),
                    between(newestFirst.get(i + 1).content(), newestFirst.get(i).content()));
        }
        return changes;
    }

    static List<Difference> between(SheetDraft before, SheetDraft after) {
        Map<String, String> was = leaves(before);
        Map<String, String> is = leaves(after);
        List<Difference> differences = new ArrayList<>();
        TreeSet<String> places = new TreeSet<>(was.keySet());
        places.addAll(is.keySet());
        places.stream()
                .filter(p -> !p.equals("version"))
                .filter(p -> !was.getOrDefault(p, "").equals(is.getOrDefault(p, "")))
                .forEach(p -> differences.add(
                        new Difference(p.replace("/", " · "), was.getOrDefault(p, ""), is.getOrDefault(p, ""))));
        return differences;
    }

    private static Map<String, String> leaves(SheetDraft sheet) {
        Map<String, String> leaves = new TreeMap<>();
        collect(JSON.readTree(sheet.json()), "", leaves);
        return leaves;
    }

    /** Lists of words are one entry; lists of things are known by what they are called. */
    private static void collect(JsonNode node, String place, Map<String, String> leaves) {
        if (node.isObject()) {
            node.properties()
                    .forEach(e ->
                            collect(e.getValue(), place.isEmpty() ? e.getKey() : place + "/" + e.getKey(), leaves));
        } else if (node.isArray() && !node.isEmpty() && node.get(0).isObject()) {
            for (int i = 0; i < node.size(); i++) {
                JsonNode entry = node.get(i);
                String called = entry.path("id")
                        .asString(entry.path("part").asString(entry.path("for").asString("")));
                String when = entry.has("when") ? " " + entry.path("when") : "";
                collect(entry, place + "/" + (called.isEmpty() ? String.valueOf(i + 1) : called + when), leaves);
            }
        } else if (node.isArray()) {
            List<String> words = new ArrayList<>();
            node.values().forEach(v -> words.add(v.asString("")));
            leaves.put(place, String.join(", ", words));
        } else {
            leaves.put(place, node.asString(""));
        }
    }
}

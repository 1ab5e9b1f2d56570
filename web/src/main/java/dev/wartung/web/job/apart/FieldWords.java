package dev.wartung.web.job.apart;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.measure.ToolKind;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** What fields of the bench's forms are called for whoever settles what was typed into them. */
final class FieldWords {

    /** The longest first: what follows is the part, the tool or the reading it belongs to. */
    private static final Map<String, String> OF = new LinkedHashMap<>();

    private static final Map<String, String> WHOLE = Map.ofEntries(
            Map.entry("lot.kit", "lot of the kit"),
            Map.entry("instead.lot.kit", "why this lot all the same"),
            Map.entry("kit.number", "number of the kit"),
            Map.entry("grease.lot", "tin"),
            Map.entry("grease.reason", "why another lubricant"),
            Map.entry("second.name", "second person"),
            Map.entry("wrench.length", "length of the wrench"),
            Map.entry("wrench.offset", "offset of the wrench's foot"),
            Map.entry("wrench.angle", "angle of the wrench's foot"),
            Map.entry("note", "problem"),
            Map.entry("note.words", "note"),
            Map.entry("note.place", "where"),
            Map.entry("note.caution", "a caution for this step"),
            Map.entry("at-hand", "a new one at hand"));

    static {
        OF.put("instead.lot.", "why this lot all the same, ");
        OF.put("instead.lock.", "why this lock is otherwise, ");
        OF.put("article.", "article in hand, ");
        OF.put("reason.", "let stand, because");
        OF.put("have.", "here: ");
        OF.put("tool.", "tool, ");
        OF.put("lock.", "lock ");
        OF.put("fact.", "the valve's ");
        OF.put("lot.", "lot, ");
    }

    private FieldWords() {}

    /** @param build of the valve, for the names of its parts */
    static String of(String field, Build build) {
        String whole = WHOLE.get(field);
        if (whole != null) {
            return whole;
        }
        for (Map.Entry<String, String> one : OF.entrySet()) {
            if (field.startsWith(one.getKey())) {
                String of = field.substring(one.getKey().length());
                return one.getValue().endsWith(" ") ? one.getValue() + named(of, build) : one.getValue();
            }
        }
        return field;
    }

    private static String named(String id, Build build) {
        Optional<String> tool = Arrays.stream(ToolKind.values())
                .filter(k -> k.name().equals(id))
                .findFirst()
                .map(ToolKind::words);
        return tool.or(() -> build.part(id).map(Part::name)).orElse(id);
    }
}

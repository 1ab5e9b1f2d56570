package dev.wartung.core.workshop;

import dev.wartung.core.anatomy.Basis;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A type sheet that is being made: a sheet as far as it is known. A number is known by its place, for instance
 * {@code sizes/clamp.nut}, {@code bands/body-clamp-torque}, {@code actuator/NC/preload}. Not changed by what is said of
 * it: that gives another one.
 */
public final class SheetDraft {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String ACTUATORS = "actuators";
    private static final String ACTUATOR = "actuator";
    private static final String BASIS = "basis";
    private static final String OPTIONS = "options";
    private static final String DRIVES = "drives";
    private static final String BANDS = "bands";
    private static final String WHEN = "when";
    private static final String IS = "is";
    private static final String TOUCH = "touch-temperature";

    private final ObjectNode sheet;

    private SheetDraft(ObjectNode sheet) {
        this.sheet = sheet;
    }

    /** A number as it is stated: an amount with its unit, limits, a count or a name. */
    public sealed interface Stated {

        /** "13 mm"; also a count, "4", or a name, "M8". */
        record One(String text) implements Stated {}

        /** Limits, and what is aimed for in them. */
        record Limits(String min, Optional<String> target, String max) implements Stated {}
    }

    /**
     * What a family asks of a draft before it is a sheet.
     *
     * @param torques bands of the torques of bolted joints, by joint
     * @param closure places of the numbers that say only together what pressure and seal act on
     */
    public record Needs(Map<String, String> torques, List<String> closure) {
        /** Before the family is asked: what has to be whole is left out. */
        public static final Needs NOT_ASKED = new Needs(Map.of(), List.of("not asked"));
    }

    /** A draft of nothing but its name and family. */
    public static SheetDraft begun(String id, String maker, String name, String size, String anatomy) {
        ObjectNode sheet = JsonNodeFactory.instance.objectNode();
        sheet.put("type", id)
                .put("version", 1)
                .put("maker", maker)
                .put("name", name)
                .put("size", size)
                .put("anatomy", anatomy);
        return new SheetDraft(sheet);
    }

    /** @param json as {@link #json} gave it, or a whole type sheet */
    public static SheetDraft read(String json) {
        return new SheetDraft((ObjectNode) JSON.readTree(json));
    }

    public String json() {
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(sheet);
    }

    /** One of the words at the top: type, maker, name, size, anatomy. */
    public String word(String key) {
        return sheet.path(key).asString("");
    }

    public int version() {
        return sheet.path("version").asInt(1);
    }

    /** The same with other words at the top. */
    public SheetDraft with(Map<String, String> words) {
        ObjectNode changed = sheet.deepCopy();
        words.forEach(changed::put);
        return new SheetDraft(changed);
    }

    /** The same as another version of its type. */
    public SheetDraft version(int version) {
        ObjectNode changed = sheet.deepCopy();
        changed.put("version", version);
        return new SheetDraft(changed);
    }

    public List<String> drives() {
        return strings(sheet.path(DRIVES));
    }

    /** What of an option the type is made as; empty while nobody has said. */
    public List<String> option(String option) {
        return strings(sheet.path(OPTIONS).path(option));
    }

    private static List<String> strings(JsonNode array) {
        List<String> strings = new ArrayList<>();
        array.values().forEach(v -> strings.add(v.asString("")));
        return strings;
    }

    /** The same, made with these drives. */
    public SheetDraft made(List<String> drives) {
        ObjectNode changed = sheet.deepCopy();
        drives.forEach(changed.putArray(DRIVES)::add);
        return new SheetDraft(changed);
    }

    /** The same, made as these values of an option. */
    public SheetDraft made(String option, List<String> values) {
        ObjectNode changed = sheet.deepCopy();
        ArrayNode made = changed.withObjectProperty(OPTIONS).putArray(option);
        values.forEach(made::add);
        return new SheetDraft(changed);
    }

    /** What the maker settles of a question of practice; empty while nobody has said. */
    public String school(String id) {
        return sheet.path("schools").path(id).asString("");
    }

    /** The same with a question of practice settled, or left open by an empty answer. */
    public SheetDraft settled(String id, String answer) {
        ObjectNode changed = sheet.deepCopy();
        ObjectNode schools = changed.withObjectProperty("schools");
        if (answer.isEmpty()) {
            schools.remove(id);
        } else {
            schools.put(id, answer);
        }
        return new SheetDraft(changed);
    }

    /** What is known at a place. */
    public Optional<Stated> number(String place) {
        JsonNode at = find(place);
        if (at.isObject()) {
            return at.has("min") && at.has("max")
                    ? Optional.of(new Stated.Limits(
                            at.path("min").asString(""),
                            Optional.of(at.path("target").asString("")).filter(t -> !t.isEmpty()),
                            at.path("max").asString("")))
                    : Optional.empty();
        }
        return at.isValueNode() ? Optional.of(new Stated.One(at.asString(""))) : Optional.empty();
    }

    private JsonNode find(String place) {
        String[] path = place.split("/");
        JsonNode at = path[0].equals(ACTUATOR) ? usual(path[1]) : sheet.path(path[0]);
        for (int i = path[0].equals(ACTUATOR) ? 2 : 1; i < path.length; i++) {
            at = at.isArray() ? under(at, path[i]).path(IS) : at.path(path[i]);
        }
        return at;
    }

    /** The entry of a list that holds under a condition, as "sealing=diaphragm". */
    private static JsonNode under(JsonNode list, String condition) {
        for (JsonNode entry : list.values()) {
            if (when(condition).equals(entry.path(WHEN))) {
                return entry;
            }
        }
        return JsonNodeFactory.instance.missingNode();
    }

    private static ObjectNode when(String condition) {
        String[] fact = condition.split("=", 2);
        return JsonNodeFactory.instance.objectNode().put(fact[0], fact[1]);
    }

    /** The actuator that a drive has where nothing is said of a choice. */
    private JsonNode usual(String drive) {
        for (JsonNode actuator : sheet.path(ACTUATORS).values()) {
            if (strings(actuator.path(DRIVES)).contains(drive) && !actuator.has(WHEN) && !actuator.has("name")) {
                return actuator;
            }
        }
        return JsonNodeFactory.instance.missingNode();
    }

    /** Where a number comes from, if not from the maker. */
    public Optional<Basis> basis(String place) {
        JsonNode basis = sheet.path(BASIS).path(place);
        return basis.isObject()
                ? Optional.of(new Basis(
                        Basis.From.valueOf(
                                basis.path("from").asString("assumed").toUpperCase(Locale.ROOT)),
                        basis.path("note").asString("")))
                : Optional.empty();
    }

    /**
     * The same with a number known, by its maker or otherwise.
     *
     * @param basis where it comes from; empty: from the maker
     */
    public SheetDraft known(String place, Stated stated, Optional<Basis> basis) {
        SheetDraft changed = new SheetDraft(sheet.deepCopy());
        String[] path = place.split("/");
        ObjectNode parent =
                path[0].equals(ACTUATOR) ? changed.ownActuator(path[1]) : changed.sheet.withObjectProperty(path[0]);
        for (int i = path[0].equals(ACTUATOR) ? 2 : 1; i < path.length - 1 && !place.contains("="); i++) {
            parent = parent.withObjectProperty(path[i]);
        }
        String last = path[path.length - 1];
        if (last.contains("=") && stated instanceof Stated.One one) {
            ArrayNode list = changed.sheet.withObjectProperty(path[0]).withArrayProperty(path[1]);
            if (under(list, last) instanceof ObjectNode there) {
                there.put(IS, one.text());
            } else {
                ObjectNode entry = list.addObject();
                entry.set(WHEN, when(last));
                entry.put(IS, one.text());
            }
        } else if (stated instanceof Stated.Limits limits) {
            ObjectNode band = parent.putObject(last);
            band.put("min", limits.min());
            limits.target().ifPresent(target -> band.put("target", target));
            band.put("max", limits.max());
        } else if (stated instanceof Stated.One one) {
            if (last.equals("bolts")) {
                parent.put(last, Integer.parseInt(one.text()));
            } else {
                parent.put(last, one.text());
            }
        }
        ObjectNode known = changed.sheet.withObjectProperty(BASIS);
        known.remove(place);
        basis.ifPresent(b -> known.putObject(place)
                .put("from", b.from().name().toLowerCase(Locale.ROOT))
                .put("note", b.note()));
        return changed;
    }

    /** The same with a number not known any more. */
    public SheetDraft notKnown(String place) {
        SheetDraft changed = new SheetDraft(sheet.deepCopy());
        int last = place.lastIndexOf('/');
        String[] path = place.split("/");
        if (path[0].equals(ACTUATOR) && find(place).isMissingNode()) {
            return this;
        }
        if (place.contains("=") && changed.sheet.path(path[0]).path(path[1]) instanceof ArrayNode list) {
            for (int i = list.size() - 1; i >= 0; i--) {
                if (when(path[path.length - 1]).equals(list.get(i).path(WHEN))) {
                    list.remove(i);
                }
            }
        }
        JsonNode parent = path[0].equals(ACTUATOR) && path.length == 3
                ? changed.ownActuator(path[1])
                : changed.find(place.substring(0, last));
        if (parent instanceof ObjectNode object) {
            object.remove(place.substring(last + 1));
        }
        changed.sheet.withObjectProperty(BASIS).remove(place);
        return changed;
    }

    /** The entry of a drive alone: one that several share is parted first. */
    private ObjectNode ownActuator(String drive) {
        ArrayNode all = sheet.withArrayProperty(ACTUATORS);
        if (!(usual(drive) instanceof ObjectNode found)) {
            ObjectNode own = all.addObject();
            own.putArray(DRIVES).add(drive);
            return own;
        }
        List<String> sharing = strings(found.path(DRIVES));
        if (sharing.size() > 1) {
            ObjectNode own = found.deepCopy();
            own.putArray(DRIVES).add(drive);
            ArrayNode rest = found.putArray(DRIVES);
            sharing.stream().filter(d -> !d.equals(drive)).forEach(rest::add);
            all.add(own);
            return own;
        }
        return found;
    }

    /**
     * The same as it is made, of which no number is known: for another size. What holds for every size is kept: greases,
     * and at which temperature a body may be touched.
     */
    public SheetDraft withoutNumbers() {
        ObjectNode changed = sheet.deepCopy();
        JsonNode touch = changed.path(BANDS).path(TOUCH);
        Stream.of(
                        "sizes",
                        BANDS,
                        "masses",
                        "drawing",
                        "seat",
                        "upper-seat",
                        "turning",
                        ACTUATORS,
                        "joints",
                        "surfaces",
                        "articles",
                        "kits",
                        BASIS)
                .forEach(changed::remove);
        if (touch.isObject()) {
            changed.putObject(BANDS).set(TOUCH, touch);
        }
        SheetDraft plain = new SheetDraft(changed);
        String touched = BANDS + "/" + TOUCH;
        return basis(touched)
                .flatMap(b -> number(touched).map(stated -> plain.known(touched, stated, Optional.of(b))))
                .orElse(plain);
    }

    /** Months between renewals of the product seals; 0 where the sheet does not say, or says several. */
    public int renewedEvery() {
        JsonNode intervals = sheet.path("intervals");
        return intervals.size() == 1 && !intervals.path(0).has(WHEN)
                ? intervals.path(0).path("months").asInt(0)
                : 0;
    }

    /** The same with another time between renewals; 0: it does not say. */
    public SheetDraft renewedEvery(int months) {
        ObjectNode changed = sheet.deepCopy();
        if (months == 0) {
            changed.remove("intervals");
        } else {
            changed.putArray("intervals").addObject().put("months", months);
        }
        return new SheetDraft(changed);
    }

    /** The list of parts, kits or lubricants, to change it. */
    public ArrayNode list(String name) {
        return sheet.path(name).isArray()
                ? (ArrayNode) sheet.path(name).deepCopy()
                : JsonNodeFactory.instance.arrayNode();
    }

    /** The same with another list of parts, kits or lubricants. */
    public SheetDraft with(String name, ArrayNode list) {
        ObjectNode changed = sheet.deepCopy();
        changed.set(name, list.deepCopy());
        return new SheetDraft(changed);
    }

    /**
     * The sheet as it can be read: what says something only together with what is not known yet is left out, and every
     * list is there. Half a closure would be studied as another one.
     */
    public String sheet(Needs needs) {
        boolean closureKnown =
                needs.closure().stream().allMatch(place -> number(place).isPresent());
        return JSON.writerWithDefaultPrettyPrinter()
                .writeValueAsString(new WholeSheet(sheet.deepCopy(), needs, closureKnown).made());
    }
}

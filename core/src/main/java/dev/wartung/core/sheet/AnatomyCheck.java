package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.Variant;
import dev.wartung.core.drawing.Technique;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/**
 * Whether an anatomy sheet means something to itself: every name it uses is one it defines, and no two active things
 * share an id.
 */
final class AnatomyCheck {

    private final AnatomySheet sheet;
    private final SheetText text;
    private final Set<String> parts;
    private final Set<String> joints;
    private final Set<String> operations;
    private final Set<String> undoings;
    private final Set<String> readings;
    private final Set<String> aids;
    private final Set<String> positions;
    private final Map<String, Technique> techniques;

    private AnatomyCheck(AnatomySheet sheet, SheetText text, Map<String, Technique> techniques) {
        this.techniques = techniques;
        this.sheet = sheet;
        this.text = text;
        parts = ids(sheet.build().parts().stream().map(p -> p.id()));
        joints = ids(sheet.build().joints().stream().map(j -> j.id()));
        operations = ids(sheet.operations().stream().map(Operation::id));
        undoings = ids(
                sheet.operations().stream().flatMap(o -> o.undoneBy().stream()).map(Operation::id));
        positions = union(sheet.build().positions(), sheet.build().between().keySet());
        readings = ids(sheet.readings().stream().map(r -> r.id()));
        aids = ids(sheet.operations().stream()
                .flatMap(o -> Stream.concat(Stream.of(o), o.undoneBy().stream()))
                .flatMap(o -> o.does().stream())
                .filter(a -> a.verb() == Act.Verb.AID_ON)
                .map(Act::object));
    }

    static void check(AnatomySheet sheet, SheetText text, Map<String, Technique> techniques) {
        AnatomyCheck check = new AnatomyCheck(sheet, text, techniques);
        check.schools();
        check.build();
        check.readings();
        check.operations();
        check.works();
        check.identified();
        check.numbers();
        check.ways();
        check.conditions(text.root(), "");
        if (text.problems().isEmpty()) {
            check.uniqueness();
        }
    }

    private void build() {
        for (int i = 0; i < sheet.build().parts().size(); i++) {
            var part = sheet.build().parts().get(i);
            String at = "/build/parts/" + i;
            known(part.behind(), at + "/behind", union(union(parts, joints), aids), "part, joint or aid");
            known(part.fitsBehind(), at + "/fits-behind", union(union(parts, joints), aids), "part, joint or aid");
            known(part.pressedAgainst(), at + "/pressed-against", parts, "part");
            known(part.heldDownBy().stream().toList(), at + "/held-down-by", aids, "aid");
            known(part.hangsOn().stream().toList(), at + "/hangs-on", parts, "part");
            known(part.scrapes(), at + "/scrapes", parts, "part");
            known(part.looseWith().stream().toList(), at + "/loose-with", union(parts, joints), "part or joint");
            known(part.fitsAt().stream().toList(), at + "/fits-at", positions, "position");
            known(part.comesOffAt().stream().toList(), at + "/comes-off-at", positions, "position");
            known(part.staysAt().stream().toList(), at + "/stays-at", positions, "position");
        }
        for (int i = 0; i < sheet.build().joints().size(); i++) {
            var joint = sheet.build().joints().get(i);
            String at = "/build/joints/" + i;
            known(joint.heldBy(), at + "/held-by", parts, "part");
            known(joint.seals(), at + "/seals", parts, "part");
            known(joint.sticks().stream().toList(), at + "/sticks", parts, "part");
            known(joint.tightenAt().stream().toList(), at + "/tighten-at", positions, "position");
            known(joint.settledAt().stream().toList(), at + "/settled-at", positions, "position");
            joint.loaded().forEach(load -> {
                known(load.path(), at + "/loaded", union(parts, joints), "part or joint");
                known(List.of(load.thrown()), at + "/loaded", parts, "part");
                known(List.of(load.at()), at + "/loaded", positions, "position");
            });
        }
        known(sheet.build().shutsAt(), "/build/shuts-at", positions, "position");
        known(sheet.build().offLine().stream().toList(), "/build/off-line", joints, "joint");
        for (int i = 0; i < sheet.build().airThrough().size(); i++) {
            known(sheet.build().airThrough().get(i).parts(), "/build/air-through/" + i + "/parts", parts, "part");
        }
    }

    private void readings() {
        for (int i = 0; i < sheet.readings().size(); i++) {
            known(
                    sheet.readings().get(i).finds().values().stream()
                            .map(f -> f.part())
                            .toList(),
                    "/readings/" + i + "/finds",
                    parts,
                    "part");
            known(
                    sheet.readings().get(i).same().map(s -> s.as()).stream().toList(),
                    "/readings/" + i + "/same/as",
                    readings,
                    "reading");
        }
    }

    /** A part that a number is shown at may be another fragment's: then it is shown nowhere. */
    private void numbers() {
        sheet.numbers().forEach((place, number) -> number.torque()
                .filter(band -> !sheet.numbers().containsKey("bands/" + band))
                .ifPresent(band -> text.problem("/numbers/" + place, "there is no number “bands/" + band + "”")));
    }

    private void ways() {
        Set<String> ends = Set.copyOf(sheet.ways().ends());
        for (int i = 0; i < sheet.ways().rests().size(); i++) {
            known(sheet.ways().rests().get(i).joined(), "/ways/rests/" + i + "/joined", ends, "end");
        }
    }

    private void operations() {
        for (int i = 0; i < sheet.operations().size(); i++) {
            Operation operation = sheet.operations().get(i);
            String at = "/operations/" + i;
            operation(operation, at);
            known(operation.needs(), at + "/needs", operations, "operation");
            known(operation.unless(), at + "/unless", operations, "operation");
            known(
                    operation.joins(),
                    at + "/joins",
                    union(operations, Set.of(Operation.ALWAYS, Operation.OPENED, Operation.OPENED_TO_PRODUCT)),
                    "operation");
            operation.undoneBy().ifPresent(undo -> {
                operation(undo, at + "/undone-by");
                known(undo.fits(), at + "/undone-by/fits", operation.takes(), "part taken off by this operation");
                if (undo.phase().compareTo(Phase.RENEW) < 0) {
                    text.problem(
                            at + "/undone-by/phase",
                            "is before the valve is closed; an undoing renews, closes, proves or returns");
                }
            });
        }
        for (int i = 0; i < sheet.movements().size(); i++) {
            String at = "/movements/" + i;
            operation(sheet.movements().get(i), at);
            known(
                    sheet.movements().get(i).brings().stream().toList(),
                    at + "/brings",
                    union(positions, Set.of(Operation.REST)),
                    "position");
        }
    }

    private void operation(Operation operation, String at) {
        known(operation.after(), at + "/after", union(operations, undoings), "operation");
        known(operation.before(), at + "/before", union(operations, undoings), "operation");
        known(operation.asks().stream().map(Variant::is).toList(), at + "/asks", readings, "reading");
        known(operation.greases(), at + "/greases", parts, "part");
        known(operation.takes(), at + "/takes", parts, "part");
        known(operation.opens(), at + "/opens", joints, "joint");
        known(operation.marks(), at + "/marks", parts, "part");
        known(operation.at().stream().map(v -> v.is()).toList(), at + "/at", positions, "position");
        known(
                operation.follows().stream().map(Variant::is).toList(),
                at + "/follows",
                sheet.schools(),
                "school in this sheet's list");
        known(
                operation.hands().stream().toList(),
                at + "/hands",
                ids(sheet.build().spaces().stream().map(s -> s.id())),
                "space");
        operation.techniques().stream()
                .map(t -> Technique.Call.of(t.is()))
                .flatMap(call -> Optional.ofNullable(techniques.get(call.id()))
                        .map(t -> t.misfits(call.chosen()).stream())
                        .orElseGet(() -> Stream.of("there is no technique “" + call.id() + "”")))
                .forEach(misfit -> text.problem(at + "/techniques", misfit));
        acts(operation.does(), at + "/does");
        acts(operation.then(), at + "/then");
    }

    private void acts(List<Act> acts, String at) {
        for (int i = 0; i < acts.size(); i++) {
            List<String> object = acts.get(i).object().isEmpty()
                    ? List.of()
                    : List.of(acts.get(i).object());
            switch (acts.get(i).verb()) {
                case OPEN, CLOSE, TIGHTEN -> known(object, at + "/" + i, joints, "joint");
                case RELEASE_AIR, NOTE, SET, SEAT_LIFT, SEAT_DROP, TAKE, DELIVERED, PUT_BACK, WIPE -> known(
                        object, at + "/" + i, parts, "part");
                case AIR_ON, TURN, SEE_TIGHT -> known(object, at + "/" + i, positions, "position");
                case CONVERT -> change(acts.get(i).object(), at + "/" + i);
                default -> {}
            }
        }
    }

    /** "option=value" must be one that a valve of the family can have. */
    private void change(String change, String at) {
        String[] pair = change.split("=", 2);
        boolean known = pair.length == 2
                && (pair[0].equals("drive")
                        ? Drive.of(pair[1]).isPresent()
                        : sheet.options().containsKey(pair[0])
                                && sheet.options().get(pair[0]).choices().containsValue(pair[1]));
        if (!known) {
            text.problem(at, "a valve of this family cannot become “" + change + "”");
        }
    }

    private void identified() {
        for (int i = 0; i < sheet.readings().size(); i++) {
            String at = "/readings/" + i + "/identifies";
            var reading = sheet.readings().get(i);
            known(reading.identifies().keySet(), at, reading.choices(), "choice");
            reading.identifies()
                    .values()
                    .forEach(facts -> facts.forEach((fact, value) -> change(fact + "=" + value, at)));
        }
    }

    private void works() {
        for (int i = 0; i < sheet.works().size(); i++) {
            var work = sheet.works().get(i);
            known(work.renews().parts(), "/works/" + i + "/renews/parts", parts, "part");
            known(work.reaches(), "/works/" + i + "/reaches", operations, "operation");
            for (var change : work.becomes().entrySet()) {
                change(change.getKey() + "=" + change.getValue(), "/works/" + i + "/becomes");
            }
        }
        for (int i = 0; i < sheet.rechecks().size(); i++) {
            known(sheet.rechecks().get(i).doneBy(), "/rechecks/" + i + "/done-by", operations, "operation");
            known(
                    sheet.rechecks().get(i).joins(),
                    "/rechecks/" + i + "/joins",
                    union(operations, Set.of(Operation.ALWAYS)),
                    "operation");
        }
    }

    /**
     * Every condition anywhere in the sheet names facts and values that exist: a misspelt one would silently never
     * hold.
     */
    private void conditions(JsonNode node, String place) {
        if (node.isArray()) {
            for (int i = 0; i < node.size(); i++) {
                conditions(node.get(i), place + "/" + i);
            }
        }
        node.properties().forEach(entry -> {
            String below = place + "/" + entry.getKey();
            if (entry.getKey().equals("when") && entry.getValue().isObject()) {
                condition(entry.getValue(), below);
            }
            conditions(entry.getValue(), below);
        });
        if (place.equals("/excludes")) {
            for (int i = 0; i < node.size(); i++) {
                condition(node.get(i), place + "/" + i);
            }
        }
    }

    private void condition(JsonNode condition, String place) {
        facts(sheet, condition, place, text);
    }

    /** Checks one condition's facts and values against what a family knows. */
    static void facts(AnatomySheet sheet, JsonNode condition, String place, SheetText text) {
        condition.properties().forEach(fact -> {
            Collection<String> values =
                    switch (fact.getKey()) {
                            // a fragment serves families that have fewer drives
                        case "drive" -> Arrays.stream(Drive.values())
                                .map(Drive::code)
                                .toList();
                        case "held" -> List.of("air", "spring", "hand", "nothing");
                        case "driver" -> List.of("on", "off");
                        case "stem" -> union(
                                sheet.build().positions(),
                                sheet.build().between().keySet());
                        default -> sheet.options().containsKey(fact.getKey())
                                ? sheet.options().get(fact.getKey()).choices().values()
                                : schoolAnswers(sheet, fact.getKey());
                    };
            if (values.isEmpty()) {
                text.problem(place + "/" + fact.getKey(), "there is no fact “" + fact.getKey() + "”");
                return;
            }
            Iterable<JsonNode> wanted = fact.getValue().isArray() ? fact.getValue() : List.of(fact.getValue());
            wanted.forEach(value -> {
                if (!values.contains(value.asString())) {
                    text.problem(
                            place + "/" + fact.getKey(),
                            "“" + value.asString() + "” is none of " + String.join(", ", values));
                }
            });
        });
    }

    private static Collection<String> schoolAnswers(AnatomySheet sheet, String id) {
        return sheet.schools().contains(id)
                ? Schools.table()
                        .school(id)
                        .map(s -> (Collection<String>) s.answers().keySet())
                        .orElse(List.of())
                : List.of();
    }

    private void uniqueness() {
        for (var configuration : sheet.configurations()) {
            Map<String, String> facts = configuration.facts();
            once(
                    sheet.build().parts().stream()
                            .filter(p -> p.when().holds(facts))
                            .map(p -> p.id()),
                    "/build/parts",
                    "part",
                    configuration);
            // operations that schools choose between are the alternatives of one place; they are told apart when a job
            // is derived
            once(
                    sheet.operations().stream()
                            .filter(o ->
                                    sheet.schools().stream().noneMatch(o.when().allOf()::containsKey))
                            .filter(o -> o.when().holds(facts))
                            .flatMap(o -> Stream.concat(
                                    Stream.of(o.id()), o.undoneBy().stream().map(Operation::id))),
                    "/operations",
                    "operation",
                    configuration);
            if (!text.problems().isEmpty()) {
                return;
            }
        }
    }

    private void schools() {
        known(
                sheet.schools(),
                "/schools",
                Schools.table().schools().stream().map(s -> s.id()).toList(),
                "school");
    }

    private void once(Stream<String> ids, String place, String what, Object configuration) {
        Map<String, Integer> counts = new HashMap<>();
        ids.forEach(id -> counts.merge(id, 1, Integer::sum));
        counts.forEach((id, count) -> {
            if (count > 1) {
                text.problem(
                        place,
                        what + " “" + id + "” stands twice for " + configuration
                                + "; give the two conditions that exclude each other");
            }
        });
    }

    private void known(Collection<String> names, String place, Collection<String> all, String what) {
        int i = 0;
        for (String name : names) {
            if (!all.contains(name)) {
                text.problem(
                        place + (text.root().at(place).isArray() ? "/" + i : ""),
                        "there is no " + what + " “" + name + "”");
            }
            i++;
        }
    }

    private static Set<String> ids(Stream<String> ids) {
        return ids.collect(Collectors.toSet());
    }

    private static Set<String> union(Collection<String> one, Collection<String> other) {
        Set<String> both = new HashSet<>(one);
        both.addAll(other);
        return both;
    }
}

package dev.wartung.core.workshop;

import dev.wartung.core.workshop.SheetDraft.Needs;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A draft on its way to a sheet that can be read: what says something only as a whole is left out until it is one. */
final class WholeSheet {

    private static final String ACTUATORS = "actuators";
    private static final String BASIS = "basis";
    private static final String OPTIONS = "options";
    private static final String DRIVES = "drives";
    private static final String BANDS = "bands";
    private static final List<String> TURNING = List.of("dry", "lubricated", "product", "run");

    private final ObjectNode whole;
    private final Needs needs;
    private final boolean closureKnown;

    /** @param whole the draft's own, which becomes the sheet */
    WholeSheet(ObjectNode whole, Needs needs, boolean closureKnown) {
        this.whole = whole;
        this.needs = needs;
        this.closureKnown = closureKnown;
    }

    ObjectNode made() {
        if (!closureKnown) {
            whole.remove("seat");
            whole.remove("upper-seat");
        }
        if (!TURNING.stream().allMatch(whole.path("turning")::has)) {
            whole.remove("turning");
        }
        if (whole.path("turning") instanceof ObjectNode turning) {
            Stream.of("line", "flow")
                    .filter(adds -> !turning.path(adds).has("torque")
                            || !turning.path(adds).has("at"))
                    .forEach(turning::remove);
        }
        whole.path(ACTUATORS).values().forEach(a -> {
            ObjectNode actuator = (ObjectNode) a;
            leaveOut(actuator, "spring-torque", List.of("closed", "open"));
            leaveOut(actuator, "air-torque", List.of("closed", "open", "at"));
        });
        whole.path("joints").properties().forEach(j -> {
            if (needs.torques().containsKey(j.getKey()) && j.getValue() instanceof ObjectNode joint) {
                joint.put("torque", needs.torques().get(j.getKey()));
            }
        });
        without(
                "joints",
                j -> !j.has("bolts")
                        || !j.has("thread")
                        || !j.has("class")
                        || !j.has("torque")
                        || !whole.path(BANDS).has(j.path("torque").asString("")));
        // a ring has a cord, a bore a width
        without("surfaces", s -> !s.has("inside") || s.has("cord") == s.has("width"));
        without(OPTIONS, o -> o.isEmpty());
        Stream.of("sizes", "masses", BANDS, "drawing", OPTIONS)
                .filter(group -> !whole.has(group))
                .forEach(whole::putObject);
        Stream.of("articles", "kits", "lubricants", DRIVES)
                .filter(list -> !whole.has(list))
                .forEach(whole::putArray);
        Set.of("schools", BASIS).stream()
                .filter(group -> whole.path(group).isEmpty())
                .forEach(whole::remove);
        if (whole.path(ACTUATORS).isEmpty()) {
            whole.remove(ACTUATORS);
        }
        return whole;
    }

    private static void leaveOut(ObjectNode in, String group, List<String> needs) {
        if (!needs.stream().allMatch(in.path(group)::has)) {
            in.remove(group);
        }
    }

    private interface Lacks {
        boolean something(JsonNode entry);
    }

    private void without(String group, Lacks lacks) {
        if (whole.path(group) instanceof ObjectNode entries) {
            List<String> gone = new ArrayList<>();
            entries.properties().forEach(e -> {
                if (lacks.something(e.getValue())) {
                    gone.add(e.getKey());
                }
            });
            gone.forEach(entries::remove);
        }
    }
}

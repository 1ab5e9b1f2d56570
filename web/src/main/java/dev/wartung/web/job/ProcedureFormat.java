package dev.wartung.web.job;

import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import java.util.List;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * How what a job is derived from is kept with it: its procedure, and the steps it carries from a job before it. With a
 * version, as events are; what has none is version 1.
 */
final class ProcedureFormat {

    private static final int VERSION = 4;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private ProcedureFormat() {}

    static String write(Procedure procedure) {
        return write("procedure", procedure);
    }

    static String write(List<Step> carried) {
        return write("steps", carried);
    }

    private static String write(String field, Object value) {
        ObjectNode whole = JSON.createObjectNode().put("version", VERSION);
        whole.set(field, JSON.valueToTree(value));
        return JSON.writeValueAsString(whole);
    }

    static Procedure procedure(String stored) {
        JsonNode node = JSON.readTree(stored);
        int version = node.path("version").asInt(1);
        JsonNode procedure = version == 1 ? node : node.path("procedure");
        broughtUp(procedure.path("steps"), version);
        return JSON.treeToValue(procedure, Procedure.class);
    }

    static List<Step> carried(String stored) {
        JsonNode node = JSON.readTree(stored);
        JsonNode steps = node.isArray() ? node : node.path("steps");
        broughtUp(steps, node.path("version").asInt(1));
        return JSON.treeToValue(steps, new TypeReference<List<Step>>() {});
    }

    private static void broughtUp(JsonNode steps, int version) {
        if (version < 2) {
            EarlierEvents.steps(steps);
        }
        if (version < 3) {
            WrittenOut.steps(steps);
        }
        if (version < 4) {
            EarlierEvents.withoutTechniques(steps);
        }
    }
}

package dev.wartung.web.job;

import java.util.List;
import java.util.function.UnaryOperator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * How what was stored as version 1 becomes version 2. Version 1 is whatever was written before stored things had
 * versions: it grew, so what came later may be missing in it, and
 * then is as it was at that time: no tins and no measuring tools named, pieces of no kit, readings taken once with a
 * plain wrench, jobs closed without a signature.
 */
final class EarlierEvents {

    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private EarlierEvents() {}

    /** Events that say nothing more had an empty text. */
    static JsonNode nothing(JsonNode body) {
        return NODES.objectNode();
    }

    /** A mere text becomes a field. */
    static UnaryOperator<JsonNode> textAs(String field) {
        return body -> under(field, body);
    }

    static JsonNode under(String field, JsonNode body) {
        ObjectNode whole = NODES.objectNode();
        whole.set(field, body);
        return whole;
    }

    /** Lines were not drawn then, and what was locked was not said one by one. */
    static JsonNode withoutLocks(JsonNode body) {
        ((ObjectNode) body).putArray("locks");
        return body;
    }

    /** The hands were not shown then; what a procedure would show today may not be what it said. */
    static void withoutTechniques(JsonNode steps) {
        steps.forEach(step -> ((ObjectNode) step).putArray("techniques"));
    }

    static JsonNode procedureWithoutTechniques(JsonNode body) {
        withoutTechniques(body.path("procedure").path("steps"));
        return body;
    }

    static JsonNode withoutLocks(JsonNode body, String field) {
        withoutLocks(body.path(field));
        return body;
    }

    static JsonNode confirmed(JsonNode body) {
        ObjectNode event = object(body);
        absent(event, "greased", NODES.arrayNode());
        absent(event, "tools", NODES.objectNode());
        event.path("answers").forEach(answer -> absent(object(answer), "each", NODES.arrayNode()));
        event.path("lots").forEach(EarlierEvents::piece);
        return event;
    }

    static JsonNode failed(JsonNode body) {
        return under("tried", confirmed(body));
    }

    static JsonNode arrived(JsonNode body) {
        return under("piece", piece(body));
    }

    static JsonNode found(JsonNode body) {
        if (body.path("atHand").isObject()) {
            piece(body.path("atHand"));
        }
        return withProcedure(body);
    }

    static JsonNode withProcedure(JsonNode body) {
        steps(body.path("procedure").path("steps"));
        return body;
    }

    static JsonNode closed(JsonNode body) {
        ObjectNode event = object(body);
        absent(event, "left", NODES.stringNode("scrapped"));
        event.put("left", event.path("left").asString().equals("returned") ? "RETURNED" : "SCRAPPED");
        absent(event, "signatures", NODES.arrayNode());
        return event;
    }

    /** Without signatures. */
    static JsonNode unsigned(JsonNode body) {
        ObjectNode event = object(body);
        absent(event, "signatures", NODES.arrayNode());
        return event;
    }

    /** Steps of a procedure. */
    static void steps(JsonNode steps) {
        for (JsonNode step : steps) {
            step.path("asks").forEach(each -> ask(object(each)));
            step.path("films").forEach(each -> film(object(each)));
        }
    }

    private static void ask(ObjectNode ask) {
        absent(ask, "note", NODES.stringNode(""));
        absent(ask, "toolOffsetM", NODES.numberNode(0.0));
        for (String none : List.of("finds", "identifies")) {
            absent(ask, none, NODES.objectNode());
        }
    }

    private static void film(ObjectNode film) {
        absent(film, "name", film.path("part"));
        absent(film, "position", NODES.stringNode("seal-grease"));
        absent(film, "polymers", NODES.arrayNode());
        absent(film, "volumeM3", NODES.numberNode(0.0));
    }

    private static JsonNode piece(JsonNode piece) {
        absent(object(piece), "fromKit", NODES.stringNode(""));
        absent(object(piece), "instead", NODES.stringNode(""));
        return piece;
    }

    private static void absent(ObjectNode object, String field, JsonNode then) {
        if (object.path(field).isMissingNode() || object.path(field).isNull()) {
            object.set(field, then);
        }
    }

    private static ObjectNode object(JsonNode node) {
        if (node instanceof ObjectNode object) {
            return object;
        }
        throw new IllegalArgumentException("not an object: " + node.getNodeType());
    }
}

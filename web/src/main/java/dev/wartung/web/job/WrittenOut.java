package dev.wartung.web.job;

import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * How what was kept written out for metric readers becomes messages that keep their amounts: steps and judgements, which
 * were so till version 2, and reasons of greases and findings, till version 4. The words stay as they were shown.
 */
final class WrittenOut {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private WrittenOut() {}

    static JsonNode confirmed(JsonNode event) {
        event.path("answers").forEach(answer -> {
            message(answer.path("verdict"), "finding");
            message(answer.path("verdict"), "next");
        });
        return event;
    }

    static JsonNode failed(JsonNode event) {
        confirmed(event.path("tried"));
        return event;
    }

    static JsonNode greased(JsonNode event) {
        event.path("greased").forEach(film -> message(film, "against"));
        return event;
    }

    static JsonNode triedGreased(JsonNode event) {
        greased(event.path("tried"));
        return event;
    }

    static JsonNode found(JsonNode event) {
        message(event.path("finding"), "reason");
        return event;
    }

    static JsonNode withProcedure(JsonNode event) {
        steps(event.path("procedure").path("steps"));
        return event;
    }

    /** Steps of a procedure. */
    static void steps(JsonNode steps) {
        for (JsonNode step : steps) {
            List.of("say", "why", "done").forEach(field -> message(step, field));
            messages(step, "tools", EarlierText::readTool);
            messages(step, "choices", EarlierText::read);
            step.path("cautions").forEach(caution -> {
                message(caution, "lead");
                message(caution, "text");
            });
            step.path("asks")
                    .forEach(ask -> List.of("low", "high", "otherwise", "note").forEach(field -> message(ask, field)));
        }
    }

    private static void message(JsonNode node, String field) {
        if (node instanceof ObjectNode object && object.path(field).isString()) {
            object.set(
                    field, JSON.valueToTree(EarlierText.read(object.path(field).asString())));
        }
    }

    private static void messages(JsonNode node, String field, Function<String, Message> read) {
        if (node.path(field) instanceof ArrayNode texts) {
            for (int i = 0; i < texts.size(); i++) {
                texts.set(i, JSON.valueToTree(read.apply(texts.get(i).asString())));
            }
        }
    }
}

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
 * How what was stored as version 2 becomes version 3. Till then steps and judgements were kept as they were written out
 * for metric readers; now they are messages that keep their amounts. The words stay as they were shown.
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

    /** What speaks against a grease was kept written out till version 4. */
    static JsonNode greased(JsonNode event) {
        event.path("greased").forEach(film -> message(film, "against"));
        return event;
    }

    static JsonNode triedGreased(JsonNode event) {
        greased(event.path("tried"));
        return event;
    }

    /** Why a finding was decided as it was, was kept written out till version 4. */
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

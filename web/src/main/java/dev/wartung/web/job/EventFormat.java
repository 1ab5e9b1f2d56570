package dev.wartung.web.job;

import dev.wartung.core.progress.JobEvent;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * How an event is written down: {@code {"type": …, "version": …, "body": …}}. What was written is never changed; a body
 * of an earlier version is brought up, version by version, each time
 * it is read. Whoever changes what an event holds raises its version here and adds how the one before is brought up,
 * and a file of the one before to the test's.
 */
final class EventFormat {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Map<String, Type> BY_NAME = new LinkedHashMap<>();
    private static final Map<Class<? extends JobEvent>, Type> BY_CLASS = new LinkedHashMap<>();

    /**
     * @param name     as it is stored, in rows, records and exports
     * @param bringsUp how a body of version 1 becomes one of version 2, and so on; one less than there are versions
     */
    private record Type(String name, Class<? extends JobEvent> event, List<UnaryOperator<JsonNode>> bringsUp) {
        int version() {
            return bringsUp.size() + 1;
        }
    }

    static {
        type("REPORTED", JobEvent.Reported.class, List.of(EarlierEvents.textAs("text")));
        type("STARTED", JobEvent.Begun.class, List.of(EarlierEvents::nothing));
        type("CANCELLED", JobEvent.Cancelled.class, List.of(EarlierEvents::nothing));
        type(
                "CONFIRMED",
                JobEvent.Confirmed.class,
                List.of(
                        EarlierEvents::confirmed,
                        WrittenOut::confirmed,
                        EarlierEvents::withoutLocks,
                        WrittenOut::greased));
        type(
                "FAILED_READING",
                JobEvent.ReadingFailed.class,
                List.of(
                        EarlierEvents::failed,
                        WrittenOut::failed,
                        body -> EarlierEvents.withoutLocks(body, "tried"),
                        WrittenOut::triedGreased));
        type("TAKEN_BACK", JobEvent.TakenBack.class, List.of(EarlierEvents.textAs("reason")));
        type("PROBLEM", JobEvent.Noted.class, List.of(EarlierEvents.textAs("note")));
        type(
                "FINDING",
                JobEvent.Found.class,
                List.of(
                        EarlierEvents::found,
                        WrittenOut::withProcedure,
                        EarlierEvents::procedureWithoutTechniques,
                        WrittenOut::found));
        type("ARRIVED", JobEvent.Arrived.class, List.of(EarlierEvents::arrived));
        type("OLD_SEAL", JobEvent.OldSealJudged.class, List.of(body -> EarlierEvents.under("seal", body)));
        type("CHECKED", JobEvent.Checked.class, List.of(body -> body));
        type("TAKEN_OVER", JobEvent.TakenOver.class, List.of(EarlierEvents.textAs("reason")));
        type(
                "CORRECTED",
                JobEvent.Corrected.class,
                List.of(
                        EarlierEvents::withProcedure,
                        WrittenOut::withProcedure,
                        EarlierEvents::procedureWithoutTechniques));
        type(
                "CLOSE_UP",
                JobEvent.ClosingUp.class,
                List.of(
                        EarlierEvents::withProcedure,
                        WrittenOut::withProcedure,
                        EarlierEvents::procedureWithoutTechniques));
        type("STOPPED", JobEvent.Stopped.class, List.of(EarlierEvents.textAs("reason"), EarlierEvents::unsigned));
        type("CLOSED", JobEvent.Closed.class, List.of(EarlierEvents::closed));
    }

    private EventFormat() {}

    private static void type(String name, Class<? extends JobEvent> event, List<UnaryOperator<JsonNode>> bringsUp) {
        Type type = new Type(name, event, bringsUp);
        BY_NAME.put(name, type);
        BY_CLASS.put(event, type);
    }

    /** The name an event's kind is stored under. */
    static String type(JobEvent event) {
        return typeOf(event.getClass());
    }

    static String typeOf(Class<? extends JobEvent> event) {
        return of(event).name();
    }

    /** The version events of a type are written in. */
    static int version(String type) {
        return Optional.ofNullable(BY_NAME.get(type)).orElseThrow().version();
    }

    private static Type of(Class<? extends JobEvent> event) {
        Type type = BY_CLASS.get(event);
        if (type == null) {
            throw new IllegalArgumentException(event.getSimpleName() + " has no name to be stored under");
        }
        return type;
    }

    static String write(JobEvent event) {
        Type type = of(event.getClass());
        ObjectNode envelope = JSON.createObjectNode().put("type", type.name()).put("version", type.version());
        envelope.set("body", JSON.valueToTree(event));
        return JSON.writeValueAsString(envelope);
    }

    /** @throws IllegalArgumentException if it is no event that this version of the program knows, with what is wrong */
    static JobEvent read(String stored) {
        try {
            JsonNode envelope = JSON.readTree(stored);
            Type type = BY_NAME.get(envelope.path("type").asString(""));
            int version = envelope.path("version").asInt(0);
            if (type == null || version < 1 || version > type.version()) {
                throw new IllegalArgumentException("an event of type " + envelope.path("type") + ", version "
                        + envelope.path("version") + ": written by a later version of Wartung?");
            }
            JsonNode body = envelope.path("body");
            for (UnaryOperator<JsonNode> up :
                    type.bringsUp().subList(version - 1, type.bringsUp().size())) {
                body = up.apply(body);
            }
            return JSON.treeToValue(body, type.event());
        } catch (JacksonException e) {
            throw new IllegalArgumentException("not an event: " + e.getOriginalMessage(), e);
        }
    }
}

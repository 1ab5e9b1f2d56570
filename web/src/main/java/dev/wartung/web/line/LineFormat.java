package dev.wartung.web.line;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.line.Pipe;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** How a line is kept. A valve on record is kept by what it is, whatever its plate says: tags change. */
final class LineFormat {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** The map reads every line with every look at it; nothing changes what was read. */
    private static final LoadingCache<String, JsonNode> READ =
            Caffeine.newBuilder().maximumSize(200).build(JSON::readTree);

    private LineFormat() {}

    /** @param valves the number on record of a valve, by its tag */
    static String write(LineDrawing line, Function<String, Long> valves) {
        ObjectNode root = JSON.createObjectNode();
        ArrayNode fittings = root.putArray("fittings");
        line.fittings().forEach(f -> {
            ObjectNode one =
                    fittings.addObject().put("id", f.id()).put("kind", f.kind().code());
            if (f.kind() == FittingKind.VALVE) {
                one.put("valve", valves.apply(f.name()));
            } else {
                one.put("name", f.name());
            }
        });
        ArrayNode pipes = root.putArray("pipes");
        line.pipes().forEach(p -> end(end(pipes.addObject(), "from", p.from()), "to", p.to()));
        return JSON.writeValueAsString(root);
    }

    private static ObjectNode end(ObjectNode pipe, String which, LineEnd end) {
        pipe.putObject(which).put("fitting", end.fitting()).put("end", end.end());
        return pipe;
    }

    /** Numbers on record of the valves in it. */
    static List<Long> valves(String stored) {
        List<Long> valves = new ArrayList<>();
        READ.get(stored).path("fittings").forEach(f -> {
            if (f.has("valve")) {
                valves.add(f.path("valve").asLong());
            }
        });
        return valves;
    }

    /** @param tags what a valve is called now, by its number on record */
    static LineDrawing read(String stored, Function<Long, String> tags) {
        JsonNode root = READ.get(stored);
        List<Fitting> fittings = new ArrayList<>();
        root.path("fittings").forEach(f -> {
            FittingKind kind = FittingKind.of(f.path("kind").asString("")).orElseThrow();
            String name = kind == FittingKind.VALVE
                    ? tags.apply(f.path("valve").asLong())
                    : f.path("name").asString("");
            fittings.add(new Fitting(f.path("id").asString(""), kind, name));
        });
        List<Pipe> pipes = new ArrayList<>();
        root.path("pipes").forEach(p -> pipes.add(new Pipe(end(p.path("from")), end(p.path("to")))));
        return new LineDrawing(fittings, pipes);
    }

    private static LineEnd end(JsonNode end) {
        return new LineEnd(end.path("fitting").asString(""), end.path("end").asString(""));
    }
}

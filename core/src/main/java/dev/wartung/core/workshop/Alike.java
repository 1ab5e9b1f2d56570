package dev.wartung.core.workshop;

import dev.wartung.core.anatomy.Condition;
import dev.wartung.core.anatomy.ValveConfiguration;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Valves that differ only in what nobody asks about are looked at once: a family has thousands. */
final class Alike {

    private Alike() {}

    /** One of each sort, by the facts that these conditions ask about. */
    static List<ValveConfiguration> oneOfEach(Collection<ValveConfiguration> valves, Stream<Condition> asking) {
        List<String> asked =
                asking.flatMap(c -> c.allOf().keySet().stream()).distinct().toList();
        Map<List<Optional<String>>, ValveConfiguration> sorts = new LinkedHashMap<>();
        valves.forEach(v -> sorts.putIfAbsent(asked.stream().map(v::fact).toList(), v));
        return List.copyOf(sorts.values());
    }
}

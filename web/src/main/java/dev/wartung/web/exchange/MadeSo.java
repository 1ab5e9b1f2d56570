package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Whether the valves on record can still be what they are once a sheet is changed. */
@Component
public class MadeSo {

    private static final int NAMED = 5;

    private final Valves valves;

    MadeSo(Valves valves) {
        this.valves = valves;
    }

    /** The same in words. */
    public List<String> said(TypeSheet type, AnatomySheet anatomy) {
        return problems(type, anatomy).stream()
                .map(p -> p.column() + " " + p.reason())
                .toList();
    }

    /** @return empty if every valve of the type is one that the new sheets know */
    List<Problem> problems(TypeSheet type, AnatomySheet anatomy) {
        List<Valve> there = valves.findByTypeIdOrderByTag(type.id());
        if (there.isEmpty()) {
            return List.of();
        }
        Set<ValveConfiguration> made = Set.copyOf(anatomy.configurations(type));
        List<String> otherwise = there.stream()
                .filter(v -> !made.contains(v.configuration()))
                .map(Valve::tag)
                .toList();
        if (otherwise.isEmpty()) {
            return List.of();
        }
        String more = otherwise.size() > NAMED ? " and " + (otherwise.size() - NAMED) + " more" : "";
        return List.of(new Problem(
                0,
                type.id(),
                "is no longer made as " + String.join(", ", otherwise.subList(0, Math.min(NAMED, otherwise.size())))
                        + more + " on record. Give the changed type another name, or leave in what they are"));
    }
}

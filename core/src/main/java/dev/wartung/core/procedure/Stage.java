package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.Settled;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/**
 * One configuration of a valve with all that follows from it: build, operations, figures, settled schools. A conversion
 * has two.
 */
final class Stage {

    private final AnatomySheet anatomy;
    private final TypeSheet type;
    private final ValveConfiguration configuration;
    private final Build build;
    private final Figures figures;
    private final Map<String, Settled> schools;
    private final Map<String, String> facts;
    private final Map<String, Operation> operations = new LinkedHashMap<>();
    private final Map<String, List<Operation>> needing = new HashMap<>();
    private final Map<Motion, Moment> moments = new ConcurrentHashMap<>();

    /** @throws IllegalArgumentException if the family has no such configuration */
    Stage(AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration, Practice practice) {
        if (!anatomy.allows(configuration)) {
            throw new IllegalArgumentException("no such valve: " + configuration);
        }
        this.anatomy = anatomy;
        this.type = type;
        this.configuration = configuration;
        this.build = anatomy.build().resolve(configuration.facts());
        this.schools = practice.settled(anatomy, type, configuration);
        this.facts = new TreeMap<>(configuration.facts());
        schools.forEach((id, settled) -> facts.put(id, settled.answer()));
        this.figures = Figures.of(type, build, configuration, facts).with(schools);
        anatomy.operations().stream().filter(o -> o.when().holds(facts)).forEach(o -> operations.put(o.id(), o));
        operations.replaceAll((id, operation) -> operation.withNeeds(access(operation)));
        operations.values().forEach(o -> o.needs().forEach(need -> needing.computeIfAbsent(need, n -> new ArrayList<>())
                .add(o)));
    }

    /** What the sheet says gives access, and what takes away whatever the build says is in the way. */
    private List<String> access(Operation operation) {
        Set<String> access = new LinkedHashSet<>(operation.needs());
        operation.takes().stream()
                .flatMap(part -> build.part(part).stream())
                .flatMap(part -> part.behind().stream())
                .filter(inTheWay -> !clears(operation, inTheWay))
                .flatMap(inTheWay -> operations.values().stream().filter(o -> !o.live() && clears(o, inTheWay)))
                .map(Operation::id)
                .filter(id -> !id.equals(operation.id()))
                .forEach(access::add);
        return List.copyOf(access);
    }

    private boolean clears(Operation operation, String inTheWay) {
        return operation.takes().contains(inTheWay)
                || operation.opens().contains(inTheWay)
                || build.joint(inTheWay)
                        .filter(j -> j.heldBy().stream().anyMatch(operation.takes()::contains))
                        .isPresent();
    }

    AnatomySheet anatomy() {
        return anatomy;
    }

    TypeSheet type() {
        return type;
    }

    ValveConfiguration configuration() {
        return configuration;
    }

    Build build() {
        return build;
    }

    Figures figures() {
        return figures;
    }

    Map<String, Settled> schools() {
        return schools;
    }

    /** Drive, options and schools: what conditions of operations are judged against. */
    Map<String, String> facts() {
        return Collections.unmodifiableMap(facts);
    }

    Map<String, Operation> operations() {
        return operations;
    }

    Stream<Operation> operations(Collection<String> ids) {
        return operations.values().stream().filter(o -> ids.contains(o.id()));
    }

    /** Operations that this one gives access to. */
    List<Operation> needing(String operation) {
        return needing.getOrDefault(operation, List.of());
    }

    Moment at(Motion motion) {
        return moments.computeIfAbsent(motion, m -> new Moment(this, m));
    }

    /** Whether the operation makes the valve another one. */
    boolean converts(String operation) {
        return operations.containsKey(operation)
                && operations.get(operation).does().stream().anyMatch(a -> a.verb() == Verb.CONVERT);
    }
}

package dev.wartung.core.practice;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.simulation.Bench;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A valve and a work to practise on it. Made anew from the same chances it is the same.
 *
 * @param told   what the learner is told the valve is
 * @param real   what it is
 * @param asTold the work as derived for what is told
 * @param asReal the same for what it is
 * @param moves  everything that can be chosen, in no telling order
 */
public record Exercise(
        AnatomySheet anatomy,
        TypeSheet type,
        ValveConfiguration told,
        ValveConfiguration real,
        Work work,
        Procedure asTold,
        Procedure asReal,
        List<Move> moves,
        Trap trap) {

    private static final int DISTRACTORS = 6;
    private static final List<String> FAULTS = List.of(
            "cracked all round",
            "swollen and soft",
            "a scratch across the sealing path",
            "hard, and a piece of its lip is missing",
            "pressed flat on one side");

    /**
     * Makes one.
     *
     * @param derives from the type's sheets
     * @param wanted  the sort of trap; where the valve and the work allow none of that sort there is none
     * @param random  where its chances come from
     * @throws IllegalArgumentException if the family has no such configuration
     */
    public static Exercise of(
            AnatomySheet anatomy,
            TypeSheet type,
            ValveConfiguration told,
            Work work,
            Trap.Kind wanted,
            Derivation derives,
            RandomGenerator random) {
        Procedure asTold = derives.derive(work, told);
        ValveConfiguration real = told;
        Procedure asReal = asTold;
        Trap trap = Trap.NONE;
        if (wanted == Trap.Kind.WRONG_RECORD) {
            List<ValveConfiguration> others = others(anatomy, type, told, work);
            if (!others.isEmpty()) {
                real = others.get(random.nextInt(others.size()));
                asReal = derives.derive(work, real);
                String option = differs(told, real).orElseThrow();
                trap = new Trap(
                        Trap.Kind.WRONG_RECORD,
                        option,
                        option.equals(Trap.DRIVE)
                                ? real.drive().code()
                                : Objects.requireNonNull(real.options().get(option)));
            }
        } else if (wanted == Trap.Kind.HIDDEN_FAULT) {
            List<Part> seen = seen(anatomy, told, asTold);
            if (!seen.isEmpty()) {
                trap = new Trap(
                        Trap.Kind.HIDDEN_FAULT,
                        seen.get(random.nextInt(seen.size())).id(),
                        FAULTS.get(random.nextInt(FAULTS.size())));
            }
        }
        return new Exercise(
                anatomy,
                type,
                told,
                real,
                work,
                asTold,
                asReal,
                moves(anatomy, type, told, work, asTold, asReal, derives, random),
                trap);
    }

    /** Configurations that differ in one thing only, and on which the same work can be done. */
    private static List<ValveConfiguration> others(
            AnatomySheet anatomy, TypeSheet type, ValveConfiguration told, Work work) {
        return anatomy.configurations(type).stream()
                .filter(c -> differs(told, c).isPresent())
                .filter(c -> anatomy.worksFor(c, type).stream()
                        .map(WorkKind::id)
                        .anyMatch(work.kind().id()::equals))
                .filter(c -> work.chosen().stream()
                        .allMatch(part ->
                                anatomy.build().resolve(c.facts()).part(part).isPresent()))
                // what nobody could see is no trap: the build must be another
                .filter(c -> c.drive() != told.drive()
                        || !anatomy.build()
                                .resolve(c.facts())
                                .parts()
                                .equals(anatomy.build().resolve(told.facts()).parts()))
                .toList();
    }

    /** The one thing two configurations differ in; empty where it is none or more. */
    private static Optional<String> differs(ValveConfiguration a, ValveConfiguration b) {
        List<String> differing = new ArrayList<>();
        if (a.drive() != b.drive()) {
            differing.add(Trap.DRIVE);
        }
        a.options().forEach((option, value) -> {
            if (!value.equals(b.options().get(option))) {
                differing.add(option);
            }
        });
        return differing.size() == 1 ? Optional.of(differing.get(0)) : Optional.empty();
    }

    /** Parts that come to be looked at in the course of the work. */
    private static List<Part> seen(AnatomySheet anatomy, ValveConfiguration configuration, Procedure procedure) {
        Bench bench = new Bench(anatomy.build(), configuration);
        Set<Part> seen = new LinkedHashSet<>();
        for (Step step : procedure.steps()) {
            bench.carryOut(step.acts());
            bench.exposed().stream()
                    .filter(p -> !bench.isNew(p.id()) && !p.kind().equals("fastener"))
                    .forEach(seen::add);
        }
        return List.copyOf(seen);
    }

    private static List<Move> moves(
            AnatomySheet anatomy,
            TypeSheet type,
            ValveConfiguration told,
            Work work,
            Procedure asTold,
            Procedure asReal,
            Derivation derives,
            RandomGenerator random) {
        Map<String, Step> steps = new LinkedHashMap<>();
        Map<String, Integer> times = new HashMap<>();
        for (Procedure procedure : asReal.equals(asTold) ? List.of(asTold) : List.of(asTold, asReal)) {
            Map<String, Integer> here = new HashMap<>();
            procedure.steps().forEach(s -> {
                steps.putIfAbsent(Move.keyOf(s), s);
                here.merge(Move.keyOf(s), 1, Integer::sum);
            });
            here.forEach((key, count) -> times.merge(key, count, Math::max));
        }
        List<Step> foreign = new ArrayList<>();
        for (WorkKind kind : anatomy.worksFor(told, type)) {
            if (!kind.id().equals(work.kind().id()) && kind.renews().choose().isEmpty()) {
                derives.derive(Work.of(kind), told).steps().stream()
                        .filter(s -> !steps.containsKey(Move.keyOf(s)))
                        .forEach(foreign::add);
            }
        }
        shuffle(foreign, random);
        Map<String, Step> distractors =
                foreign.stream().collect(Collectors.toMap(Move::keyOf, s -> s, (a, b) -> a, LinkedHashMap::new));
        List<Move> moves = new ArrayList<>(Stream.concat(
                        steps.entrySet().stream(),
                        distractors.entrySet().stream().limit(DISTRACTORS))
                .map(e -> new Move(e.getKey(), e.getValue(), times.getOrDefault(e.getKey(), 0)))
                .toList());
        shuffle(moves, random);
        return List.copyOf(moves);
    }

    /** Fisher and Yates: in Java 17 the library's own shuffle takes no {@link RandomGenerator}. */
    private static <T> void shuffle(List<T> list, RandomGenerator random) {
        for (int i = list.size() - 1; i > 0; i--) {
            Collections.swap(list, i, random.nextInt(i + 1));
        }
    }

    public Optional<Move> move(String key) {
        return moves.stream().filter(m -> m.key().equals(key)).findFirst();
    }
}

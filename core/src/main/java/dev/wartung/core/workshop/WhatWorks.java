package dev.wartung.core.workshop;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Condition;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.workshop.NumberField.Group;
import dev.wartung.core.workshop.NumberField.Kind;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What can be done with a type as far as it is known, and what is missing for the rest. Worked out from the sheet: nothing
 * here is ticked by anybody.
 */
public final class WhatWorks {

    private static final int MOST_NAMED = 4;

    private final AnatomySheet anatomy;
    private final TypeSheet type;
    private final List<NumberField> fields;
    private final Predicate<String> known;
    private final List<ValveConfiguration> made;

    private WhatWorks(AnatomySheet anatomy, TypeSheet type, Predicate<String> known) {
        this.anatomy = anatomy;
        this.type = type;
        this.fields = NumberFields.of(anatomy, type);
        this.known = known;
        this.made = anatomy.configurations(type);
    }

    /** How far something works. */
    public enum State {
        YES,
        PARTLY,
        NO
    }

    /** One thing a sheet is good for. */
    public record Line(String name, State state, Message says) {}

    /**
     * Goes through all of it.
     *
     * @param known whether the number at a place is known
     */
    public static List<Line> of(AnatomySheet anatomy, TypeSheet type, Predicate<String> known) {
        return new WhatWorks(anatomy, type, known).lines();
    }

    private List<Line> lines() {
        List<Line> lines = new ArrayList<>();
        lines.add(steps());
        lines.add(numbers(
                "Tools named with their sizes", Group.TOOLS, f -> true, "The step says that the size is not known."));
        lines.add(numbers(
                "Readings judged",
                Group.LIMITS,
                f -> f.kind() == Kind.LIMITS,
                "What is read without them is kept and not judged."));
        lines.add(kits());
        lines.add(greases());
        drives().forEach(drive -> lines.add(drive(drive)));
        lines.add(numbers(
                "Weights in cautions", Group.WEIGHTS, f -> true, "The step says that the weight is not known."));
        lines.add(numbers(
                "Drawn in its own proportions",
                Group.DRAWING,
                f -> true,
                "Drawn in the usual proportions of its family."));
        lines.removeIf(l -> l.says().isEmpty());
        return lines;
    }

    private Line steps() {
        if (made.isEmpty()) {
            return new Line(
                    "Every work, step by step",
                    State.NO,
                    Message.of("works.no-valve", "Say what it is made as: no valve can be built of what is ticked."));
        }
        Set<String> works = new LinkedHashSet<>();
        Alike.oneOfEach(made, anatomy.works().stream().map(w -> w.when()))
                .forEach(c -> anatomy.worksFor(c, type).forEach(w -> works.add(w.id())));
        return new Line(
                "Every work, step by step",
                State.YES,
                Message.of(
                        "works.steps",
                        made.size() == 1 ? "{works} works on one build." : "{works} works on {valves} builds.",
                        "works",
                        works.size(),
                        "valves",
                        made.size()));
    }

    /** Numbers of a group: how many are known, and which are not. */
    private Line numbers(String name, Group group, Predicate<NumberField> which, String without) {
        List<NumberField> asked =
                fields.stream().filter(f -> f.group() == group).filter(which).toList();
        List<String> missing = asked.stream()
                .filter(f -> !known.test(f.place()))
                .map(NumberField::name)
                .toList();
        if (asked.isEmpty()) {
            return new Line(name, State.YES, Message.NONE);
        }
        if (missing.isEmpty()) {
            return new Line(name, State.YES, Message.of("works.all-known", "All {all} known.", "all", asked.size()));
        }
        return new Line(
                name,
                missing.size() == asked.size() ? State.NO : State.PARTLY,
                Message.of(
                        "works.missing",
                        "{known} of {all} known. Not: {missing}. {without}",
                        "known",
                        asked.size() - missing.size(),
                        "all",
                        asked.size(),
                        "missing",
                        named(missing),
                        "without",
                        without));
    }

    private static String named(List<String> names) {
        return names.size() <= MOST_NAMED
                ? String.join("; ", names)
                : String.join("; ", names.subList(0, MOST_NAMED)) + " and " + (names.size() - MOST_NAMED) + " more";
    }

    /** What the renewal of the product seals takes, and whether a kit has it. */
    private Line kits() {
        Map<String, Set<String>> lacking = new LinkedHashMap<>();
        boolean none = type.kits().isEmpty();
        Stream<Condition> asking = Stream.of(
                        parts(p -> p.kind().equals(Part.PRODUCT_SEAL)),
                        type.kits().stream().map(k -> k.when()),
                        type.articles().stream().map(a -> a.when()))
                .flatMap(c -> c);
        Alike.oneOfEach(made, asking).forEach(c -> {
            List<String> renewed = anatomy.build().resolve(c.facts()).parts().stream()
                    .filter(p -> p.kind().equals(Part.PRODUCT_SEAL))
                    .map(Part::id)
                    .toList();
            Supplies supplies = Supplies.of(type, anatomy.build().resolve(c.facts()), c, renewed);
            supplies.notInKit().stream().filter(p -> p.article().isEmpty()).forEach(p -> lacking.computeIfAbsent(
                            p.name(), n -> new LinkedHashSet<>())
                    .add(supplies.kit().map(k -> k.id()).orElse("")));
        });
        if (made.isEmpty()) {
            return new Line("Kits", State.NO, Message.NONE);
        }
        return lacking.isEmpty()
                ? new Line(
                        "Kits",
                        State.YES,
                        Message.of("works.kits", "Every product seal is in a kit or has a number of its own."))
                : new Line(
                        "Kits",
                        none ? State.NO : State.PARTLY,
                        Message.of(
                                "works.kits-lack",
                                "Of some builds nobody knows what to order for: {parts}. They are asked for by name.",
                                "parts",
                                named(List.copyOf(lacking.keySet()))));
    }

    private Stream<Condition> parts(Predicate<Part> which) {
        return anatomy.build().parts().stream().filter(which).map(Part::when);
    }

    private Line greases() {
        List<ValveConfiguration> sorts = Alike.oneOfEach(
                made,
                Stream.concat(parts(Part::greased), type.lubricants().stream().map(l -> l.when())));
        Set<String> open = sorts.stream()
                .flatMap(c -> anatomy.build().resolve(c.facts()).parts().stream()
                        .filter(Part::greased)
                        .filter(p -> type.lubricant(p.film(), c.facts()).isEmpty())
                        .map(Part::film))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        boolean takes = made.stream().anyMatch(c -> anatomy.build().resolve(c.facts()).parts().stream()
                .anyMatch(Part::greased));
        return new Line(
                "Grease named",
                open.isEmpty() ? State.YES : type.lubricants().isEmpty() ? State.NO : State.PARTLY,
                !takes
                        ? Message.NONE
                        : open.isEmpty()
                                ? Message.of("works.greases", "Every film has a grease.")
                                : Message.of(
                                        "works.greases-open",
                                        "Not: {films}. What suits the material is chosen from the plant’s tins.",
                                        "films",
                                        String.join(", ", open).replace('-', ' ')));
    }

    private List<Drive> drives() {
        return type.drives().stream().filter(Drive::pneumatic).toList();
    }

    /** Air, fail position and the proving run of one drive. */
    private Line drive(Drive drive) {
        String name = drive.code() + ": air, fail position, proving run";
        List<ValveConfiguration> valves = Alike.oneOfEach(
                made.stream().filter(c -> c.drive() == drive).toList(),
                Stream.concat(
                        type.actuators().stream().map(a -> a.when()),
                        type.seat().stream()
                                .flatMap(seat -> Stream.concat(
                                        seat.loads().stream().map(l -> l.when()),
                                        seat.stems().stream().map(l -> l.when())))));
        boolean turns = type.turning().isPresent()
                || fields.stream().anyMatch(f -> f.place().startsWith("turning/"));
        boolean runs = valves.stream().allMatch(v -> DriveModel.of(type, v).isPresent());
        boolean closes = turns
                || valves.stream()
                        .allMatch(v -> Actuators.closure(type, v.facts()).isPresent());
        List<String> missing = fields.stream()
                .filter(f -> (f.group() == Group.DRIVE && f.place().startsWith("actuator/" + drive.code() + "/"))
                        || (f.group() == Group.CLOSURE
                                && !f.place().startsWith("turning/flow")
                                && !f.place().startsWith("turning/line")))
                .filter(f -> !known.test(f.place()))
                .map(NumberField::name)
                .toList();
        if (valves.isEmpty()) {
            return new Line(name, State.NO, Message.NONE);
        }
        if (runs && closes) {
            return new Line(
                    name,
                    State.YES,
                    Message.of("works.drive", "Studied, and a proving run is held against its numbers."));
        }
        if (missing.isEmpty()) {
            return new Line(
                    name,
                    State.NO,
                    Message.of("works.drive-impossible", "No valve can be of these diameters and strokes."));
        }
        return new Line(
                name,
                runs ? State.PARTLY : State.NO,
                Message.of(
                        "works.drive-missing",
                        runs
                                ? "A proving run is held against its numbers; no study of what line pressure does. Not known: {missing}."
                                : "Neither studied, nor is a proving run judged. Not known: {missing}.",
                        "missing",
                        named(missing)));
    }
}

package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Condition;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Reading;
import dev.wartung.core.anatomy.Reading.Spreading;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.Variant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What each number of a type sheet is for, read off the family: the tools, texts, limits and rechecks that name it. A
 * number is known by its place in the sheet, for instance {@code sizes/clamp.nut}.
 */
public final class NumberUses {

    private static final Pattern FIGURE = Pattern.compile("\\{([a-z][a-zA-Z0-9.\\-]*)}");
    private static final String SIZES = "sizes/";
    private static final String BANDS = "bands/";
    private static final List<String> SPRING = List.of(
            "actuator/preload",
            "actuator/rate",
            "actuator/stroke",
            "actuator/spring-torque/closed",
            "actuator/spring-torque/open");
    private static final List<String> AIR = List.of(
            "actuator/piston-diameter",
            "actuator/rod-diameter",
            "actuator/friction",
            "seat/seat-diameter",
            "seat/stem-diameter",
            "seat/sealing-load");

    private final AnatomySheet anatomy;
    private final List<Met> met = new ArrayList<>();

    /** How a number is used. */
    public enum How {
        /** the size of a tool */
        TOOL,
        /** a figure in what a step says */
        SAID,
        /** a figure in a caution */
        CAUTION,
        /** the limits of a reading */
        LIMITS,
        /** at how many places something is read */
        PLACES,
        /** when it is looked at again */
        RECHECK
    }

    /** @param where the step, reading or recheck, in the family's words */
    public record Use(How how, String where) {}

    /** A use with when it is met: each of the conditions holds. */
    private record Met(String place, Use use, List<Condition> when) {}

    public NumberUses(AnatomySheet anatomy) {
        this.anatomy = anatomy;
        Stream.concat(anatomy.movements().stream(), anatomy.operations().stream())
                .forEach(o -> {
                    operation(o, o.when());
                    o.undoneBy().ifPresent(undoing -> operation(undoing, o.when()));
                });
        anatomy.rechecks().forEach(r -> r.afterSize()
                .ifPresent(size -> meet(SIZES + size, new Use(How.RECHECK, r.name()), List.of(r.when()))));
    }

    /** @param when when it is met: an undoing whenever what it undoes is */
    private void operation(Operation operation, Condition when) {
        String step = operation.say().stream().findFirst().map(Variant::is).orElse(operation.id());
        operation
                .tools()
                .forEach(v -> text(
                        v.is(),
                        How.TOOL,
                        operation.say().stream()
                                .filter(say -> together(say.when(), v.when()))
                                .findFirst()
                                .map(Variant::is)
                                .orElse(step),
                        List.of(when, operation.when(), v.when())));
        Stream.of(operation.say(), operation.why(), operation.done())
                .flatMap(List::stream)
                .forEach(v -> text(v.is(), How.SAID, step, List.of(when, operation.when(), v.when())));
        operation.cautions().forEach(c -> {
            text(c.lead(), How.CAUTION, step, List.of(when, operation.when(), c.when()));
            text(c.text(), How.CAUTION, step, List.of(when, operation.when(), c.when()));
        });
        operation.asks().forEach(asked -> anatomy.reading(asked.is())
                .ifPresent(reading -> reading(reading, List.of(when, operation.when(), asked.when()))));
    }

    /** Whether both can hold at once. */
    private static boolean together(Condition one, Condition other) {
        return one.allOf().entrySet().stream()
                .allMatch(fact -> Optional.ofNullable(other.allOf().get(fact.getKey()))
                        .map(values -> values.stream().anyMatch(fact.getValue()::contains))
                        .orElse(true));
    }

    private void reading(Reading reading, List<Condition> when) {
        reading.band().ifPresent(band -> meet(BANDS + band, new Use(How.LIMITS, reading.ask()), when));
        reading.spread()
                .flatMap(Spreading::joint)
                .ifPresent(joint -> meet("joints/" + joint, new Use(How.PLACES, reading.ask()), when));
        Stream.concat(
                        reading.spread().flatMap(Spreading::uneven).stream(),
                        reading.same().flatMap(Reading.Same::within).stream())
                .forEach(size -> meet(SIZES + size, new Use(How.LIMITS, reading.ask()), when));
        Stream.of(reading.low(), reading.high(), reading.otherwise())
                .forEach(text -> text(text, How.SAID, reading.ask(), when));
    }

    private void text(String text, How how, String step, List<Condition> when) {
        FIGURE.matcher(text)
                .results()
                .map(figure -> figure.group(1))
                .flatMap(name -> placesOf(name).stream())
                .forEach(place -> meet(place, new Use(how, FIGURE.matcher(step).replaceAll("…")), when));
    }

    private void meet(String place, Use use, List<Condition> when) {
        met.add(new Met(place, use, when));
    }

    /** The numbers that a figure of the texts is worked out from, of those that the family names. */
    private List<String> placesOf(String figure) {
        if (figure.startsWith("school.")) {
            return List.of();
        }
        if (figure.startsWith("band.")) {
            return List.of(BANDS + figure.substring("band.".length(), figure.lastIndexOf('.')));
        }
        if (figure.startsWith("mass.")) {
            return List.of("masses/" + figure.substring("mass.".length()));
        }
        return switch (figure) {
            case "stroke" -> named(List.of("actuator/stroke"));
            case "spring.closed", "spring.open", "energy.stroke" -> named(SPRING);
            case "air.open", "air.close" -> named(
                    Stream.concat(SPRING.stream(), AIR.stream()).toList());
            case "press.force", "press.energy", "press.travel" -> Stream.of("free", "fitted", "rate", "push")
                    .map(size -> SIZES + "press." + size)
                    .toList();
            default -> List.of(SIZES + figure);
        };
    }

    private List<String> named(List<String> places) {
        return places.stream().filter(anatomy.numbers()::containsKey).toList();
    }

    /** Every place that is used by some valve of the family. */
    public Set<String> places() {
        return met.stream().map(Met::place).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** The uses that a valve of a type can meet, by place. Options that exclude each other are not told apart. */
    public Map<String, List<Use>> of(TypeSheet type) {
        Map<String, Set<Use>> uses = new LinkedHashMap<>();
        met.stream()
                .filter(m -> m.when().stream().allMatch(c -> canHold(c, type)))
                .forEach(m -> uses.computeIfAbsent(m.place(), p -> new LinkedHashSet<>())
                        .add(m.use()));
        return uses.entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey, e -> List.copyOf(e.getValue()), (a, b) -> a, LinkedHashMap::new));
    }

    /** Whether some valve of a type can be one for which a condition holds. */
    public boolean canHold(Condition condition, TypeSheet type) {
        return condition.allOf().entrySet().stream().allMatch(fact -> values(fact.getKey(), type)
                .map(made -> made.stream().anyMatch(fact.getValue()::contains))
                .orElse(true));
    }

    /** What a valve of the type can be; empty for what is not said of a type, as who holds the stem. */
    private Optional<List<String>> values(String fact, TypeSheet type) {
        return fact.equals("drive")
                ? Optional.of(type.drives().stream().map(d -> d.code()).toList())
                : anatomy.options().containsKey(fact)
                        ? Optional.of(type.options().getOrDefault(fact, List.of()))
                        : Optional.empty();
    }
}

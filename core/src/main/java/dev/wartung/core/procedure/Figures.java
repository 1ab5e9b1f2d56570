package dev.wartung.core.procedure;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Argument.Amount;
import dev.wartung.core.message.Argument.AtLeast;
import dev.wartung.core.message.Argument.Measure;
import dev.wartung.core.message.Argument.Range;
import dev.wartung.core.message.Argument.Said;
import dev.wartung.core.message.Argument.Words;
import dev.wartung.core.message.Message;
import dev.wartung.core.school.Settled;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The figures of one valve that texts refer to as {@code {name}}: sizes, masses and bands from the type sheet, forces,
 * energy and air
 * computed from it, and how its plant works.
 *
 * @param values  by name
 * @param assumed names of those that rest on an assumed number: it is said wherever they are
 */
public record Figures(Map<String, Argument> values, Set<String> assumed) {

    private static final String SCHOOL = "school.";
    static final String PRESS_FORCE = "press.force";
    static final String PRESS_ENERGY = "press.energy";
    private static final String PRESS_TRAVEL = "press.travel";
    /** Computed of all that the sheet says of a spring in its press. */
    private static final Set<String> IN_PRESS = Set.of(PRESS_FORCE, PRESS_ENERGY, PRESS_TRAVEL);

    private static final Pattern PLACE = Pattern.compile("\\{([a-z][a-zA-Z0-9.\\-]*)}");

    /** @param build of this configuration: what hangs on a part is lifted with it */
    public static Figures of(TypeSheet type, Build build, ValveConfiguration configuration) {
        return of(type, build, configuration, configuration.facts());
    }

    /** @param facts the configuration and the settled schools: torques of treated threads depend on them */
    static Figures of(TypeSheet type, Build build, ValveConfiguration configuration, Map<String, String> facts) {
        Map<String, Argument> values = new TreeMap<>();
        type.sizes().forEach((name, size) -> values.put(name, new Amount(size)));
        type.masses()
                .keySet()
                .forEach(part -> values.put(
                        "mass." + part,
                        new Amount(new Quantity(
                                massesIn(part, build)
                                        .map(type.masses()::get)
                                        .filter(Objects::nonNull)
                                        .mapToDouble(Quantity::si)
                                        .sum(),
                                Dimension.MASS))));
        type.bands().keySet().forEach(name -> {
            Band band = type.band(name, facts).orElseThrow();
            values.put("band." + name + ".range", new Range(band.min(), band.max()));
            band.target().ifPresent(target -> values.put("band." + name + ".target", new Amount(target)));
        });
        Actuators.fitted(type, configuration)
                .flatMap(ActuatorData::stroke)
                .ifPresent(stroke -> values.put("stroke", new Amount(stroke)));
        Actuators.spring(type, configuration, false)
                .ifPresent(spring -> values.put("spring.closed", new Amount(spring)));
        Actuators.spring(type, configuration, true).ifPresent(spring -> values.put("spring.open", new Amount(spring)));
        Actuators.springEnergy(type, configuration)
                .ifPresent(energy -> values.put("energy.stroke", new Amount(energy)));
        Actuators.springInPress(type).ifPresent(spring -> {
            values.put(PRESS_FORCE, new Amount(new Quantity(spring.pressForceN(), Dimension.FORCE)));
            values.put(PRESS_ENERGY, new Amount(new Quantity(spring.pressEnergyJ(), Dimension.ENERGY)));
            values.put(PRESS_TRAVEL, new Amount(new Quantity(spring.pressTravelM(), Dimension.LENGTH)));
        });
        Actuators.of(type, configuration)
                .ifPresent(actuator -> Actuators.closure(type, facts).ifPresent(closure -> {
                    values.put("air.open", air(actuator.airToOpenPa()));
                    values.put("air.close", air(actuator.airToClosePa(closure)));
                }));
        return new Figures(values, assumed(type, build, facts, values.keySet()));
    }

    /** Figures by what they rest on. */
    private static Set<String> assumed(TypeSheet type, Build build, Map<String, String> facts, Set<String> names) {
        boolean drive = type.assumes("actuator");
        return names.stream()
                .filter(name -> switch (name.replaceFirst("[.].*", "")) {
                    case "band" -> type.assumesBand(name.substring("band.".length(), name.lastIndexOf('.')), facts);
                    case "mass" -> massesIn(name.substring("mass.".length()), build)
                            .anyMatch(part -> type.assumes("masses/" + part));
                    case "stroke", "spring", "energy" -> drive;
                    case "air" -> drive || type.assumes("seat");
                    case "press" -> IN_PRESS.contains(name)
                            ? Stream.of("rate", "free", "fitted", "push")
                                    .anyMatch(p -> type.assumes("sizes/press." + p))
                            : type.assumes("sizes/" + name);
                    default -> type.assumes("sizes/" + name);
                })
                .collect(Collectors.toUnmodifiableSet());
    }

    /** What is lifted with a part: itself, and what hangs on it. */
    private static Stream<String> massesIn(String part, Build build) {
        return Stream.concat(
                Stream.of(part),
                build.parts().stream().filter(p -> build.hangsOn(p, part)).map(Part::id));
    }

    /** The same with the answers to questions of practice in words, as {@code {school.name}}. */
    Figures with(Map<String, Settled> schools) {
        Map<String, Argument> more = new TreeMap<>(values);
        schools.forEach((id, settled) ->
                more.put(SCHOOL + id, new Words(settled.school().words(settled.answer()))));
        return new Figures(more, assumed);
    }

    /** Rounded up to a tenth of a bar: a least pressure must not be understated. */
    private static Argument air(double pascal) {
        return new AtLeast(new Quantity(Math.ceil(pascal / 1e4 - 1e-9) * 1e4, Dimension.PRESSURE));
    }

    /**
     * A text of a sheet with the figures it speaks of; one that the type sheet does not give is said not to be known.
     *
     * @param id   where it stands in the sheet
     * @throws MissingFigure if the text refers to the answer to a question that its family does not ask
     */
    public Message into(String id, String text) {
        return into(id, text, UnaryOperator.identity());
    }

    /** One figure alone; empty where this valve's sheets do not give it. */
    public Message shown(String name) {
        Argument figure = values.get(name);
        return figure == null ? Message.NONE : Message.of("figure", "{figure}", "figure", marked(name, figure));
    }

    /** The name of a tool: a torque is set in the reader's units, a spanner of 11 mm is one for everybody. */
    Message tool(String id, String name) {
        return into(
                id,
                name,
                figure -> figure instanceof Amount amount && amount.quantity().dimension() == Dimension.LENGTH
                        ? new Measure(amount.quantity(), Unit.MILLIMETRE)
                        : figure);
    }

    private Message into(String id, String text, UnaryOperator<Argument> as) {
        if (text.indexOf('{') < 0) {
            return new Message(id, text, Map.of());
        }
        Map<String, Argument> named = new TreeMap<>();
        PLACE.matcher(text).results().map(place -> place.group(1)).forEach(name -> {
            Argument figure = values.get(name);
            if (figure == null && name.startsWith(SCHOOL)) {
                throw new MissingFigure(name);
            }
            named.put(name, figure == null ? new Said(NotKnown.figure(name)) : marked(name, as.apply(figure)));
        });
        return new Message(id, text, named);
    }

    private Argument marked(String name, Argument figure) {
        return assumed.contains(name)
                ? new Said(Message.of("figure.assumed", "{figure} (assumed)", "figure", figure))
                : figure;
    }

    /** A text refers to something that no type sheet could give: a mistake in the family's sheet. */
    public static final class MissingFigure extends IllegalStateException {
        private static final long serialVersionUID = 1;

        MissingFigure(String name) {
            super("the type sheet gives no “" + name + "”");
        }
    }
}

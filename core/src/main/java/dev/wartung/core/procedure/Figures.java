package dev.wartung.core.procedure;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.Build;
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
import dev.wartung.core.message.Argument.Words;
import dev.wartung.core.message.Message;
import dev.wartung.core.school.Settled;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;

/**
 * The figures of one valve that texts refer to as {@code {name}}: sizes, masses and bands from the type sheet, forces,
 * energy and air
 * computed from it, and how its plant works.
 *
 * @param values by name
 */
public record Figures(Map<String, Argument> values) {

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
                .forEach((part, mass) -> values.put(
                        "mass." + part,
                        new Amount(new Quantity(
                                mass.si()
                                        + build.parts().stream()
                                                .filter(p -> build.hangsOn(p, part))
                                                .map(p -> type.masses().get(p.id()))
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
            values.put("press.force", new Amount(new Quantity(spring.pressForceN(), Dimension.FORCE)));
            values.put("press.energy", new Amount(new Quantity(spring.pressEnergyJ(), Dimension.ENERGY)));
            values.put("press.travel", new Amount(new Quantity(spring.pressTravelM(), Dimension.LENGTH)));
        });
        Actuators.of(type, configuration)
                .ifPresent(actuator -> Actuators.closure(type, facts).ifPresent(closure -> {
                    values.put("air.open", air(actuator.airToOpenPa()));
                    values.put("air.close", air(actuator.airToClosePa(closure)));
                }));
        return new Figures(values);
    }

    /** The same with the answers to questions of practice in words, as {@code {school.name}}. */
    Figures with(Map<String, Settled> schools) {
        Map<String, Argument> more = new TreeMap<>(values);
        schools.forEach((id, settled) ->
                more.put("school." + id, new Words(settled.school().words(settled.answer()))));
        return new Figures(more);
    }

    /** Rounded up to a tenth of a bar: a least pressure must not be understated. */
    private static Argument air(double pascal) {
        return new AtLeast(new Quantity(Math.ceil(pascal / 1e4 - 1e-9) * 1e4, Dimension.PRESSURE));
    }

    /**
     * A text of a sheet with the figures it speaks of.
     *
     * @param id   where it stands in the sheet
     * @throws MissingFigure if the text refers to one that this valve's sheets do not give
     */
    public Message into(String id, String text) {
        return into(id, text, UnaryOperator.identity());
    }

    /** One figure alone; empty where this valve's sheets do not give it. */
    public Message shown(String name) {
        Argument figure = values.get(name);
        return figure == null ? Message.NONE : Message.of("figure", "{figure}", "figure", figure);
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
            if (figure == null) {
                throw new MissingFigure(name);
            }
            named.put(name, as.apply(figure));
        });
        return new Message(id, text, named);
    }

    /**
     * A text refers to a figure that the type sheet does not give. Found when a sheet is read, by deriving all its
     * works.
     */
    public static final class MissingFigure extends IllegalStateException {
        private static final long serialVersionUID = 1;

        MissingFigure(String name) {
            super("the type sheet gives no “" + name + "”");
        }
    }
}

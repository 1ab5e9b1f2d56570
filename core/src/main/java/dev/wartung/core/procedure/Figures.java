package dev.wartung.core.procedure;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.actuation.LinePressure;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.school.Settled;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The figures of one valve that texts refer to as {@code {name}}: sizes, masses and bands from the type sheet, forces,
 * energy and air
 * computed from it, and how its plant works.
 *
 * @param values name to figure with unit, ready to be read
 */
public record Figures(Map<String, String> values) {

    private static final Pattern PLACE = Pattern.compile("\\{([a-z][a-zA-Z0-9.\\-]*)}");

    /** @param build of this configuration: what hangs on a part is lifted with it */
    public static Figures of(TypeSheet type, Build build, ValveConfiguration configuration) {
        return of(type, build, configuration, configuration.facts());
    }

    /** @param facts the configuration and the settled schools: torques of treated threads depend on them */
    static Figures of(TypeSheet type, Build build, ValveConfiguration configuration, Map<String, String> facts) {
        Map<String, String> values = new TreeMap<>();
        type.sizes().forEach((name, size) -> values.put(name, size.shown()));
        type.masses()
                .forEach((part, mass) -> values.put(
                        "mass." + part,
                        new Quantity(
                                        mass.si()
                                                + build.parts().stream()
                                                        .filter(p -> build.hangsOn(p, part))
                                                        .map(p -> type.masses().get(p.id()))
                                                        .filter(Objects::nonNull)
                                                        .mapToDouble(Quantity::si)
                                                        .sum(),
                                        Dimension.MASS)
                                .shown()));
        type.bands().keySet().forEach(name -> {
            Band band = type.band(name, facts).orElseThrow();
            values.put("band." + name + ".range", band.shown());
            band.target().ifPresent(target -> values.put("band." + name + ".target", target.shown()));
        });
        Drive drive = configuration.drive();
        type.actuator(drive).flatMap(ActuatorData::stroke).ifPresent(stroke -> values.put("stroke", stroke.shown()));
        Actuators.spring(type, drive, false).ifPresent(spring -> values.put("spring.closed", spring.shown()));
        Actuators.spring(type, drive, true).ifPresent(spring -> values.put("spring.open", spring.shown()));
        Actuators.springEnergy(type, drive).ifPresent(energy -> values.put("energy.stroke", energy.shown()));
        Actuators.springInPress(type).ifPresent(spring -> {
            values.put("press.force", new Quantity(spring.pressForceN(), Dimension.FORCE).shown());
            values.put("press.energy", new Quantity(spring.pressEnergyJ(), Dimension.ENERGY).shown());
            values.put("press.travel", new Quantity(spring.pressTravelM(), Dimension.LENGTH).shown());
        });
        Actuators.of(type, drive)
                .ifPresent(actuator -> Actuators.closure(type, facts).ifPresent(closure -> {
                    values.put("air.open", air(actuator.airToOpenPa(closure, LinePressure.NONE)));
                    values.put("air.close", air(actuator.airToClosePa(closure, LinePressure.NONE)));
                }));
        return new Figures(values);
    }

    /** The same with the answers to questions of practice in words, as {@code {school.name}}. */
    Figures with(Map<String, Settled> schools) {
        Map<String, String> more = new TreeMap<>(values);
        schools.forEach(
                (id, settled) -> more.put("school." + id, settled.school().words(settled.answer())));
        return new Figures(more);
    }

    /** Rounded up to a tenth of a bar: a least pressure must not be understated. */
    private static String air(double pascal) {
        return new Quantity(Math.ceil(pascal / 1e4 - 1e-9) * 1e4, Dimension.PRESSURE).shown();
    }

    /**
     * Puts the figures into a text.
     *
     * @throws MissingFigure if the text refers to one that this valve's sheets do not give
     */
    public String into(String text) {
        if (text.indexOf('{') < 0) {
            return text;
        }
        return PLACE.matcher(text).replaceAll(match -> {
            String value = values.get(match.group(1));
            if (value == null) {
                throw new MissingFigure(match.group(1));
            }
            return Matcher.quoteReplacement(value);
        });
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

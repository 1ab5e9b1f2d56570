package dev.wartung.web.tool;

import dev.wartung.core.calibration.Capability;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.page.TypedNumber;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a tool can do, as typed from its certificate: all of it or nothing. Troubles are kept by field.
 */
final class CapabilityForm {

    static final String FROM = "from";
    static final String TO = "to";
    static final String RESOLUTION = "resolution";
    static final String UNCERTAINTY = "uncertainty";
    static final String SHARE = "share";

    private static final double MOST_PERCENT = 50;

    private final Map<String, String> typed;
    private final Map<String, String> troubles;
    private final Unit unit;
    private final Unit difference;

    private CapabilityForm(ToolKind kind, Map<String, String> typed, UnitSystem units, Map<String, String> troubles) {
        this.typed = typed;
        this.troubles = troubles;
        this.unit = units.unit(kind.measures());
        // a difference of temperatures is in kelvin, or it would be moved by the scale's zero
        this.difference = kind.measures() == Dimension.TEMPERATURE ? Unit.KELVIN : unit;
    }

    /** @return empty where nothing is typed, or troubles say what is wrong */
    static Optional<Capability> read(
            ToolKind kind, Map<String, String> typed, UnitSystem units, Map<String, String> troubles) {
        boolean said = Stream.of(FROM, TO, RESOLUTION, UNCERTAINTY, SHARE)
                .anyMatch(f -> !typed.getOrDefault(f, "").isBlank());
        return said ? new CapabilityForm(kind, typed, units, troubles).read() : Optional.empty();
    }

    private Optional<Capability> read() {
        int before = troubles.size();
        Optional<Quantity> from = amount(FROM, unit, true);
        Optional<Quantity> to = amount(TO, unit, true);
        Optional<Quantity> resolution = amount(RESOLUTION, difference, true);
        Optional<Quantity> absolute = amount(UNCERTAINTY, difference, false);
        double share = percent();
        if (troubles.size() > before) {
            return Optional.empty();
        }
        if (from.orElseThrow().compareTo(to.orElseThrow()) >= 0) {
            troubles.put(TO, "More than what it measures from.");
        } else if (absolute.isEmpty() && share == 0) {
            troubles.put(
                    UNCERTAINTY, "As the certificate says, with k = 2: an amount, per cent of the reading, or both.");
        } else if (share > 0 && unit.dimension() == Dimension.TEMPERATURE) {
            troubles.put(SHARE, "A thermometer's uncertainty is an amount, not per cent of the reading.");
        } else {
            return Optional.of(new Capability(
                    from.get(),
                    to.get(),
                    resolution.orElseThrow().si(),
                    absolute.map(Quantity::si).orElse(0.0),
                    share));
        }
        return Optional.empty();
    }

    private Optional<Quantity> amount(String field, Unit usual, boolean needed) {
        String text = typed.getOrDefault(field, "").strip();
        if (text.isEmpty()) {
            if (needed) {
                troubles.put(field, "Say this too, or leave all of it empty.");
            }
            return Optional.empty();
        }
        Entry entry = Entry.read(text, usual, field.equals(FROM));
        if (entry instanceof Entry.NotUnderstood not) {
            troubles.put(field, not.reason());
            return Optional.empty();
        }
        Entry.Understood read = (Entry.Understood) entry;
        if (usual == Unit.KELVIN && read.unit() != Unit.KELVIN) {
            troubles.put(field, "A difference of temperatures: type it in K.");
            return Optional.empty();
        }
        return Optional.of(read.quantity());
    }

    /** A share of the reading, 0 where nothing is typed. */
    private double percent() {
        String text = typed.getOrDefault(SHARE, "");
        return text.isBlank()
                ? 0
                : TypedNumber.percent(
                                SHARE,
                                text,
                                MOST_PERCENT,
                                "Per cent of the reading, from 0 to 50, for instance 4.",
                                troubles)
                        .orElse(0.0);
    }
}

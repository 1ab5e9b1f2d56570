package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.Basis;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.workshop.MeasuredDrive;
import dev.wartung.core.workshop.MeasuredDrive.Cylinder;
import dev.wartung.core.workshop.MeasuredDrive.Run;
import dev.wartung.core.workshop.MeasuredDrive.Value;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.SheetDraft.Stated;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Spring and friction that no manual states, from one slow run up and down: what was typed, and what comes of it. */
final class MeasuredForm {

    /** Air as it rises, and as it falls, in the order it is read. */
    static final List<String> READINGS = List.of("first", "full", "back", "home");

    private static final String GAUGE = "gauge";
    /** A caliper's, k = 2; lengths off a manual are taken for as sure. */
    private static final double CALIPER_M = 1e-4;

    private final SheetDraft sheet;
    private final String drive;
    private final Map<String, String> typed;
    private final UnitSystem units;
    private final Map<String, String> troubles = new LinkedHashMap<>();

    MeasuredForm(SheetDraft sheet, Map<String, String> typed, UnitSystem units) {
        this.sheet = sheet;
        this.drive = typed.getOrDefault("drive", "");
        this.typed = typed;
        this.units = units;
    }

    Map<String, String> troubles() {
        return troubles;
    }

    /** The draft with what was found; empty where something is wrong, which the troubles then say. */
    Optional<SheetDraft> kept() {
        Map<String, Double> air = new LinkedHashMap<>();
        READINGS.forEach(reading -> pressure(reading).ifPresent(pa -> air.put(reading, pa)));
        Optional<Double> gauge = pressure(GAUGE);
        Optional<Drive> of = Drive.of(drive).filter(d -> d.sprung() && d.pneumatic());
        if (of.isEmpty()) {
            troubles.put("drive", "Choose a drive that a spring brings back.");
        }
        Optional<Quantity> piston = length("piston-diameter");
        Optional<Quantity> rod = length("rod-diameter");
        Optional<Quantity> stroke = length("stroke");
        if (piston.isEmpty() || rod.isEmpty() || stroke.isEmpty()) {
            troubles.put("drive", "Piston, rod and stroke of this drive have to be known first: measure them above.");
        }
        if (!troubles.isEmpty()) {
            return Optional.empty();
        }
        Run run = new Run(pa(air, "first"), pa(air, "full"), pa(air, "back"), pa(air, "home"), gauge.orElseThrow());
        if (!run.isPossible()) {
            troubles.put(
                    "first",
                    "No valve that a spring brings back does this: it leaves at more air than it comes home at, and the far end takes more than leaving.");
            return Optional.empty();
        }
        MeasuredDrive found = MeasuredDrive.from(
                run,
                new Cylinder(
                        of.orElseThrow(),
                        piston.orElseThrow().si(),
                        rod.orElseThrow().si(),
                        stroke.orElseThrow().si(),
                        CALIPER_M));
        return Optional.of(with(
                with(
                        with(sheet, "preload", found.preload(), Dimension.FORCE),
                        "rate",
                        found.rate(),
                        Dimension.STIFFNESS),
                "friction",
                found.friction(),
                Dimension.FORCE));
    }

    private static double pa(Map<String, Double> air, String reading) {
        return Optional.ofNullable(air.get(reading)).orElseThrow();
    }

    private Optional<Double> pressure(String field) {
        Entry entry = Entry.read(typed.getOrDefault(field, ""), units.unit(Dimension.PRESSURE));
        if (entry instanceof Entry.Understood understood) {
            return Optional.of(understood.quantity().si());
        }
        troubles.put(field, ((Entry.NotUnderstood) entry).reason());
        return Optional.empty();
    }

    private Optional<Quantity> length(String name) {
        return sheet.number(place(name))
                .filter(Stated.One.class::isInstance)
                .flatMap(s -> Quantity.stated(((Stated.One) s).text()));
    }

    private String place(String name) {
        return "actuator/" + drive + "/" + name;
    }

    private SheetDraft with(SheetDraft before, String name, Value found, Dimension dimension) {
        Quantity uncertain = new Quantity(found.uncertain(), dimension);
        return before.known(
                place(name),
                new Stated.One(StatedNumber.stated(new Quantity(found.si(), dimension))),
                Optional.of(new Basis(
                        Basis.From.MEASURED, "one slow run up and down, ± " + uncertain.shown() + " (k = 2)")));
    }
}

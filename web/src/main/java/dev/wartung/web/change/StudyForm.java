package dev.wartung.web.change;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Side;
import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.actuation.ValveStudy.Duty;
import dev.wartung.core.actuation.ValveStudy.Wet;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.lab.Field;
import dev.wartung.core.lab.Inputs;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What is asked for a study of a valve, and what was typed. */
final class StudyForm {

    private static final String WISH = "wish";
    private final Inputs inputs;
    private final boolean turns;

    private StudyForm(Inputs inputs, boolean turns) {
        this.inputs = inputs;
        this.turns = turns;
    }

    /** @param air the plant's, offered as what is there */
    static StudyForm of(
            AnatomySheet anatomy, TypeSheet type, Optional<Air> air, Map<String, String> typed, UnitSystem units) {
        boolean turns = type.seat().isEmpty();
        Map<String, String> wishes = new LinkedHashMap<>();
        ValveStudy.drives(type).forEach(d -> wishes.put(d.code(), d.code() + ", " + anatomy.words(d)));
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice(WISH, "Without air it should", wishes));
        if (!turns) {
            fields.add(Field.choice(
                    "side",
                    "Line pressure on the closed plug",
                    Field.options("BELOW", "pushes it off its seat", "ABOVE", "presses it on its seat")));
        }
        fields.add(Field.measure("line", "Highest line pressure", Unit.BAR, "3 bar", 0, 40));
        fields.add(Field.measure(
                "nominal",
                "Usual air",
                Unit.BAR,
                air.map(a -> bar(a.nominalPa())).orElse("6 bar"),
                0.5,
                16));
        fields.add(Field.measure(
                "lowest",
                "Lowest guaranteed air",
                Unit.BAR,
                air.map(a -> bar(a.lowestPa())).orElse("5.2 bar"),
                0.5,
                16));
        fields.add(Field.number("spring", "Spring is off by, %", "10", 0, 60));
        fields.add(
                turns
                        ? Field.choice(
                                "wet",
                                "The seat is",
                                Field.options("DRY", "dry", "LUBRICATED", "lubricated", "PRODUCT", "wet with product"))
                        : Field.number("friction", "Friction scatters by, %", "50", 0, 300));
        Inputs inputs = new Inputs(fields, typed, units);
        if (inputs.understood()) {
            inputs.refuseIf(
                    inputs.number("lowest") > inputs.number("nominal"),
                    "lowest",
                    "The lowest air is not above the usual.");
        }
        return new StudyForm(inputs, turns);
    }

    private static String bar(double pascal) {
        return new Quantity(pascal, Dimension.PRESSURE).shown();
    }

    Inputs inputs() {
        return inputs;
    }

    boolean understood() {
        return inputs.understood();
    }

    Drive wish() {
        return Drive.of(inputs.text(WISH)).orElseThrow();
    }

    Duty duty() {
        return new Duty(
                turns ? Side.BELOW : Side.valueOf(inputs.text("side")),
                inputs.number("line"),
                new Air(inputs.number("nominal"), inputs.number("lowest")),
                inputs.number("spring") / 100,
                turns ? 0 : inputs.number("friction") / 100,
                turns ? Wet.valueOf(inputs.text("wet")) : Wet.DRY);
    }

    /** What was typed, by field, each in words of its own. */
    Map<String, String> inWords() {
        Map<String, String> words = new LinkedHashMap<>();
        inputs.fields().forEach(f -> {
            String text = inputs.text(f.id());
            boolean bare = f.unit().isPresent() && text.matches("[-+0-9.,]+");
            words.put(
                    f.label(),
                    f.options()
                            .getOrDefault(
                                    text, bare ? text + " " + inputs.usual(f).symbol() : text));
        });
        return words;
    }

    /** What was typed, by field. */
    Map<String, String> typed() {
        Map<String, String> typed = new LinkedHashMap<>();
        inputs.fields().forEach(f -> typed.put(f.id(), inputs.text(f.id())));
        return typed;
    }
}

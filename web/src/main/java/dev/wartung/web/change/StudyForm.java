package dev.wartung.web.change;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.actuation.Duty;
import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.actuation.Wet;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.lab.DutyFields;
import dev.wartung.core.lab.Field;
import dev.wartung.core.lab.Inputs;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is asked for a study of a valve, and what was typed. */
final class StudyForm {

    private static final String WISH = "wish";
    private static final Set<String> ALLOWANCES =
            Set.of("vacuum", "spring", "friction-scatter", "stick", "droop", "residual", "margin");
    private final Inputs inputs;
    private final boolean turns;

    private StudyForm(Inputs inputs, boolean turns) {
        this.inputs = inputs;
        this.turns = turns;
    }

    /**
     * @param air    the plant's, offered as what is there
     * @param margin the least the plant asks of a quarter-turn actuator
     */
    static StudyForm of(
            AnatomySheet anatomy,
            TypeSheet type,
            Optional<Air> air,
            double margin,
            Map<String, String> typed,
            UnitSystem units) {
        boolean turns = type.seat().isEmpty();
        Map<String, String> wishes = new LinkedHashMap<>();
        ValveStudy.drives(type).forEach(d -> wishes.put(d.code(), d.code() + ", " + anatomy.words(d)));
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice(WISH, "Without air it should", wishes));
        if (ValveStudy.hasSides(type)) {
            fields.add(DutyFields.side());
        }
        fields.add(DutyFields.line());
        fields.add(DutyFields.nominal(air.map(a -> bar(a.nominalPa())).orElse("6 bar")));
        fields.add(DutyFields.lowest(air.map(a -> bar(a.lowestPa())).orElse("5.2 bar")));
        if (turns) {
            fields.add(Field.choice(
                    "wet",
                    "The seat is",
                    Field.options("DRY", "dry", "LUBRICATED", "lubricated", "PRODUCT", "wet with product")));
            fields.add(DutyFields.drop());
            fields.add(DutyFields.margin(Quantity.rounded(margin, 2)));
        } else {
            fields.add(DutyFields.vacuum());
            fields.add(DutyFields.friction());
            fields.add(DutyFields.stick());
        }
        fields.add(DutyFields.spring());
        fields.add(DutyFields.droop());
        fields.add(DutyFields.residual());
        Inputs inputs = new Inputs(fields, typed, units);
        DutyFields.refuse(inputs);
        if (inputs.understood() && turns) {
            inputs.refuseIf(
                    inputs.number("margin") < margin,
                    "margin",
                    "This plant asks for at least " + Quantity.rounded(margin, 2) + " (Site).");
        }
        return new StudyForm(inputs, turns);
    }

    /** What scatters and is allowed for, behind the rest: it has usual values, each with its reason. */
    boolean isAllowance(Field field) {
        return ALLOWANCES.contains(field.id());
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
        return DutyFields.duty(inputs, turns ? Wet.valueOf(inputs.text("wet")) : Wet.DRY);
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

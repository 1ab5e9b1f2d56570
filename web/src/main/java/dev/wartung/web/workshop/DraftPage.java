package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.NumberFields;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.WhatWorks;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.workshop.TypeDrafts.Draft;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What the page of a draft shows: questions with their drawings, numbers, what works already. */
@Component
class DraftPage {

    private final DraftReading reading;
    private final Sheets sheets;

    DraftPage(DraftReading reading, Sheets sheets) {
        this.reading = reading;
        this.sheets = sheets;
    }

    /**
     * One way the type can be made.
     *
     * @param svg where it differs from the others in section; empty where it does not show
     */
    public record Choice(String value, String words, boolean ticked, String svg) {}

    /** A question of how the type is made. */
    public record Question(String field, String name, List<Choice> choices, boolean one) {

        public boolean isOpen() {
            return choices.stream().noneMatch(Choice::ticked);
        }
    }

    /** @param drawn with what each answer looks like; that takes a while */
    List<Question> questions(Draft draft, boolean drawn) {
        SheetDraft sheet = draft.sheet();
        AnatomySheet family = reading.family(sheet);
        List<Question> questions = new ArrayList<>();
        questions.add(new Question(
                "drive",
                "Drive",
                family.drives().stream()
                        .map(d -> new Choice(
                                d.code(),
                                d.code() + ", " + family.words(d),
                                sheet.drives().contains(d.code()),
                                ""))
                        .toList(),
                false));
        List<ValveConfiguration> all = family.configurations();
        TypeSheet type = drawn ? reading.type(sheet).orElse(null) : null;
        family.options().forEach((id, option) -> {
            Map<String, ValveConfiguration> examples = new LinkedHashMap<>();
            option.choices().values().forEach(value -> all.stream()
                    .filter(c -> value.equals(c.options().get(id)))
                    .findFirst()
                    .ifPresent(c -> examples.put(value, c)));
            questions.add(new Question(
                    "option." + id,
                    option.name(),
                    option.choices().entrySet().stream()
                            .map(c -> new Choice(
                                    c.getValue(),
                                    c.getKey(),
                                    sheet.option(id).contains(c.getValue()),
                                    type == null ? "" : thumbnail(family, type, examples, c.getValue())))
                            .toList(),
                    false));
        });
        DraftReading.byMaker(family)
                .forEach(school -> questions.add(new Question(
                        "school." + school.id(),
                        school.question(),
                        school.answers().entrySet().stream()
                                .map(a -> new Choice(
                                        a.getKey(), a.getValue(), a.getKey().equals(sheet.school(school.id())), ""))
                                .toList(),
                        true)));
        return questions;
    }

    /** The section with the parts marked that this value has and another has not; nothing where there is none. */
    private String thumbnail(
            AnatomySheet family, TypeSheet type, Map<String, ValveConfiguration> examples, String value) {
        ValveConfiguration shown = examples.get(value);
        if (shown == null) {
            return "";
        }
        Set<String> mine = parts(family, shown);
        Set<String> others = examples.entrySet().stream()
                .filter(e -> !e.getKey().equals(value))
                .map(e -> parts(family, e.getValue()))
                .reduce((a, b) -> {
                    a.retainAll(b);
                    return a;
                })
                .orElse(Set.of());
        List<String> marks = mine.stream()
                .filter(p -> !others.contains(p))
                .map(p -> p.substring(0, p.indexOf('|')))
                .toList();
        return marks.isEmpty() ? "" : svg(family, type, shown, marks, value, SectionDrawing::svg);
    }

    private static Set<String> parts(AnatomySheet family, ValveConfiguration valve) {
        return family.build().resolve(valve.facts()).parts().stream()
                .map(p -> p.id() + "|" + p.name())
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** A section as it is drawn: plain, or with its dimensions. */
    private interface Drawn {
        String of(SectionDrawing drawing, Bench bench, SectionDrawing.View view, String title);
    }

    private String svg(
            AnatomySheet family,
            TypeSheet type,
            ValveConfiguration valve,
            List<String> marks,
            String title,
            Drawn drawn) {
        try {
            return drawn.of(
                    sheets.drawing(new Sheets.Pair(family, type), valve),
                    new Bench(family.build(), valve),
                    new SectionDrawing.View(List.of(), marks, List.of(), Optional.empty()),
                    title);
        } catch (IllegalArgumentException e) {
            // sizes that no drawing is made for: a bore of nothing, a coil of none
            return "";
        }
    }

    /** The section as it is ticked so far; the first of the builds that are left. Empty where there is none to draw. */
    String section(SheetDraft sheet) {
        AnatomySheet family = reading.family(sheet);
        return reading.type(sheet)
                .flatMap(type -> family.configurations(type).stream()
                        .findFirst()
                        .map(valve -> svg(
                                family,
                                type,
                                valve,
                                List.of(),
                                "Section of " + sheet.word("name"),
                                SectionDrawing::dimensioned)))
                .orElse("");
    }

    /** The family's section, for a choice between families. */
    String family(AnatomySheet family) {
        return sheets.types().stream()
                .filter(t -> t.anatomy().equals(family.id()))
                .findFirst()
                .map(t ->
                        svg(family, t, family.configurations(t).get(0), List.of(), family.name(), SectionDrawing::svg))
                .orElse("");
    }

    List<NumberField> fields(SheetDraft sheet) {
        return reading.type(sheet)
                .map(type -> NumberFields.of(reading.family(sheet), type))
                .orElse(List.of());
    }

    Map<NumberField.Group, List<NumberRow>> rows(SheetDraft sheet, UnitSystem units) {
        Map<NumberField.Group, List<NumberRow>> groups = new LinkedHashMap<>();
        reading.type(sheet)
                .ifPresent(type -> fields(sheet).forEach(f -> groups.computeIfAbsent(f.group(), g -> new ArrayList<>())
                        .add(NumberRow.of(f, sheet, type.dn(), units))));
        return groups;
    }

    /** Ways of measuring what the manual may not say, each with what it can be found of. */
    Map<MeasuringWay, Map<String, String>> measurable(SheetDraft sheet) {
        List<NumberField> fields = fields(sheet);
        Map<MeasuringWay, Map<String, String>> ways = new LinkedHashMap<>();
        for (MeasuringWay way : MeasuringWay.values()) {
            Map<String, String> targets = way.targets(fields);
            if (!targets.isEmpty()) {
                ways.put(way, targets);
            }
        }
        return ways;
    }

    List<WhatWorks.Line> works(SheetDraft sheet) {
        return reading.type(sheet)
                .map(type -> WhatWorks.of(reading.family(sheet), type, place -> sheet.number(place)
                        .isPresent()))
                .orElse(List.of());
    }

    /** Films of grease that the type's parts take. */
    List<String> films(SheetDraft sheet) {
        AnatomySheet family = reading.family(sheet);
        return family.build().parts().stream()
                .filter(Part::greased)
                .map(Part::film)
                .distinct()
                .toList();
    }

    /** Which valves a list can be for: every one, or those with one value of an option. */
    Map<String, String> only(SheetDraft sheet) {
        AnatomySheet family = reading.family(sheet);
        Map<String, String> only = new LinkedHashMap<>();
        family.options().forEach((id, option) -> option.choices().forEach((words, value) -> {
            if (sheet.option(id).contains(value) && sheet.option(id).size() > 1) {
                only.put(id + "=" + value, option.name() + ": " + words);
            }
        }));
        if (sheet.drives().size() > 1) {
            sheet.drives()
                    .forEach(d -> only.put(
                            "drive=" + d,
                            "Drive: " + Drive.of(d).map(family::words).orElse(d)));
        }
        return only;
    }
}

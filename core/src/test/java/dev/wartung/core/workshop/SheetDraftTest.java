package dev.wartung.core.workshop;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Basis;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.core.workshop.SheetDraft.Needs;
import dev.wartung.core.workshop.SheetDraft.Stated;
import dev.wartung.core.workshop.WhatWorks.State;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A sheet in the making: what it keeps, what it comes to, and what works of it. */
class SheetDraftTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final SheetReader READER = new SheetReader();

    private static SheetDraft draft(String shipped) {
        return SheetDraft.read(READER.compose(shipped, SheetLibrary.typeText(shipped), name -> Optional.empty()));
    }

    private static AnatomySheet family(SheetDraft draft) {
        return LIBRARY.anatomy(draft.word("anatomy")).orElseThrow();
    }

    private static TypeSheet type(SheetDraft draft) {
        TypeSheet open = read(draft.sheet(Needs.NOT_ASKED));
        return read(draft.sheet(NumberFields.needs(family(draft), open)));
    }

    private static TypeSheet read(String sheet) {
        return ((SheetResult.Accepted<TypeSheet>) READER.readAsItIs("draft", sheet)).sheet();
    }

    private static Stated one(String text) {
        return new Stated.One(text);
    }

    @Test
    @DisplayName("What several drives share is parted when it is said of one of them")
    void parted() {
        SheetDraft draft = draft("terskel-25");
        assertThat(draft.number("actuator/manual/stroke")).contains(one("13 mm"));
        SheetDraft changed = draft.known("actuator/manual/stroke", one("12 mm"), Optional.empty());
        assertThat(changed.number("actuator/manual/stroke")).contains(one("12 mm"));
        assertThat(changed.number("actuator/motor/stroke")).contains(one("13 mm"));
        assertThat(changed.notKnown("actuator/manual/stroke").number("actuator/manual/stroke"))
                .isEmpty();
        assertThat(draft.number("actuator/manual/stroke")).contains(one("13 mm"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"kolm-50", "tvinn-50", "kolm-t-50", "terskel-25", "fen-50", "fen-l-100", "kule-50", "hvile-50"})
    @DisplayName("Whatever single number of a type is known, or not, the draft can be read")
    void anyNumber(String shipped) {
        SheetDraft all = draft(shipped);
        SheetDraft none = all.withoutNumbers();
        List<NumberField> fields = NumberFields.of(family(all), type(all));
        SheetDraft.Needs needs = NumberFields.needs(family(all), type(all));
        for (NumberField field : fields) {
            Optional<Stated> stated = all.number(field.place());
            if (stated.isPresent()) {
                assertThat(READER.readAsItIs(
                                "all but", all.notKnown(field.place()).sheet(needs)))
                        .as("without " + field.place())
                        .isInstanceOf(SheetResult.Accepted.class);
                assertThat(READER.readAsItIs(
                                "only",
                                none.known(field.place(), stated.get(), Optional.empty())
                                        .sheet(needs)))
                        .as("with " + field.place() + " alone")
                        .isInstanceOf(SheetResult.Accepted.class);
            }
        }
    }

    @Test
    @DisplayName("A number is known, measured or assumed, and forgets where it came from when it is not known any more")
    void basis() {
        Basis assumed = new Basis(Basis.From.ASSUMED, "as the next size");
        SheetDraft draft = draft("kolm-50").known("sizes/clamp.nut", one("14 mm"), Optional.of(assumed));
        assertThat(draft.basis("sizes/clamp.nut")).contains(assumed);
        assertThat(type(draft).assumes("sizes/clamp.nut")).isTrue();
        assertThat(draft.known("sizes/clamp.nut", one("14 mm"), Optional.empty())
                        .basis("sizes/clamp.nut"))
                .isEmpty();
        assertThat(draft.notKnown("sizes/clamp.nut").basis("sizes/clamp.nut")).isEmpty();
        SheetDraft warm = draft("kolm-50")
                .known(
                        "bands/touch-temperature",
                        new Stated.Limits("5 °C", Optional.empty(), "35 °C"),
                        Optional.of(assumed));
        assertThat(warm.withoutNumbers().basis("bands/touch-temperature")).contains(assumed);
        assertThat(warm.withoutNumbers().number("sizes/clamp.nut")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "kolm-t-50, upper-seat/seat-diameter",
        "tvinn-50, seat/balance-diameter",
        "terskel-25, seat/diaphragm-diameter",
        "kolm-50, seat/stems/sealing=diaphragm",
        "kolm-50, seat/sealing-load"
    })
    @DisplayName(
            "With half a closure nothing is studied: one seat of two, a bare stem for a diaphragm, would be another valve")
    void halfAClosure(String shipped, String place) {
        SheetDraft whole = draft(shipped);
        assertThat(type(whole).seat()).isPresent();
        assertThat(NumberFields.of(family(whole), type(whole)).stream().map(NumberField::place))
                .contains(place);
        SheetDraft half = whole.notKnown(place);
        TypeSheet type = type(half);
        assertThat(type.seat()).isEmpty();
        assertThat(type.upperSeat()).isEmpty();
        assertThat(ValveStudy.drives(type)).isEmpty();
        // it is not forgotten, and said again it is whole again
        String stated = ((Stated.One) whole.number(place).orElseThrow()).text();
        assertThat(type(half.known(place, one(stated), Optional.empty()))).isEqualTo(type(whole));
    }

    @Test
    @DisplayName("What only an aseptic valve has is not asked of a type that is none")
    void aseptic() {
        SheetDraft plain = draft("kolm-50").made("sealing", List.of("lip")).notKnown("seat/stems/sealing=diaphragm");
        assertThat(type(plain).seat()).isPresent();
        assertThat(NumberFields.of(family(plain), type(plain)).stream().map(NumberField::place))
                .noneMatch(p -> p.contains("stems"));
    }

    @ParameterizedTest
    @CsvSource({
        "seat/stem-diameter, 60 mm",
        "actuator/NC/rod-diameter, 120 mm",
        "actuator/NC/stroke, 0 mm",
    })
    @DisplayName("Numbers that cannot be one valve's are studied as little as unknown ones, and the check says so")
    void impossible(String place, String typed) {
        SheetDraft draft = draft("kolm-50").made(List.of("NC")).known(place, one(typed), Optional.empty());
        TypeSheet type = type(draft);
        ValveConfiguration valve = family(draft).configurations(type).stream()
                .filter(c -> "profiled".equals(c.options().get("plug")))
                .findFirst()
                .orElseThrow();
        assertThat(Actuators.closure(type, valve.facts()).isEmpty()
                        || Actuators.of(type, valve).isEmpty())
                .isTrue();
        assertThat(WhatWorks.of(family(draft), type, p -> draft.number(p).isPresent()))
                .filteredOn(l -> l.name().startsWith("NC"))
                .allMatch(l -> l.state() != State.YES);
        assertThat(READER.readType("draft", draft.sheet(NumberFields.needs(family(draft), type)), LIBRARY::anatomy))
                .isInstanceOf(SheetResult.Refused.class);
    }

    @Test
    @DisplayName("What works is worked out: all of a whole sheet, of a thin one the steps alone, of one between a part")
    void works() {
        SheetDraft whole = draft("fen-80");
        assertThat(lines(whole).values()).containsOnly(State.YES);
        SheetDraft thin = whole.withoutNumbers().with("lubricants", whole.list("none"));
        Map<String, State> nothing = lines(thin);
        assertThat(nothing.get("Every work, step by step")).isEqualTo(State.YES);
        assertThat(nothing.get("Tools named with their sizes")).isEqualTo(State.NO);
        assertThat(nothing.get("Kits")).isEqualTo(State.NO);
        assertThat(nothing.get("Grease named")).isEqualTo(State.NO);
        assertThat(nothing.get("NC: air, fail position, proving run")).isEqualTo(State.NO);
        assertThat(lines(thin.known("sizes/clamp.nut", one("13 mm"), Optional.empty()))
                        .get("Tools named with their sizes"))
                .isEqualTo(State.PARTLY);
        // a proving run needs no seat of a linear valve, a study does
        assertThat(lines(draft("kolm-50").notKnown("seat/seat-diameter")).get("NC: air, fail position, proving run"))
                .isEqualTo(State.PARTLY);
    }

    private static Map<String, State> lines(SheetDraft draft) {
        return WhatWorks.of(
                        family(draft), type(draft), place -> draft.number(place).isPresent())
                .stream()
                .collect(java.util.stream.Collectors.toMap(WhatWorks.Line::name, WhatWorks.Line::state));
    }
}

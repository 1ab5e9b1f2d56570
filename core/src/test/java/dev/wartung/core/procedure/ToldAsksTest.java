package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.WrittenOut;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.PlainKolm50;
import dev.wartung.core.anatomy.Reading;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Every reading of every family as it is asked on one type of it, and on sheets of that type which know less or only
 * assume; readings at bolts and torques on every type, with threads treated either way; and the figures that texts of
 * each type's steps refer to. Written out: {@code told-asks.txt} and {@code told-figures.txt}. What was written before
 * is not written again.
 */
class ToldAsksTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    /** What a sheet may leave out, as a whole. */
    private static final List<String> UNKNOWN = List.of("", "bands", "sizes", "joints");

    private static final List<String> TREATMENTS = List.of("anti-seize", "dry");

    @Test
    @DisplayName(
            "Every reading is asked as it is written: limits, places, notes, what is said where the sheet is silent or only assumes")
    void askByAsk() throws IOException {
        Map<String, List<String>> written = new LinkedHashMap<>();
        Set<String> before = new HashSet<>();
        Set<String> families = new HashSet<>();
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            List<ValveConfiguration> valves = family.configurations(type);
            for (int at : new int[] {0, valves.size() - 1}) {
                if (families.contains(family.id())) {
                    break;
                }
                for (String unknown : UNKNOWN) {
                    written.merge(
                            "== " + type.id() + (unknown.isEmpty() ? "" : ", " + unknown + " not known"),
                            asked(family, without(type, unknown), valves.get(at), Map.of(), r -> true, before),
                            ToldAsksTest::both);
                }
                written.merge(
                        "== " + type.id() + ", all assumed",
                        asked(family, assumed(type), valves.get(at), Map.of(), r -> true, before),
                        ToldAsksTest::both);
            }
            families.add(family.id());
            for (String threads : TREATMENTS) {
                written.put(
                        "== bolts of " + type.id() + ", " + threads,
                        asked(
                                family,
                                type,
                                valves.get(0),
                                Map.of("stainless-threads", threads),
                                r -> r.spread().isPresent()
                                        || r.quantity().equals(Optional.of(Reading.Measured.TORQUE)),
                                before));
            }
        }
        new WrittenOut("told-asks.txt").holds(written);
    }

    @Test
    @DisplayName("Every figure texts refer to is as it is written, and which of them rest on a number that is assumed")
    void figureByFigure() throws IOException {
        Map<String, List<String>> written = new LinkedHashMap<>();
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            Set<String> lines = new LinkedHashSet<>();
            List<ValveConfiguration> valves = family.configurations(type);
            for (ValveConfiguration valve : List.of(valves.get(0), valves.get(valves.size() - 1))) {
                Figures figures = Figures.of(type, family.build().resolve(valve.facts()), valve);
                figures.values().forEach((name, value) -> lines.add(name + " " + figures.shown(name)));
            }
            written.put("== " + type.id(), List.copyOf(lines));
            ValveConfiguration first = valves.get(0);
            for (String place : assumable(type)) {
                String on = Figures.of(
                                assuming(type, List.of(place)), family.build().resolve(first.facts()), first)
                        .assumed()
                        .stream()
                        .sorted()
                        .collect(Collectors.joining(" "));
                if (!on.equals(place.substring(place.indexOf('/') + 1))) {
                    written.merge("== " + type.id(), List.of("assumed " + place + ": " + on), ToldAsksTest::both);
                }
            }
        }
        new WrittenOut("told-figures.txt").holds(written);
    }

    @Test
    @DisplayName(
            "Assumed is said of the limits that hold here: those of a spring-opening valve, be the closing one’s assumed or not; and of a weight with what hangs on it")
    void assumedHere() {
        TypeSheet closing = assuming(LIBRARY.type("kolm-50").orElseThrow(), List.of("bands/first-movement"));
        TypeSheet opening = assuming(LIBRARY.type("kolm-50").orElseThrow(), List.of("bands/first-movement.NO"));
        assertThat(firstMovement(closing, Drive.NC)).isEqualTo(NotKnown.ASSUMED);
        assertThat(firstMovement(closing, Drive.NO)).isEqualTo(Message.NONE);
        assertThat(firstMovement(opening, Drive.NO)).isEqualTo(NotKnown.ASSUMED);
        assertThat(firstMovement(opening, Drive.NC)).isEqualTo(Message.NONE);
        TypeSheet fen = assuming(LIBRARY.type("fen-100").orElseThrow(), List.of("masses/actuator"));
        AnatomySheet family = LIBRARY.anatomy(fen.anatomy()).orElseThrow();
        ValveConfiguration valve = family.configurations(fen).get(0);
        Figures figures = Figures.of(fen, family.build().resolve(valve.facts()), valve);
        assertThat(figures.into("x", "{mass.valve}"))
                .as("its actuator hangs on it")
                .asString()
                .endsWith("kg (assumed)");
        assertThat(figures.assumed()).contains("mass.actuator", "mass.valve").doesNotContain("mass.disc");
        TypeSheet pressed = assuming(LIBRARY.type("fen-100").orElseThrow(), List.of("sizes/press.free"));
        assertThat(Figures.of(pressed, family.build().resolve(valve.facts()), valve)
                        .assumed())
                .as("its free length, and what is computed of it: not its rate")
                .containsExactlyInAnyOrder("press.free", "press.force", "press.energy", "press.travel");
    }

    private static Message firstMovement(TypeSheet type, Drive drive) {
        AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        return here(family, type, PlainKolm50.driven(drive), Map.of())
                .ask("first-movement")
                .note();
    }

    @Test
    @DisplayName("A reading that its family has not is a mistake, and so is none")
    void noSuchReading() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        AskedHere here = here(family, type, family.configurations(type).get(0), Map.of());
        assertThatThrownBy(() -> here.ask("no-such"))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("no-such");
    }

    private static List<String> both(List<String> some, List<String> more) {
        List<String> all = new ArrayList<>(some);
        all.addAll(more);
        return all;
    }

    private static AskedHere here(
            AnatomySheet family, TypeSheet type, ValveConfiguration valve, Map<String, String> answers) {
        Stage stage = new Stage(family, type, valve, new Practice(Schools.table(), new SiteChoices(answers, Set.of())));
        return new AskedHere(stage, stage.facts());
    }

    private static List<String> asked(
            AnatomySheet family,
            TypeSheet type,
            ValveConfiguration valve,
            Map<String, String> answers,
            Predicate<Reading> which,
            Set<String> before) {
        AskedHere here = here(family, type, valve, answers);
        return family.readings().stream()
                .filter(which)
                .map(reading -> WrittenOut.rounded(told(here.ask(reading.id()))))
                .filter(before::add)
                .toList();
    }

    /** What is kept by key has no order of its own. */
    private static String told(Ask ask) {
        return ask instanceof Ask.Observation seen
                ? seen.toString()
                        .replace(seen.finds().toString(), String.valueOf(new TreeMap<>(seen.finds())))
                        .replace(seen.identifies().toString(), String.valueOf(new TreeMap<>(seen.identifies())))
                : ask.toString();
    }

    private static TypeSheet without(TypeSheet type, String section) {
        String text = SheetLibrary.typeText(type.id());
        return read(
                section.isEmpty()
                        ? text
                        : text.replaceFirst("(?m)^" + section + ":\\n(?:  .*\\n)+", section + ": {}\n"));
    }

    private static TypeSheet assumed(TypeSheet type) {
        return assuming(type, assumable(type));
    }

    /** Places of a sheet whose numbers somebody may have assumed. */
    private static List<String> assumable(TypeSheet type) {
        return Stream.of(
                        Stream.of("actuator", "seat"),
                        type.bands().keySet().stream().map(b -> "bands/" + b),
                        type.sizes().keySet().stream().map(b -> "sizes/" + b),
                        type.masses().keySet().stream().map(b -> "masses/" + b))
                .flatMap(places -> places.sorted())
                .toList();
    }

    private static TypeSheet assuming(TypeSheet type, List<String> places) {
        return read(SheetLibrary.typeText(type.id()) + "basis:\n"
                + places.stream().map(p -> "  " + p + ": {from: assumed}\n").collect(Collectors.joining()));
    }

    private static TypeSheet read(String text) {
        return ((SheetResult.Accepted<TypeSheet>) new SheetReader().readAsItIs("mine.yaml", text)).sheet();
    }
}

package dev.wartung.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sheet.SheetResult.Accepted;
import dev.wartung.core.sheet.SheetResult.Refused;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SheetReaderTest {

    private static final SheetReader READER = new SheetReader();
    private static final String TYPE = SheetLibrary.typeText("kolm-50");
    private static final AnatomySheet SINGLE_SEAT = ((Accepted<AnatomySheet>)
                    READER.readAnatomy("single-seat.yaml", SheetLibrary.anatomyText("single-seat")))
            .sheet();

    private static List<SheetProblem> problems(SheetResult<?> result) {
        return result instanceof Refused<?> refused ? refused.problems() : List.of();
    }

    private static SheetResult<TypeSheet> type(String yaml) {
        return READER.readType(
                "mine.yaml", yaml, id -> id.equals("single-seat") ? Optional.of(SINGLE_SEAT) : Optional.empty());
    }

    @Test
    @DisplayName(
            "Every shipped anatomy is sound in each of its configurations: the application reads it without looking again")
    void shippedAnatomies() {
        List<String> families = SheetLibrary.resource("anatomies/list.txt")
                .lines()
                .filter(l -> !l.isBlank())
                .toList();
        assertThat(families).hasSize(8);
        families.forEach(f -> {
            SheetResult<AnatomySheet> read = READER.readAnatomy(
                    f + ".yaml", SheetLibrary.resource("anatomies/" + f + ".yaml"), SheetLibrary::fragment);
            assertThat(problems(read)).as(f).isEmpty();
            assertThat(SheetLibrary.shipped().anatomy(f))
                    .as("%s, read with fragments that others read, too", f)
                    .contains(((SheetResult.Accepted<AnatomySheet>) read).sheet());
        });
    }

    @Test
    @DisplayName("Every shipped type sheet is sound: every work of every configuration can be derived from it")
    void shippedTypes() {
        SheetLibrary library = SheetLibrary.shipped();
        library.types().forEach(t -> assertThat(
                        problems(READER.readType(t.id() + ".yaml", SheetLibrary.typeText(t.id()), library::anatomy)))
                .isEmpty());
    }

    @Test
    @DisplayName("A spanner that does not fit the thread of its joint is refused, by the standard's width across flats")
    void spanners() {
        SheetLibrary library = SheetLibrary.shipped();
        String wrong = SheetLibrary.typeText("fen-50").replaceFirst("housing.bolt: 10 mm", "housing.bolt: 13 mm");
        assertThat(problems(READER.readType("mine.yaml", wrong, library::anatomy)))
                .singleElement()
                .satisfies(p -> assertThat(p.reason()).isEqualTo("M6 bolts take a spanner of 10 mm, not 13 mm"));
    }

    @Test
    @DisplayName("What the line adds to a torque is stated for some pressure")
    void torques() {
        SheetLibrary library = SheetLibrary.shipped();
        String wrong = SheetLibrary.typeText("fen-50").replaceFirst("at: 10 bar", "at: 0 bar");
        assertThat(problems(READER.readType("mine.yaml", wrong, library::anatomy)))
                .singleElement()
                .satisfies(p -> assertThat(p.reason()).isEqualTo("has to be above zero"));
    }

    @Test
    @DisplayName("A fragment that is not there is named; a composed sheet stands alone")
    void fragments() {
        String own = SheetLibrary.resource("anatomies/single-seat.yaml");
        assertThat(problems(READER.readAnatomy("mine.yaml", own)))
                .extracting(SheetProblem::reason)
                .contains("there is no fragment “bonnet”");
        assertThat(SheetLibrary.anatomyText("single-seat")).doesNotContain("\"uses\"");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "behind: [body-joint]|behind: [body-jiont]|there is no part, joint or aid “body-jiont”",
                "needs: [lock-line]|needs: [look-line]|there is no operation “look-line”",
                "phase: strip|phase: stripp|enumeration",
                "{drive: NC}|{drive: NX}|“NX” is none of NC, NO, DA",
                "when: {head: fitted}|when: {haed: fitted}|there is no fact “haed”",
                "asks: [identity]|asks: [identiti]|there is no reading “identiti”",
                "minutes: 2|minutes: two|string found",
                "hands: lantern|hands: lantren|there is no space “lantren”",
                "kind: bush|kind: bush, colour: red|not defined in the schema"
            })
    @DisplayName("A mistake in an anatomy sheet is refused with file, line, place and reason")
    void anatomyMistakes(String right, String wrong, String reason) {
        Map<String, String> texts = new LinkedHashMap<>();
        for (String name : List.of(
                "line",
                "control-head",
                "linear-drive",
                "insert",
                "stem-coupling",
                "bonnet",
                "linear-actuator",
                "actuator-ends")) {
            texts.put(name, SheetLibrary.fragment(name).orElseThrow());
        }
        String where = texts.keySet().stream()
                .filter(name -> texts.get(name).contains(right))
                .findFirst()
                .orElseThrow();
        String broken = texts.get(where).replaceFirst(Pattern.quote(right), wrong);
        texts.put(where, broken);
        SheetResult<AnatomySheet> result = READER.readAnatomy(
                "mine.yaml",
                SheetLibrary.resource("anatomies/single-seat.yaml"),
                name -> Optional.ofNullable(texts.get(name)));
        assertThat(problems(result)).isNotEmpty().first().satisfies(p -> {
            assertThat(p.file()).isEqualTo(where);
            assertThat(p.reason()).contains(reason);
            assertThat(p.place()).startsWith("/");
            assertThat(broken.split("\n")[p.line() - 1])
                    .as("line %d", p.line())
                    .contains(wrong.replaceAll(".*[\\[{ ]([a-zA-Z-]+)[\\]}]?$", "$1"));
        });
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "anatomy: single-seat|anatomy: double-seat|there is no anatomy “double-seat”",
                "insert: 6.4 kg|insret: 6.4 kg|no part “insret”",
                "head.nut: 10 mm|head.mut: 10 mm|the family has no use for “sizes/head.mut”",
                "bush-standout: {min: 1.4 mm|bush-stand: {min: 1.4 mm|the family has no use for “bands/bush-stand”",
                "target: 13 N·m|target: 17 N·m|target outside the limits",
                "min: 12 N·m|min: 12 bar|cannot compare",
                "preload: 2300 N|preload: lots|does not match",
                "for: seal-grease|for: sael-grease|no part of the family takes “sael-grease”",
                "plug: [profiled|plug: [profield|“profield” is none of"
            })
    @DisplayName("A mistake in a type sheet is refused, also one that only shows when a job is derived")
    void typeMistakes(String right, String wrong, String reason) {
        assertThat(problems(type(TYPE.replace(right, wrong)))).isNotEmpty().anySatisfy(p -> assertThat(p.toString())
                .startsWith("mine.yaml")
                .contains(reason));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "- 1",
                "just words",
                "a: [1, 2",
                "a: &x [1]\nb: *x",
                "a: 1\na: 2",
                "? [a]\n: b",
                "\u0000",
                "--- a: 1\n--- b: 2"
            })
    @DisplayName("What is no sheet at all is refused with a reason, never with a crash")
    void noSheet(String text) {
        assertThat(problems(READER.readAnatomy("x.yaml", text))).isNotEmpty();
        assertThat(problems(type(text))).isNotEmpty();
    }

    @Test
    @DisplayName("A character of two code units is read where the reader of YAML would break off")
    void twoUnits() {
        assertThat(type("# " + "a".repeat(1022) + "\uD83D\uDE00\n" + TYPE)).isInstanceOf(Accepted.class);
    }

    @Test
    @DisplayName("NO is a drive, not a truth value")
    void no() {
        assertThat(((Accepted<TypeSheet>) type(TYPE)).sheet().drives())
                .extracting(d -> d.code())
                .containsExactly("NC", "NO", "DA", "manual");
    }
}

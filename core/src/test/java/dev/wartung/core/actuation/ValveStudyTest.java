package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Side;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.actuation.ValveStudy.Answer;
import dev.wartung.core.actuation.ValveStudy.Duty;
import dev.wartung.core.actuation.ValveStudy.Wet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What the shipped type sheets say of their valves in each fail position. */
class ValveStudyTest {

    private static final Air PLANT = new Air(6e5, 5.2e5);
    private static final Map<String, String> PROFILED = Map.of("plug", "profiled", "elastomer", "EPDM");

    private static Duty duty(Side side, double bar, Air air, Wet wet) {
        return new Duty(side, bar * 1e5, air, 0.1, 0.5, wet);
    }

    private static Answer study(String type, Drive drive, Duty duty) {
        return ValveStudy.of(type(type), new ValveConfiguration(drive, PROFILED), duty);
    }

    private static TypeSheet type(String id) {
        return SheetLibrary.shipped().type(id).orElseThrow();
    }

    @Test
    @DisplayName(
            "A 50 mm plug holds 3 bar by its spring; reversed it takes (2300·1.1 + 27·22·1.1 + 225 + 1231.5 + 1885.7 mm²·3 bar) / 7854 mm² = 6.63 bar to close: more air, or the larger actuator")
    void reversed() {
        Duty duty = duty(Side.BELOW, 3, PLANT, Wet.DRY);
        assertThat(study("kolm-50", Drive.NC, duty))
                .satisfies(a -> assertThat(a.verdict()).isEqualTo(Verdict.WORKS))
                .satisfies(a -> assertThat(a.ways()).isEmpty());
        Answer reversed = study("kolm-50", Drive.NO, duty);
        assertThat(reversed.verdict()).isEqualTo(Verdict.DOES_NOT);
        assertThat(reversed.says())
                .startsWith("Does not work: closing tight takes")
                .contains("6.63 bar");
        assertThat(reversed.ways())
                .contains("with the 125 mm actuator of this type's sheet")
                .anyMatch(w -> w.startsWith("with at least 6.7 bar of air"))
                .noneMatch(w -> w.contains("strong spring"));
    }

    @Test
    @DisplayName("A PTFE seat needs 14 N/mm instead of 8: 924 N more on the same plug, and what held no longer does")
    void bySealMaterial() {
        Duty duty = duty(Side.BELOW, 3, PLANT, Wet.DRY);
        Answer ptfe = ValveStudy.of(
                type("kolm-50"),
                new ValveConfiguration(Drive.NC, Map.of("plug", "snap-on", "elastomer", "EPDM")),
                duty);
        assertThat(ptfe.verdict()).isEqualTo(Verdict.DOES_NOT);
        // the strong spring alone holds it, and then takes more air to lift than the plant guarantees
        assertThat(ptfe.ways())
                .contains("with the strong spring of this type's sheet and with at least 6.3 bar of air, guaranteed");
    }

    @Test
    @DisplayName(
            "A change-over plug is judged at both seats: with the spring down, the upper one is held by the air, as a reversed valve's is")
    void bothSeats() {
        Answer answer = study("kolm-t-50", Drive.NC, duty(Side.BELOW, 0, PLANT, Wet.DRY));
        assertThat(answer.judged())
                .extracting(ValveStudy.Judged::name)
                .containsExactly("Lower seat, stem down", "Upper seat, stem up");
        assertThat(answer.judged().get(0).held()).containsOnlyKeys("by its spring");
        assertThat(answer.judged().get(1).held()).containsOnlyKeys("by the usual air", "by the lowest air");
        // 2894 N of spring squeezed + 150 + 1231.5 against the rod side, 7539.8 mm²: 5.67 bar as it should be, (3183 +
        // 225 + 1231.5) / 7539.8 mm² = 6.15 bar at the worst
        assertThat(answer.verdict()).isEqualTo(Verdict.ONLY_IF);
        assertThat(answer.says()).contains("6.15 bar").contains("5.67 bar");
    }

    @Test
    @DisplayName("A reversed butterfly closes into its seat with 13 N·m: enough where it is wet, not where it is dry")
    void quarterTurn() {
        assertThat(study("fen-50", Drive.NC, duty(Side.BELOW, 3, PLANT, Wet.DRY))
                        .verdict())
                .isEqualTo(Verdict.WORKS);
        Answer dry = study("fen-50", Drive.NO, duty(Side.BELOW, 3, PLANT, Wet.DRY));
        assertThat(dry.verdict()).isEqualTo(Verdict.ONLY_IF);
        assertThat(dry.ways()).contains("with the next larger actuator of this type's sheet");
        assertThat(study("fen-50", Drive.NO, duty(Side.BELOW, 3, PLANT, Wet.PRODUCT))
                        .verdict())
                .isEqualTo(Verdict.WORKS);
        assertThat(study("fen-50", Drive.DA, duty(Side.BELOW, 3, PLANT, Wet.DRY))
                        .says())
                .contains("no position without air");
    }

    static Stream<TypeSheet> types() {
        return SheetLibrary.shipped().types().stream();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("types")
    @DisplayName(
            "Of every type and drive: what is said to be enough air is enough and a tenth of a bar less is not; a valve that works needs no change; more pressure on the plug never helps")
    void laws(TypeSheet type) {
        for (Drive drive : ValveStudy.drives(type)) {
            ValveConfiguration wished = new ValveConfiguration(drive, PROFILED);
            Verdict before = Verdict.WORKS;
            for (double bar : List.of(0.0, 1.0, 3.0, 6.0, 10.0)) {
                Answer answer = ValveStudy.of(type, wished, duty(Side.BELOW, bar, PLANT, Wet.DRY));
                assertThat(answer.verdict())
                        .as("%s at %s bar", drive, bar)
                        .isGreaterThanOrEqualTo(drive == Drive.NC && type.seat().isPresent() ? Verdict.WORKS : before);
                before = answer.verdict();
                if (answer.verdict() == Verdict.WORKS) {
                    assertThat(answer.ways()).isEmpty();
                }
                answer.ways().stream()
                        .map(Pattern.compile("^with at least ([0-9.]+) bar of air, guaranteed$")::matcher)
                        .filter(Matcher::matches)
                        .forEach(way -> {
                            double enough = Double.parseDouble(way.group(1));
                            assertThat(goes(type, wished, bar, enough))
                                    .as("%s bar on the line, %s of air", bar, enough)
                                    .isTrue();
                            assertThat(goes(type, wished, bar, enough - 0.1)).isFalse();
                        });
                assertThat(answer.judged()).allSatisfy(j -> assertThat(j.drawings(UnitSystem.METRIC))
                        .isNotEmpty()
                        .allMatch(svg -> svg.contains("<svg") && !svg.contains("NaN")));
            }
        }
    }

    private static boolean goes(TypeSheet type, ValveConfiguration wished, double bar, double air) {
        Answer answer = ValveStudy.of(
                type, wished, duty(Side.BELOW, bar, new Air(Math.max(6e5, air * 1e5), air * 1e5), Wet.DRY));
        return answer.verdict() == Verdict.WORKS
                || wished.drive() == Drive.DA && answer.ways().isEmpty();
    }
}

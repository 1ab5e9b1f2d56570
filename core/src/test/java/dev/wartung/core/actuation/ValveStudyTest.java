package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.actuation.ValveStudy.Answer;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
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
        return new Duty(new Line(side, bar * 1e5), air, new Scatter(0.1, 0.5), Allowances.USUAL, wet);
    }

    private static Answer study(String type, Drive drive, Duty duty) {
        return ValveStudy.of(type(type), new ValveConfiguration(drive, PROFILED), duty);
    }

    /** A valve whose closing spring was turned over with its actuator. */
    private static Answer turnedOver(String type, Duty duty) {
        return ValveStudy.of(type(type), new ValveConfiguration(Drive.NC, PROFILED).with(Map.of("drive", "NO")), duty);
    }

    private static TypeSheet type(String id) {
        return SheetLibrary.shipped().type(id).orElseThrow();
    }

    private static List<String> ways(Answer answer) {
        return answer.ways().stream().map(Message::toString).toList();
    }

    @Test
    @DisplayName(
            "A 50 mm plug holds 3 bar by its spring; reversed it takes (2300·1.1 + 27·22·1.1 + 225 + 1231.5 + 1885.7 mm²·3 bar) / 7854 mm² = 6.63 bar to close: more air, or the larger actuator")
    void reversed() {
        Duty duty = duty(Side.BELOW, 3, PLANT, Wet.DRY);
        Answer holds = study("kolm-50", Drive.NC, duty);
        assertThat(holds.verdict()).isEqualTo(Verdict.WORKS);
        assertThat(holds.ways()).isEmpty();
        // 2070 − 225 − 1231.5 − 565.7 N
        assertThat(holds.says())
                .asString()
                .contains("Held tight by its spring, 48 N to spare (at 3 bar from below, weak spring, most friction)");
        Answer reversed = turnedOver("kolm-50", duty);
        assertThat(reversed.verdict()).isEqualTo(Verdict.DOES_NOT);
        assertThat(reversed.says())
                .asString()
                .startsWith("Does not work. Closing tight takes")
                .contains("6.63 bar")
                .contains("Worst: at 3 bar from below, strong spring, most friction, 5.2 bar of air at the port.");
        assertThat(ways(reversed))
                .contains("with the 125 mm actuator of this type's sheet")
                .anyMatch(w -> w.startsWith("with at least 6.7 bar of air"))
                .noneMatch(w -> w.contains("strong spring"));
    }

    @Test
    @DisplayName("A line above, which would help a reversed valve shut, is not counted on: drained it takes 5.91 bar")
    void notCountedOn() {
        Answer reversed = turnedOver("kolm-50", duty(Side.ABOVE, 6, PLANT, Wet.DRY));
        // (3183.4 + 225 + 1231.5) N / 7854 mm²
        assertThat(reversed.judged().get(0).demands()).anySatisfy(d -> assertThat(d.says())
                .asString()
                .startsWith("Closing tight takes")
                .contains("5.91 bar")
                .contains("Worst: no pressure in the line"));
        assertThat(reversed.verdict()).isEqualTo(Verdict.ONLY_IF);
        // 4084.1 − 3183.4 − 225 − 1231.5 N
        assertThat(reversed.says())
                .asString()
                .contains("there is always 5.91 bar of air")
                .contains("At the worst: Closing tight, 556 N short (no pressure in the line, strong spring");
    }

    @Test
    @DisplayName(
            "A PTFE seat needs 14 N/mm instead of 8, 924 N more on the same plug: it is sold with the actuator that gives it")
    void bySealMaterial() {
        Duty duty = duty(Side.BELOW, 3, PLANT, Wet.DRY);
        Answer ptfe = ValveStudy.of(
                type("kolm-50"),
                new ValveConfiguration(Drive.NC, Map.of("plug", "snap-on", "elastomer", "EPDM")),
                duty);
        assertThat(ptfe.verdict()).isEqualTo(Verdict.WORKS);
        // 3350 N · 0.9 − π · 49 mm · 14 N/mm − 1.5 · 180 N − 565.7 N
        assertThat(ptfe.says()).asString().contains("Held tight by its spring, 24 N to spare");
        LinearActuator profiled = Actuators.of(type("kolm-50"), new ValveConfiguration(Drive.NC, PROFILED))
                .orElseThrow();
        Closure hard =
                Actuators.closure(type("kolm-50"), Map.of("plug", "snap-on")).orElseThrow();
        // the actuator of a profiled ring would be 2070 − 2155 − 225 − 566 N short of it
        assertThat(new LinearStudy(profiled, hard, duty)
                        .spareN(Task.SPRING_SEALS)
                        .worst())
                .isCloseTo(-876, within(1.0));
    }

    @Test
    @DisplayName(
            "A change-over plug is judged at both seats: with the spring down, the upper one is held by the air, as a reversed valve's is")
    void bothSeats() {
        Answer answer = study("kolm-t-50", Drive.NC, duty(Side.BELOW, 0, PLANT, Wet.DRY));
        assertThat(answer.judged())
                .extracting(j -> j.name().toString())
                .containsExactly("Lower seat, stem down", "Upper seat, stem up");
        assertThat(answer.verdict()).isEqualTo(Verdict.WORKS);
        // (3183 N of strong spring squeezed + 225 + 1231.5) / 10 995.6 mm² of the rod side
        assertThat(answer.judged().get(1).demands())
                .anySatisfy(d -> assertThat(d.says()).asString().contains("4.22 bar"));
        // upside down, from the other side: what pushes the plug off the upper seat comes from above it
        Answer pressed = study("kolm-t-50", Drive.NC, duty(Side.BELOW, 3, PLANT, Wet.DRY));
        assertThat(pressed.judged().get(1).demands())
                .anySatisfy(d -> assertThat(d.says()).asString().contains("at 3 bar from above"));
    }

    @Test
    @DisplayName("A butterfly closes into its seat with the margin asked for; dry it has less than wet with product")
    void quarterTurn() {
        Answer dry = study("fen-50", Drive.NC, duty(Side.EITHER, 3, PLANT, Wet.DRY));
        Answer wet = study("fen-50", Drive.NC, duty(Side.EITHER, 3, PLANT, Wet.PRODUCT));
        assertThat(wet.verdict()).isEqualTo(Verdict.WORKS);
        assertThat(dry.verdict()).isEqualTo(Verdict.WORKS);
        assertThat(study("fen-50", Drive.DA, duty(Side.EITHER, 3, PLANT, Wet.DRY))
                        .says())
                .asString()
                .contains("no position without air");
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("types")
    @DisplayName(
            "Every shipped quarter turn has 1.25 times what it takes, dry, at 3 bar with half a bar of flow, spring closing and spring opening")
    void shippedQuarterTurns(TypeSheet type) {
        Duty duty =
                new Duty(new Line(Side.EITHER, 0, 3e5, 0.5e5), PLANT, new Scatter(0.1, 0), Allowances.USUAL, Wet.DRY);
        ValveStudy.drives(type).stream()
                .filter(d -> d.sprung() && type.turning().isPresent())
                .forEach(d -> assertThat(ValveStudy.of(type, new ValveConfiguration(d, Map.of()), duty))
                        .satisfies(a -> assertThat(a.verdict())
                                .as("%s: %s", d, a.says())
                                .isEqualTo(Verdict.WORKS))
                        // the sheets say what line and flow add
                        .satisfies(a -> assertThat(a.notes())
                                .noneMatch(n -> n.toString().contains("nothing is counted")
                                        && type.id().startsWith("fen"))));
    }

    @Test
    @DisplayName("Of conditions alike one is told: the least margin, and the most air, of whichever seat")
    void conditions() {
        Duty hard = new Duty(
                new Line(Side.EITHER, 10e5), PLANT, Scatter.USUAL, new Allowances(1.5, 5e4, 2e4, 1.5), Wet.LUBRICATED);
        assertThat(study("kule-50", Drive.NC, hard).says())
                .asString()
                .startsWith("Works only if a margin of 1.1 is enough. At the worst");
        Duty weak = duty(Side.BELOW, 0, new Air(5.1e5, 3.2e5), Wet.DRY);
        assertThat(study("kolm-t-50", Drive.NC, weak).judged())
                .as("both seats, 3.4 and 4.22 bar")
                .allMatch(j -> j.demands().stream().anyMatch(d -> d.verdict() == Verdict.ONLY_IF));
        assertThat(study("kolm-t-50", Drive.NC, weak).says())
                .asString()
                .startsWith("Works only if there is always 4.22 bar of air, or 3.89 bar with spring and friction")
                .doesNotContain("3.4 bar");
    }

    @Test
    @DisplayName("What can happen when the air fails is told for each side, and for a weir once")
    void airFails() {
        Map<Message, Message> sides = study("kolm-50", Drive.NC, duty(Side.BELOW, 12, PLANT, Wet.DRY))
                .judged()
                .get(0)
                .onLossOfAir();
        assertThat(sides.values())
                .extracting(Message::toString)
                .containsExactly(
                        "The line pushes it open against its spring.", "It closes by its spring and holds tight.");
        assertThat(study("kolm-50", Drive.NO, duty(Side.BELOW, 18, PLANT, Wet.DRY))
                        .judged()
                        .get(0)
                        .onLossOfAir()
                        .values())
                .extracting(Message::toString)
                .containsExactly(
                        "It opens by its spring.",
                        "It stays shut: the line presses the plug harder than the spring lifts.");
        // 5.42 bar hold as it should be; open, 7.7 bar
        assertThat(weir(5.0))
                .isEqualTo(
                        "It closes by its spring; all the way and tight only if spring and friction are as they should be.");
        assertThat(weir(6.5)).isEqualTo("It closes by its spring, but not tight.");
        assertThat(weir(7.7)).startsWith("It may stay open, or stop on its way");
        assertThat(study("kolm-50", Drive.DA, duty(Side.BELOW, 5, PLANT, Wet.DRY))
                        .judged()
                        .get(0)
                        .onLossOfAir()
                        .values())
                .extracting(Message::toString)
                .satisfiesExactly(
                        off -> assertThat(off).startsWith("The line lifts a closed plug"),
                        on -> assertThat(on).startsWith("A closed plug is pressed shut"));
    }

    private static String weir(double bar) {
        Map<Message, Message> then = study("terskel-50", Drive.NC, duty(Side.EITHER, bar, PLANT, Wet.DRY))
                .judged()
                .get(0)
                .onLossOfAir();
        assertThat(then).hasSize(1);
        return then.values().iterator().next().toString();
    }

    static Stream<TypeSheet> types() {
        return SheetLibrary.shipped().types().stream();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("types")
    @DisplayName(
            "Of every type and drive: what is said to be enough air is enough and a tenth of a bar less is not; a valve that works needs no change; more pressure in the line never helps")
    void laws(TypeSheet type) {
        for (Drive drive : ValveStudy.drives(type)) {
            ValveConfiguration wished = new ValveConfiguration(drive, PROFILED);
            Verdict before = Verdict.WORKS;
            for (double bar : List.of(0.0, 1.0, 3.0, 6.0, 10.0)) {
                Answer answer = ValveStudy.of(type, wished, duty(Side.EITHER, bar, PLANT, Wet.DRY));
                assertThat(answer.verdict()).as("%s at %s bar", drive, bar).isGreaterThanOrEqualTo(before);
                before = answer.verdict();
                if (answer.verdict() == Verdict.WORKS) {
                    assertThat(answer.ways()).isEmpty();
                }
                ways(answer).stream()
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
                        .hasSize(2)
                        .allMatch(svg -> svg.contains("<svg") && !svg.contains("NaN")));
            }
        }
    }

    private static boolean goes(TypeSheet type, ValveConfiguration wished, double bar, double air) {
        Answer answer = ValveStudy.of(
                type, wished, duty(Side.EITHER, bar, new Air(Math.max(6e5, air * 1e5), air * 1e5), Wet.DRY));
        return answer.verdict() == Verdict.WORKS
                || wished.drive() == Drive.DA && answer.ways().isEmpty();
    }

    @Test
    @DisplayName(
            "What a spring alone holds: (2070 − 225 − 1231.5) N / 1885.7 mm² = 3.25 bar, with a harder seal 2.44 bar")
    void heldShut() {
        TypeSheet kolm = type("kolm-50");
        assertThat(ValveStudy.heldShutPa(kolm, new ValveConfiguration(Drive.NC, PROFILED)))
                .hasValueCloseTo(3.253e5, within(500.0));
        assertThat(ValveStudy.heldShutPa(
                        kolm, new ValveConfiguration(Drive.NC, Map.of("plug", "profiled", "elastomer", "FKM"))))
                .hasValueCloseTo(2.437e5, within(500.0));
        // a change-over valve at the seat that is shut: (2070 − 225 − 1231.5) N on the whole plug below, on the plug
        // around its stem above
        TypeSheet changeOver = type("kolm-t-50");
        assertThat(ValveStudy.heldShutPa(changeOver, new ValveConfiguration(Drive.NC, PROFILED)))
                .hasValueCloseTo(3.253e5, within(500.0));
        assertThat(ValveStudy.heldShutPa(changeOver, new ValveConfiguration(Drive.NO, PROFILED)))
                .hasValueCloseTo(3.761e5, within(500.0));
        assertThat(ValveStudy.heldShutPa(kolm, new ValveConfiguration(Drive.NO, PROFILED)))
                .as("no spring shuts it")
                .isEmpty();
        assertThat(ValveStudy.heldShutPa(type("fen-50"), new ValveConfiguration(Drive.NC, Map.of())))
                .as("the line does not push a disc open")
                .isEmpty();
    }
}

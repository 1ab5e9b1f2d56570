package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The force models as type sheets give them, worked by hand from their numbers. */
class ActuatorsTest {

    private static final Map<String, String> PLAIN = Map.of("plug", "profiled", "elastomer", "EPDM", "sealing", "lip");
    /** 2300 N, 27 N/mm, 22 mm, 150 N, piston 100 mm, rod 20 mm. */
    private static final String OWN =
            "{drives: [NC], preload: 2300 N, rate: 27 N/mm, stroke: 22 mm, friction: 150 N, piston-diameter: 100 mm, rod-diameter: 20 mm}";

    private static final TypeSheet KOLM = type("kolm-50");
    private static final TypeSheet FEN = type("fen-50");

    private static TypeSheet type(String id) {
        return SheetLibrary.shipped().type(id).orElseThrow();
    }

    /** With the actuator of a spring-closing valve written otherwise. */
    private static TypeSheet withOwn(String actuator) {
        String text = SheetLibrary.typeText("kolm-50");
        assertThat(text).contains(OWN);
        SheetResult<TypeSheet> read = new SheetReader().readAsItIs("mine.yaml", text.replace(OWN, actuator));
        return ((SheetResult.Accepted<TypeSheet>) read).sheet();
    }

    private static ValveConfiguration valve(Drive drive) {
        return new ValveConfiguration(drive, PLAIN);
    }

    private static ValveConfiguration turnedOver() {
        return valve(Drive.NC).with(Map.of("drive", "NO"));
    }

    private static Optional<Double> si(Optional<Quantity> quantity) {
        return quantity.map(q -> Math.round(q.si() * 1e4) / 1e4);
    }

    @ParameterizedTest
    @CsvSource({
        // F0 + 27 N/mm · 22 mm is 594 N more; F0·s + ½·k·s², the second term 6.534 J
        "NC, profiled, 2300, 2894, 57.134",
        "NC, snap-on, 3350, 3944, 80.234",
        "NO, profiled, 1104, 510, 17.754"
    })
    @DisplayName("What a spring pushes with at the closed end and at the open one, and gives off between them")
    void springs(Drive drive, String plug, double closed, double open, double joule) {
        ValveConfiguration valve = valve(drive).with("plug", plug);
        assertThat(si(Actuators.spring(KOLM, valve, false))).contains(closed);
        assertThat(si(Actuators.spring(KOLM, valve, true))).contains(open);
        assertThat(si(Actuators.springEnergy(KOLM, valve))).contains(joule);
        assertThat(Actuators.spring(KOLM, valve, true).orElseThrow().dimension())
                .isEqualTo(Dimension.FORCE);
        assertThat(Actuators.springEnergy(KOLM, valve).orElseThrow().dimension())
                .isEqualTo(Dimension.ENERGY);
    }

    @Test
    @DisplayName("A spring that was turned over pushes at the other end with what it pushed with before")
    void turnedSpring() {
        assertThat(si(Actuators.spring(KOLM, turnedOver(), false))).contains(2894.0);
        assertThat(si(Actuators.spring(KOLM, turnedOver(), true))).contains(2300.0);
        assertThat(si(Actuators.springEnergy(KOLM, turnedOver()))).contains(57.134);
    }

    @Test
    @DisplayName("A quarter turn gives off the mean of its two torques over π/2: (22 + 34) N·m / 2 · π/2 = 43.98 J")
    void turningSpring() {
        ValveConfiguration closing = new ValveConfiguration(Drive.NC, Map.of());
        assertThat(Actuators.spring(FEN, closing, false)).contains(new Quantity(22, Dimension.TORQUE));
        assertThat(Actuators.spring(FEN, closing, true)).contains(new Quantity(34, Dimension.TORQUE));
        assertThat(si(Actuators.springEnergy(FEN, closing))).contains(43.9823);
        assertThat(Actuators.spring(FEN, new ValveConfiguration(Drive.NO, Map.of()), false))
                .contains(new Quantity(34, Dimension.TORQUE));
    }

    @Test
    @DisplayName("Without a spring there is none that pushes or gives off anything, and without air no actuator")
    void springless() {
        assertThat(Actuators.spring(KOLM, valve(Drive.DA), true)).isEmpty();
        assertThat(Actuators.springEnergy(KOLM, valve(Drive.DA))).isEmpty();
        assertThat(Actuators.springEnergy(KOLM, valve(Drive.MANUAL))).isEmpty();
        assertThat(Actuators.of(KOLM, valve(Drive.MANUAL))).isEmpty();
        assertThat(Actuators.of(FEN, new ValveConfiguration(Drive.NC, Map.of())))
                .isEmpty();
    }

    @Test
    @DisplayName("Air lifts on the piston less its rod, 7539.8 mm², and lowers on all of it, 7854.0 mm²")
    void areas() {
        LinearActuator closing = Actuators.of(KOLM, valve(Drive.NC)).orElseThrow();
        assertThat(closing.liftAreaM2()).isCloseTo(7539.82e-6, within(1e-8));
        assertThat(closing.lowerAreaM2()).isCloseTo(7853.98e-6, within(1e-8));
        assertThat(closing.strokeM()).isEqualTo(0.022);
        assertThat(closing.frictionN()).isEqualTo(150);
        LinearActuator larger = Actuators.choices(KOLM, valve(Drive.NC)).get("the 125 mm actuator");
        assertThat(larger.liftAreaM2()).isCloseTo(11957.69e-6, within(1e-8));
        assertThat(larger.lowerAreaM2()).isCloseTo(12271.85e-6, within(1e-8));
        LinearActuator both = Actuators.of(KOLM, valve(Drive.DA)).orElseThrow();
        assertThat(both.preloadN()).isZero();
        assertThat(both.rateNPerM()).isZero();
        assertThat(both.frictionN()).isEqualTo(150);
    }

    @Test
    @DisplayName(
            "The choices: the one on the valve first, the unnamed one usual; each once; of its own build, turned over")
    void choices() {
        assertThat(Actuators.choices(KOLM, valve(Drive.NC)))
                .containsOnlyKeys("the usual actuator", "the strong spring", "the 125 mm actuator")
                .containsEntry(
                        "the usual actuator",
                        Actuators.of(KOLM, valve(Drive.NC)).orElseThrow());
        assertThat(Actuators.choices(KOLM, valve(Drive.NO))
                        .get("the usual actuator")
                        .preloadN())
                .isEqualTo(510);
        Map<String, LinearActuator> turned = Actuators.choices(KOLM, turnedOver());
        assertThat(turned)
                .containsOnlyKeys("the usual actuator", "the actuator of its own build", "the 125 mm actuator");
        assertThat(turned.keySet()).startsWith("the usual actuator");
        assertThat(turned.get("the usual actuator").preloadN()).isEqualTo(2300);
        assertThat(turned.get("the actuator of its own build").preloadN()).isEqualTo(510);
    }

    @Test
    @DisplayName("Of those that turn, the usual one first; a sprung one whose spring nobody gave is none")
    void turning() {
        assertThat(Actuators.turning(FEN, new ValveConfiguration(Drive.NC, Map.of()))
                        .keySet())
                .containsExactly("the usual actuator", "the next larger actuator");
        assertThat(Actuators.turning(FEN, new ValveConfiguration(Drive.DA, Map.of())))
                .extractingByKey("the usual actuator")
                .satisfies(a -> assertThat(a.springTorque()).isEmpty());
        assertThat(Actuators.turning(KOLM, valve(Drive.NC))).as("it lifts").isEmpty();
        String springless =
                SheetLibrary.typeText("fen-50").replaceFirst("spring-torque: \\{closed: 22 N·m, open: 34 N·m}, ", "");
        SheetResult<TypeSheet> read = new SheetReader().readAsItIs("mine.yaml", springless);
        assertThat(Actuators.turning(
                        ((SheetResult.Accepted<TypeSheet>) read).sheet(), new ValveConfiguration(Drive.NC, Map.of())))
                .containsOnlyKeys("the next larger actuator");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "preload: 2300 N, ",
                "rate: 27 N/mm, ",
                "stroke: 22 mm, ",
                "friction: 150 N, ",
                "piston-diameter: 100 mm, ",
                ", rod-diameter: 20 mm"
            })
    @DisplayName("A number that is not known is not taken for zero: there is no model of the actuator")
    void unknown(String number) {
        assertThat(OWN).contains(number);
        assertThat(Actuators.of(withOwn(OWN.replace(number, "")), valve(Drive.NC)))
                .isEmpty();
        assertThat(Actuators.of(withOwn(OWN), valve(Drive.NC))).isPresent();
    }

    @Test
    @DisplayName("What is known of a spring is said without the piston: its preload, its rate times the stroke more")
    void springAlone() {
        TypeSheet noPiston = withOwn(OWN.replace("piston-diameter: 100 mm, ", ""));
        assertThat(si(Actuators.spring(noPiston, valve(Drive.NC), false))).contains(2300.0);
        assertThat(si(Actuators.spring(noPiston, valve(Drive.NC), true))).contains(2894.0);
        assertThat(si(Actuators.springEnergy(noPiston, valve(Drive.NC)))).contains(57.134);
        for (String unknown : new String[] {"rate: 27 N/mm, ", "stroke: 22 mm, "}) {
            TypeSheet less = withOwn(OWN.replace(unknown, ""));
            assertThat(si(Actuators.spring(less, valve(Drive.NC), false))).contains(2300.0);
            assertThat(Actuators.spring(less, valve(Drive.NC), true)).isEmpty();
            assertThat(Actuators.springEnergy(less, valve(Drive.NC))).isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "stroke: 22 mm, stroke: 0 mm, false",
        "stroke: 22 mm, stroke: 1 mm, true",
        "rod-diameter: 20 mm, rod-diameter: 100 mm, false",
        "rod-diameter: 20 mm, rod-diameter: 99 mm, true"
    })
    @DisplayName("No actuator has a rod as wide as its piston, or no way to go")
    void possible(String written, String otherwise, boolean possible) {
        TypeSheet type = withOwn(OWN.replace(written, otherwise));
        assertThat(Actuators.of(type, valve(Drive.NC)).isPresent()).isEqualTo(possible);
        assertThat(Actuators.isPossible(Actuators.fitted(type, valve(Drive.NC)).orElseThrow()))
                .isEqualTo(possible);
    }

    @Test
    @DisplayName("What is not known of an actuator makes it none that cannot be")
    void possiblyPossible() {
        TypeSheet bare = withOwn("{drives: [NC], preload: 2300 N, rod-diameter: 20 mm}");
        assertThat(Actuators.isPossible(Actuators.fitted(bare, valve(Drive.NC)).orElseThrow()))
                .isTrue();
    }

    @Test
    @DisplayName(
            "In the press: 30 N/mm · (170 − 110) mm = 1800 N as it is fitted, 14 mm further 2220 N; empty without a size")
    void inThePress() {
        assertThat(Actuators.springInPress(FEN).orElseThrow().fittedForceN()).isCloseTo(1800, within(1e-6));
        assertThat(Actuators.springInPress(FEN).orElseThrow().pressForceN()).isCloseTo(2220, within(1e-6));
        assertThat(Actuators.springInPress(KOLM)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"elastomer, EPDM, 18, 8", "sealing, diaphragm, 27, 8", "plug, snap-on, 18, 14", "elastomer, FKM, 18, 9"
    })
    @DisplayName(
            "The closure of 49 mm: its stem, or the diaphragm that seals it; the load of its seal, a harder one more")
    void closure(String option, String value, double stemMm, double newtonPerMm) {
        Closure closure = Actuators.closure(KOLM, Map.of(option, value)).orElseThrow();
        assertThat(closure.seatDiameterM()).isCloseTo(0.049, within(1e-9));
        assertThat(closure.stemDiameterM()).isCloseTo(stemMm / 1000, within(1e-9));
        assertThat(closure.sealingLoadNPerM()).isCloseTo(newtonPerMm * 1000, within(1e-6));
        assertThat(Actuators.closure(FEN, Map.of())).isEmpty();
    }

    @Test
    @DisplayName(
            "Areas of a balanced plug, 1910.1 and 1379.2 mm², and of half a diaphragm, 2150.4 mm² lifting on either side")
    void otherClosures() {
        Closure balanced = Actuators.closure(type("tvinn-80"), Map.of()).orElseThrow();
        assertThat(balanced.belowAreaM2()).isCloseTo(1910.09e-6, within(1e-8));
        assertThat(balanced.aboveAreaM2()).isCloseTo(1379.16e-6, within(1e-8));
        Closure weir = Actuators.closure(type("terskel-50"), Map.of()).orElseThrow();
        assertThat(weir.belowAreaM2()).isCloseTo(2150.42e-6, within(1e-8));
        assertThat(weir.aboveAreaM2()).isCloseTo(-2150.42e-6, within(1e-8));
        assertThat(weir.openAreaM2()).isCloseTo(4300.84e-6, within(1e-8));
    }

    @ParameterizedTest
    @CsvSource({"48.9 mm, true", "49 mm, false", "0 mm, true"})
    @DisplayName("A stem as wide as its seat closes nothing")
    void possibleSeat(String stem, boolean possible) {
        String text = SheetLibrary.typeText("kolm-50").replace("stem-diameter: 18 mm", "stem-diameter: " + stem);
        TypeSheet type = ((SheetResult.Accepted<TypeSheet>) new SheetReader().readAsItIs("mine.yaml", text)).sheet();
        assertThat(Actuators.closure(type, PLAIN).isPresent()).isEqualTo(possible);
        assertThat(Actuators.isPossible(type.seat().orElseThrow(), PLAIN)).isEqualTo(possible);
    }
}

package dev.wartung.core.workshop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.actuation.LinearActuator;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.proving.BenchValve;
import dev.wartung.core.proving.BenchValve.Pilot;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.workshop.MeasuredDrive.Cylinder;
import dev.wartung.core.workshop.MeasuredDrive.Run;
import dev.wartung.core.workshop.MeasuredDrive.Value;
import dev.wartung.core.workshop.MeasuredDrive.Weighed;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Spring and friction worked out backwards: by hand, and from every shipped sheet's own simulated bench. */
class MeasuredDriveTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final double BAR = 1e5;

    @Test
    @DisplayName(
            "By hand: 3.25, 4.04, 3.64, 2.85 bar on 7540 mm² are 2300 N, 27 N/mm and 150 N; the gauge decides how surely")
    void byHand() {
        MeasuredDrive found = MeasuredDrive.from(
                new Run(3.249 * BAR, 4.037 * BAR, 3.639 * BAR, 2.851 * BAR, 0.05 * BAR),
                new Cylinder(Drive.NC, 0.1, 0.02, 0.022, 0));
        assertThat(found.preload().si()).isCloseTo(2300, within(2.0));
        assertThat(found.rate().si()).isCloseTo(27_000, within(50.0));
        assertThat(found.friction().si()).isCloseTo(150, within(1.0));
        // 0.05 bar on 7540 mm² are 37.7 N: over root 2 for a mean of two, a half for four
        assertThat(found.preload().uncertain()).isCloseTo(26.7, within(0.1));
        assertThat(found.friction().uncertain()).isCloseTo(18.85, within(0.1));
        // root 2 times 26.7 N over 22 mm
        assertThat(found.rate().uncertain()).isCloseTo(1714, within(5.0));
    }

    @Test
    @DisplayName(
            "Of a spring-opening valve the air works on the whole piston; an unsure piston makes every force unsure")
    void opening() {
        MeasuredDrive found = MeasuredDrive.from(
                new Run(1 * BAR, 2 * BAR, 1.6 * BAR, 0.6 * BAR, 0), new Cylinder(Drive.NO, 0.1, 0.02, 0.02, 0.001));
        // 7854 mm²: 0.8 bar, 1.8 bar, 0.2 bar
        assertThat(found.preload().si()).isCloseTo(628.3, within(0.1));
        assertThat(found.rate().si()).isCloseTo(39_270, within(5.0));
        assertThat(found.friction().si()).isCloseTo(157.1, within(0.1));
        // 1 mm in 100 is 2 % of the area
        assertThat(found.preload().uncertain()).isCloseTo(12.57, within(0.05));
    }

    @Test
    @DisplayName("In the press: 2000 N at 150 mm and 3080 N at 110 mm are 27 N/mm, and 2270 N built in at 140 mm")
    void inThePress() {
        MeasuredDrive found =
                MeasuredDrive.weighed(new Weighed(2000, 0.150), new Weighed(3080, 0.110), 0.140, 20, 0.0005);
        assertThat(found.rate().si()).isCloseTo(27_000, within(1.0));
        assertThat(found.preload().si()).isCloseTo(2270, within(0.1));
        // root 2 times (20 N and 13.5 N) over 40 mm
        assertThat(found.rate().uncertain()).isCloseTo(853, within(2.0));
        assertThat(found.friction().uncertain()).isInfinite();
        // one weighed twice, the second time the stronger
        assertThat(MeasuredDrive.weighed(new Weighed(3080, 0.110), new Weighed(2000, 0.150), 0.140, 20, 0.0005)
                        .preload()
                        .si())
                .isCloseTo(2270, within(0.1));
    }

    @Test
    @DisplayName("What no sprung valve can have done is refused")
    void impossible() {
        Cylinder cylinder = new Cylinder(Drive.NC, 0.1, 0.02, 0.02, 0);
        for (Run run : List.of(
                new Run(2, 3, 2.5, 2.5, 0),
                new Run(2, 3, 3.5, 1, 0),
                new Run(2, 1.5, 1.2, 1, 0),
                new Run(2, 3, 2.5, 0, 0))) {
            assertThatThrownBy(() -> MeasuredDrive.from(run, cylinder)).isInstanceOf(IllegalArgumentException.class);
        }
        assertThatThrownBy(() -> MeasuredDrive.weighed(new Weighed(2000, 0.1), new Weighed(1000, 0.09), 0.1, 1, 1))
                .isInstanceOf(IllegalArgumentException.class);
    }

    static Stream<Arguments> sprung() {
        return LIBRARY.types().stream().flatMap(type -> Stream.of(Drive.NC, Drive.NO)
                .flatMap(drive -> LIBRARY.anatomy(type.anatomy()).orElseThrow().configurations(type).stream()
                        .filter(c -> c.drive() == drive)
                        .filter(c -> Actuators.of(type, c).isPresent())
                        .limit(1))
                .map(c -> Arguments.of(type.id() + " " + c.drive().code(), type, c)));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("sprung")
    @DisplayName(
            "Every shipped linear actuator's numbers are found again on its own simulated bench, as surely as is said")
    void foundAgain(String name, TypeSheet type, ValveConfiguration valve) {
        ActuatorData stated = type.actuator(valve.drive(), valve.facts()).orElseThrow();
        LinearActuator actuator = Actuators.of(type, valve).orElseThrow();
        MeasuredDrive found = MeasuredDrive.from(
                run(DriveModel.of(type, valve).orElseThrow()),
                new Cylinder(
                        valve.drive(),
                        stated.pistonDiameter().orElseThrow().si(),
                        stated.rodDiameter().orElseThrow().si(),
                        actuator.strokeM(),
                        0.0001));
        close(found.preload(), stated.preload().orElseThrow().si());
        close(found.rate(), stated.rate().orElseThrow().si());
        close(found.friction(), stated.friction().orElseThrow().si());
    }

    private static void close(Value found, double stated) {
        assertThat(found.si()).isCloseTo(stated, within(found.uncertain()));
        // and not because anything would do
        assertThat(found.uncertain()).isLessThan(Math.max(stated, 60) * 0.75);
    }

    /** One slow run up and down, read where somebody at the bench would see it leave and arrive. */
    private static Run run(DriveModel model) {
        BenchValve valve = new BenchValve(model);
        double home = valve.travel();
        Pilot pilot = model.airOpens() ? Pilot.OPENING : Pilot.CLOSING;
        Optional<Double> first = Optional.empty();
        Optional<Double> full = Optional.empty();
        double supply = 0;
        while (full.isEmpty() && supply < 16 * BAR) {
            supply += 0.002 * BAR;
            settle(valve, supply, pilot);
            double away = Math.abs(valve.travel() - home);
            if (first.isEmpty() && away > 0.004) {
                first = Optional.of(valve.chamberPa());
            }
            if (away > 0.996) {
                full = Optional.of(valve.chamberPa());
            }
        }
        Optional<Double> back = Optional.empty();
        Optional<Double> rest = Optional.empty();
        while (rest.isEmpty() && supply > 0) {
            supply -= 0.002 * BAR;
            settle(valve, supply, pilot);
            double away = Math.abs(valve.travel() - home);
            if (back.isEmpty() && away < 0.996) {
                back = Optional.of(valve.chamberPa());
            }
            if (away < 0.004) {
                rest = Optional.of(valve.chamberPa());
            }
        }
        return new Run(first.orElseThrow(), full.orElseThrow(), back.orElseThrow(), rest.orElseThrow(), 0.05 * BAR);
    }

    private static void settle(BenchValve valve, double supply, Pilot pilot) {
        for (int i = 0; i < 12; i++) {
            valve.pass(0.05, supply, pilot, 0);
        }
    }
}

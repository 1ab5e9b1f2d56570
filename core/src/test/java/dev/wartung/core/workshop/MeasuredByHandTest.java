package dev.wartung.core.workshop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.offset;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.workshop.MeasuredDrive.Value;
import dev.wartung.core.workshop.MeasuredTorque.Read;
import dev.wartung.core.workshop.MeasuredTorque.Way;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Lengths, threads and torques that no manual states. */
class MeasuredByHandTest {

    @Test
    @DisplayName("A stroke is the difference of what stands out; root 2 of the caliper, and how far readings lie apart")
    void stroke() {
        Value once = MeasuredLength.stroke(List.of(0.012), List.of(0.034), 1e-4);
        assertThat(once.si()).isCloseTo(0.022, within(1e-9));
        assertThat(once.uncertain()).isCloseTo(1.414e-4, within(1e-7));
        // a valve that the stem goes into as it opens
        assertThat(MeasuredLength.stroke(List.of(0.034), List.of(0.012), 0).si())
                .isCloseTo(0.022, within(1e-9));
        // 12.0 and 12.2: deviation 0.1414, of the mean of two 0.1, twice that 0.2 mm; the same open: root 2 of it
        Value twice = MeasuredLength.stroke(List.of(0.0120, 0.0122), List.of(0.0340, 0.0342), 0);
        assertThat(twice.si()).isCloseTo(0.022, within(1e-9));
        assertThat(twice.uncertain()).isCloseTo(2.828e-4, within(1e-7));
        assertThatThrownBy(() -> MeasuredLength.stroke(List.of(0.012), List.of(), 0))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName("Across: the mean of the directions; round: less the thread's own thickness, a third as unsure")
    void across() {
        assertThat(MeasuredLength.across(List.of(0.0499), 5e-5)).isEqualTo(new Value(0.0499, 5e-5));
        // 49.9, 50.1, 50.0: deviation 0.1, of the mean of three 0.0577, twice that 0.1155; with 0.05 of the caliper
        // 0.1258
        Value three = MeasuredLength.across(List.of(0.0499, 0.0501, 0.0500), 5e-5);
        assertThat(three.si()).isCloseTo(0.05, within(1e-9));
        assertThat(three.uncertain()).isCloseTo(1.258e-4, within(1e-7));
        Value round = MeasuredLength.round(0.1579, 0.0003, 0.0003);
        assertThat(round.si()).isCloseTo(0.04996, within(1e-5));
        assertThat(round.uncertain()).isCloseTo(9.55e-5, within(1e-7));
        assertThat(MeasuredLength.round(0.31416, 0, 0).si()).isCloseTo(0.1, within(1e-6));
    }

    @ParameterizedTest
    @EnumSource(BoltSize.class)
    @DisplayName("Every size is found at both ends of what a screw of it may be across, and read a little wrong")
    void everyThread(BoltSize size) {
        for (double across : new double[] {size.diameterM() - 2e-5, size.diameterM() - 0.19 * size.pitchM()}) {
            for (double off : new double[] {-5e-5, 5e-5}) {
                assertThat(MeasuredThread.of(across + off, 10, 10 * size.pitchM() + off, 5e-5, 1e-4))
                        .contains(size);
            }
        }
    }

    @ParameterizedTest
    @DisplayName("A fine thread, one in inches and a slip are none of them; nor is a diameter between two sizes")
    @CsvSource({"9.85, 10, 10.0", "7.9, 10, 10.0", "9.4, 10, 15.875", "9.0, 10, 12.5", "6.2, 10, 10", "9.9, 1, 1.25"})
    void noThread(double acrossMm, int turns, double reachMm) {
        assertThat(MeasuredThread.of(acrossMm / 1000, turns, reachMm / 1000, 5e-5, 5e-5))
                .isEmpty();
    }

    @Test
    @DisplayName("By wrench: 36 and 32 against the spring, 24 and 20 against the air are 34, 56 and 2 newton metres")
    void torque() {
        MeasuredTorque found = MeasuredTorque.from(
                Optional.of(new Way(new Read(24, 20), new Read(36, 32))),
                Optional.of(new Way(new Read(48, 44), new Read(24, 20))),
                0.04);
        assertThat(found.spring().orElseThrow().closed().si()).isCloseTo(22, within(1e-9));
        assertThat(found.spring().orElseThrow().open().si()).isCloseTo(34, within(1e-9));
        assertThat(found.air().orElseThrow().closed().si()).isCloseTo(46 + 22, within(1e-9));
        assertThat(found.air().orElseThrow().open().si()).isCloseTo(22 + 34, within(1e-9));
        assertThat(found.friction().si()).isCloseTo(2, within(1e-9));
        // 0.04 times 48.17 over 2
        assertThat(found.spring().orElseThrow().open().uncertain()).isCloseTo(0.963, within(0.001));
        // with the air's own 0.04 times 31.24 over 2
        assertThat(found.air().orElseThrow().open().uncertain()).isCloseTo(1.148, within(0.001));
        assertThatThrownBy(() -> MeasuredTorque.from(
                        Optional.of(new Way(new Read(20, 24), new Read(36, 32))), Optional.empty(), 0.04))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> MeasuredTorque.from(Optional.empty(), Optional.empty(), 0.04))
                .isInstanceOf(IllegalArgumentException.class);
    }

    /** What a wrench reads with a friction of its own, up to two of a hundred wrong. */
    private static Read read(double torque, double friction) {
        return new Read((torque + friction) * 1.02, (torque - friction) * 0.98);
    }

    @Test
    @DisplayName("Every shipped quarter-turn actuator's torques are found again, as surely as is said")
    void foundAgain() {
        List<ActuatorData> turned = SheetLibrary.shipped().types().stream()
                .flatMap(type -> type.actuators().stream())
                .filter(a -> a.airTorque().isPresent())
                .toList();
        assertThat(turned).hasSizeGreaterThan(10);
        for (ActuatorData a : turned) {
            ActuatorData.AirTorque air = a.airTorque().orElseThrow();
            double closed = a.springTorque().map(t -> t.closed().si()).orElse(0.0);
            double open = a.springTorque().map(t -> t.open().si()).orElse(0.0);
            MeasuredTorque found = MeasuredTorque.from(
                    a.springTorque().map(t -> new Way(read(closed, 1), read(open, 1))),
                    Optional.of(new Way(
                            read(air.closed().si() - closed, 1), read(air.open().si() - open, 1))),
                    0.04);
            close(found.air().orElseThrow().closed(), air.closed().si());
            close(found.air().orElseThrow().open(), air.open().si());
            found.spring().ifPresent(ends -> {
                close(ends.closed(), closed);
                close(ends.open(), open);
            });
            assertThat(found.spring().isPresent()).isEqualTo(a.springTorque().isPresent());
        }
    }

    private static void close(Value found, double stated) {
        assertThat(found.si()).isCloseTo(stated, offset(found.uncertain()));
        assertThat(found.uncertain()).isLessThan(stated * 0.1);
    }
}

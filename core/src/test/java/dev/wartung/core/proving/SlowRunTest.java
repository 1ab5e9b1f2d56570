package dev.wartung.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.ProvingSequence.Phase;
import dev.wartung.core.proving.ProvingSequence.Plan;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.workshop.MeasuredDrive;
import dev.wartung.core.workshop.MeasuredDrive.Cylinder;
import dev.wartung.core.workshop.MeasuredDrive.Run;
import dev.wartung.core.workshop.MeasuredDrive.Value;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** One slow run up and down at the bench, read off its trace. */
class SlowRunTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final double BAR = 1e5;
    private static final Rehearsal.Conditions SLOW =
            new Rehearsal.Conditions(Plan.measuring(8 * BAR), Double.MAX_VALUE, 0);

    static Stream<Arguments> sprung() {
        return LIBRARY.types().stream().flatMap(type -> Stream.of(Drive.NC, Drive.NO)
                .flatMap(drive -> LIBRARY.anatomy(type.anatomy()).orElseThrow().configurations(type).stream()
                        .filter(c -> c.drive() == drive && Actuators.of(type, c).isPresent())
                        .limit(1))
                .map(c -> Arguments.of(type.id() + " " + c.drive().code(), type, c)));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("sprung")
    @DisplayName("Every shipped linear drive is found again from the bench's own trace, as surely as is said")
    void foundAgain(String name, TypeSheet type, ValveConfiguration valve) {
        ActuatorData stated = type.actuator(valve.drive(), valve.facts()).orElseThrow();
        DriveModel model = DriveModel.of(type, valve).orElseThrow();
        Rehearsal run = Rehearsal.of(model, Faults.NONE, SLOW);
        assertThat(run.outcome()).isEqualTo(Outcome.COMPLETE);
        // read by somebody who knows only which way the air moves it
        SlowRun slow = Signature.of(run.trace(), DriveModel.unknown(valve.drive()))
                .slow()
                .orElseThrow();
        MeasuredDrive found = MeasuredDrive.from(
                new Run(slow.firstPa(), slow.fullPa(), slow.firstBackPa(), slow.homePa(), 0.06 * BAR),
                new Cylinder(
                        valve.drive(),
                        stated.pistonDiameter().orElseThrow().si(),
                        stated.rodDiameter().orElseThrow().si(),
                        stated.stroke().orElseThrow().si(),
                        0.0001));
        close(found.preload(), stated.preload().orElseThrow().si());
        close(found.rate(), stated.rate().orElseThrow().si());
        close(found.friction(), stated.friction().orElseThrow().si());
    }

    private static void close(Value found, double stated) {
        assertThat(found.si()).isCloseTo(stated, offset(found.uncertain()));
    }

    private static DriveModel model() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        return LIBRARY.anatomy(type.anatomy()).orElseThrow().configurations(type).stream()
                .filter(c -> c.drive() == Drive.NC)
                .flatMap(c -> DriveModel.of(type, c).stream())
                .findFirst()
                .orElseThrow();
    }

    @Test
    @DisplayName("Nothing but up and down is tried; a valve that seizes ends it, as in a proving run")
    void onlyThat() {
        Rehearsal run = Rehearsal.of(model(), Faults.NONE, SLOW);
        assertThat(run.trace().stream().map(s -> Phase.marked(s.mark())).collect(Collectors.toSet()))
                .containsExactlyInAnyOrder(Phase.READY, Phase.RAMP, Phase.HOLD, Phase.LOWER);
        assertThat(run.trace()).allSatisfy(s -> assertThat(s.linePa()).isZero());
        assertThat(Rehearsal.of(model(), new Faults(0.43, 1, 1, 0, false), SLOW).outcome())
                .isEqualTo(Outcome.STUCK);
        Rehearsal lost = Rehearsal.of(model(), Faults.NONE, new Rehearsal.Conditions(SLOW.plan(), 3, 0));
        assertThat(lost.outcome()).isEqualTo(Outcome.AIR_LOST);
        assertThat(Signature.of(lost.trace(), model()).slow()).isEmpty();
    }

    /** What the sequence makes of a valve that is up, when the air is to be lowered and the bench shows only this. */
    private static ProvingSequence lowered(double airPa, double travel) {
        ProvingSequence sequence = new ProvingSequence(model(), Plan.measuring(6 * BAR));
        ProvingSequence.Command command = sequence.next(at(0, 0, 0, Phase.READY.mark()));
        for (int i = 1; i < 500 && sequence.outcome().isEmpty(); i++) {
            boolean lowering = command.mark() == Phase.LOWER.mark();
            command = sequence.next(at(i * 0.1, lowering ? airPa : 6 * BAR, lowering ? travel : 1, command.mark()));
        }
        assertThat(command).isEqualTo(ProvingSequence.vented());
        return sequence;
    }

    private static Sample at(double seconds, double airPa, double travel, int mark) {
        int seq = (int) Math.round(seconds * 10);
        return new Sample(seq, seconds, airPa, travel, travel < 0.01, travel > 0.99, false, 0, mark, 0, 0);
    }

    @Test
    @DisplayName(
            "Air that does not go down, and a valve that does not come home, end it; at rest without air it is done")
    void endsOfLowering() {
        assertThat(lowered(6 * BAR, 1).outcome()).contains(Outcome.HELD_ON);
        assertThat(lowered(6 * BAR, 0).outcome()).contains(Outcome.HELD_ON);
        assertThat(lowered(0, 0.4).outcome()).contains(Outcome.STUCK);
        assertThat(lowered(0, 0).outcome()).contains(Outcome.COMPLETE);
    }

    @Test
    @DisplayName("Air that was let go instead of lowered says nothing of spring and friction; nor does a proving run")
    void letGo() {
        List<Sample> slow = Rehearsal.of(model(), Faults.NONE, SLOW).trace();
        int lowered = 0;
        while (slow.get(lowered).mark() != Phase.LOWER.mark()) {
            lowered++;
        }
        int from = lowered;
        List<Sample> dropped = Stream.concat(
                        slow.stream().limit(from),
                        slow.stream()
                                .skip(from)
                                .map(s -> new Sample(
                                        s.seq(),
                                        slow.get(from).seconds()
                                                + (s.seconds() - slow.get(from).seconds()) / 10,
                                        s.airPa(),
                                        s.travel(),
                                        s.closedEnd(),
                                        s.openEnd(),
                                        s.airLost(),
                                        s.linePa(),
                                        s.mark(),
                                        s.upperMm(),
                                        s.lowerMm())))
                .toList();
        assertThat(SlowRun.of(slow, true)).isPresent();
        assertThat(SlowRun.of(dropped, true)).isEmpty();
        assertThat(Signature.of(
                                Rehearsal.of(
                                                model(),
                                                Faults.NONE,
                                                new Rehearsal.Conditions(
                                                        new Plan(8 * BAR, 3 * BAR, 3 * BAR), Double.MAX_VALUE, 0))
                                        .trace(),
                                model())
                        .slow())
                .isEmpty();
    }
}

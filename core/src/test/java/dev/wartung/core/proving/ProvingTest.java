package dev.wartung.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.core.actuation.FailPositionStudy.Side;
import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.actuation.FailPositionStudy;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.Proof.Stands;
import dev.wartung.core.proving.ProvingSequence.Command;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The run, the valve that moves by its forces, and the verdict, without any wire between them. */
class ProvingTest {

    private static Rehearsal run(DriveModel model, Faults faults, double airLostAfterS, double seatLossPerS) {
        return Rehearsal.of(model, faults, new Rehearsal.Conditions(8e5, 3e5, airLostAfterS, seatLossPerS));
    }

    static Stream<DriveModel> models() {
        return SheetLibrary.shipped().types().stream().flatMap(type -> Stream.of(Drive.NC, Drive.NO, Drive.DA).filter(type.drives()::contains).flatMap(d -> model(type, d).stream()));
    }

    private static Optional<DriveModel> model(TypeSheet type, Drive drive) {
        return DriveModel.of(type, new ValveConfiguration(drive, Map.of("plug", "profiled", "elastomer", "EPDM")));
    }

    private static DriveModel kolm(Drive drive) {
        return model(SheetLibrary.shipped().type("kolm-50").orElseThrow(), drive).orElseThrow();
    }

    @ParameterizedTest
    @MethodSource("models")
    @DisplayName("Of every type and drive: the valve on the bench moves where its forces say it must, goes where its spring sends it, and is proven")
    void movesAsItMust(DriveModel model) {
        Rehearsal run = run(model, Faults.NONE, 1e9, 0);
        assertThat(run.outcome()).isEqualTo(Outcome.COMPLETE);
        Signature found = Signature.of(run.trace(), model);
        double step = 4e4 * 0.1 * 3;
        assertThat(found.firstPa().orElseThrow()).isCloseTo(model.firstMovementPa(1, 1), within(step));
        assertThat(found.fullPa().orElseThrow()).isCloseTo(model.fullTravelPa(1, 1), within(model.drive() == Drive.DA ? 2 * step : step));
        assertThat(found.wentTo()).isEqualTo(Optional.of(model.drive() == Drive.NO ? Signature.OPEN : Signature.CLOSED));
        assertThat(found.switches()).contains(true);
        assertThat(Proof.of(found, new Proof.Against(model, Optional.empty(), Optional.of(found), 1e-3, 50)).stands()).isEqualTo(Stands.GOOD);
    }

    @Test
    @DisplayName("A 50 mm plug: 2450 N / 7539.8 mm² = 3.25 bar to the first movement, 4.04 bar to the end; and the study says the same with its line drained")
    void asTheStudySays() {
        DriveModel model = kolm(Drive.NC);
        assertThat(model.firstMovementPa(1, 1)).isCloseTo(324_900, within(200.0));
        assertThat(model.fullTravelPa(1, 1)).isCloseTo(403_700, within(200.0));
        TypeSheet type = SheetLibrary.shipped().type("kolm-50").orElseThrow();
        FailPositionStudy study = new FailPositionStudy(Actuators.of(type, Drive.NC).orElseThrow(), Actuators.closure(type, Map.of()).orElseThrow(), new Air(6e5, 5e5), 0.1, 0.5);
        assertThat(study.airPa(Side.BELOW, 0).usual()).isCloseTo(model.fullTravelPa(1, 1), within(1.0));
        assertThat(study.airPa(Side.BELOW, 0).worst()).isCloseTo(model.fullTravelPa(1.1, 1.5), within(1.0));
    }

    @Test
    @DisplayName("Each fault ends or colours the run: sticking, air lost, a weak spring, dry seals, a leaking piston, a leaking seat")
    void faults() {
        DriveModel model = kolm(Drive.NC);
        assertThat(run(model, new Faults(0.43, 1, 1, 0), 1e9, 0).outcome()).isEqualTo(Outcome.STUCK);
        assertThat(run(model, Faults.NONE, 6, 0).outcome()).isEqualTo(Outcome.AIR_LOST);
        assertThat(run(model, new Faults(-1, 1, 1, 5e6), 1e9, 0).outcome()).isEqualTo(Outcome.STUCK);
        Signature healthy = Signature.of(run(model, Faults.NONE, 1e9, 0).trace(), model);
        assertThat(proof(model, new Faults(-1, 1, 0.6, 0), 0, healthy).inWords()).startsWith("Not proven: first movement").contains("weak or broken spring");
        assertThat(proof(model, new Faults(-1, 9, 1, 0), 0, healthy).inWords()).contains("needs too much air");
        assertThat(proof(model, Faults.NONE, 20_000, healthy).inWords()).startsWith("Not proven: seat, by pressure decay");
        assertThat(proof(model, new Faults(-1, 4.5, 1, 0), 0, healthy).lines()).anySatisfy(l -> {
            assertThat(l.what()).isEqualTo("First movement against its own");
            assertThat(l.stands()).isEqualTo(Stands.LOOK);
        });
    }

    private static Proof proof(DriveModel model, Faults faults, double seatLossPerS, Signature own) {
        return Proof.of(Signature.of(run(model, faults, 1e9, seatLossPerS).trace(), model), new Proof.Against(model, Optional.empty(), Optional.of(own), 1e-3, 50));
    }

    @Test
    @DisplayName("Values no bench can measure end the run at once and stay what they are: nonsense")
    void nonsense() {
        ProvingSequence sequence = new ProvingSequence(kolm(Drive.NC), 6e5, 0);
        sequence.next(new Sample(0, 0, 0, 0, true, false, false, 0, 0));
        Command after = sequence.next(new Sample(1, 0.1, 6553e3, 0, true, false, false, 0, 1));
        assertThat(sequence.outcome()).contains(Outcome.NONSENSE);
        assertThat(after.pilot()).isEqualTo(BenchValve.Pilot.VENT);
        assertThat(new Sample(2, 0.2, 1e5, 0.5, true, true, false, 0, 1).makesSense()).isFalse();
    }
}

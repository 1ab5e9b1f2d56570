package dev.wartung.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.actuation.Air;
import dev.wartung.core.actuation.Closure;
import dev.wartung.core.actuation.Duty;
import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.actuation.LinearStudy;
import dev.wartung.core.actuation.Side;
import dev.wartung.core.actuation.Task;
import dev.wartung.core.actuation.Wet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.Proof.Stands;
import dev.wartung.core.proving.ProvingSequence.Command;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.ProvingSequence.Plan;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The run, the valve that moves by its forces, and the verdict, without any wire between them. */
class ProvingTest {

    private static final Optional<SeatTest.Chamber> CHAMBER = Optional.of(new SeatTest.Chamber(2e-4, 0.05, 30));

    private static Rehearsal run(DriveModel model, Faults faults, double airLostAfterS, double seatLossPerS) {
        return Rehearsal.of(
                model, faults, new Rehearsal.Conditions(new Plan(8e5, 3e5, 3e5), airLostAfterS, seatLossPerS));
    }

    static Stream<DriveModel> models() {
        return SheetLibrary.shipped().types().stream().flatMap(type -> Stream.of(Drive.NC, Drive.NO, Drive.DA)
                .filter(type.drives()::contains)
                .flatMap(d -> model(type, d).stream()));
    }

    private static Optional<DriveModel> model(TypeSheet type, Drive drive) {
        return DriveModel.of(type, new ValveConfiguration(drive, Map.of("plug", "profiled", "elastomer", "EPDM")));
    }

    private static DriveModel kolm(Drive drive) {
        return model(SheetLibrary.shipped().type("kolm-50").orElseThrow(), drive)
                .orElseThrow();
    }

    @ParameterizedTest
    @MethodSource("models")
    @DisplayName(
            "Of every type and drive: the valve on the bench moves where its forces say it must, goes where its spring sends it, and is proven")
    void movesAsItMust(DriveModel model) {
        Rehearsal run = run(model, Faults.NONE, 1e9, 0);
        assertThat(run.outcome()).isEqualTo(Outcome.COMPLETE);
        Signature found = Signature.of(run.trace(), model);
        double step = 4e4 * 0.1 * 3;
        assertThat(found.firstPa().orElseThrow()).isCloseTo(model.firstMovementPa(1, 1), within(step));
        assertThat(found.fullPa().orElseThrow())
                .isCloseTo(model.fullTravelPa(1, 1), within(model.drive() == Drive.DA ? 2 * step : step));
        assertThat(found.wentTo())
                .isEqualTo(Optional.of(model.drive() == Drive.NO ? Signature.OPEN : Signature.CLOSED));
        assertThat(found.switches()).contains(true);
        assertThat(Proof.of(
                                found.in(CHAMBER),
                                new Proof.Against(
                                        model,
                                        Optional.empty(),
                                        Optional.of(found),
                                        50,
                                        Optional.empty(),
                                        Optional.empty()))
                        .stands())
                .isEqualTo(Stands.GOOD);
    }

    @Test
    @DisplayName(
            "A 50 mm plug: 2450 N / 7539.8 mm² = 3.25 bar to the first movement, 4.04 bar to the end; and the study says the same with its line drained")
    void asTheStudySays() {
        DriveModel model = kolm(Drive.NC);
        assertThat(model.firstMovementPa(1, 1)).isCloseTo(324_900, within(200.0));
        assertThat(model.fullTravelPa(1, 1)).isCloseTo(403_700, within(200.0));
        TypeSheet type = SheetLibrary.shipped().type("kolm-50").orElseThrow();
        LinearStudy study = drained(type);
        assertThat(study.supplyPa(Task.AIR_OPENS).usual()).isCloseTo(model.fullTravelPa(1, 1), within(1.0));
        assertThat(study.supplyPa(Task.AIR_OPENS).worst()).isCloseTo(model.fullTravelPa(1.1, 1.5), within(1.0));
    }

    @Test
    @DisplayName(
            "Each fault ends or colours the run: sticking, air lost, a weak spring, dry seals, a leaking piston, a leaking seat")
    void faults() {
        DriveModel model = kolm(Drive.NC);
        assertThat(run(model, new Faults(0.43, 1, 1, 0, false), 1e9, 0).outcome())
                .isEqualTo(Outcome.STUCK);
        assertThat(run(model, Faults.NONE, 6, 0).outcome()).isEqualTo(Outcome.AIR_LOST);
        assertThat(run(model, new Faults(-1, 1, 1, 5e6, false), 1e9, 0).outcome())
                .isEqualTo(Outcome.STUCK);
        Signature healthy = Signature.of(run(model, Faults.NONE, 1e9, 0).trace(), model);
        assertThat(proof(model, new Faults(-1, 1, 0.6, 0, false), 0, healthy).inWords())
                .asString()
                .startsWith("Not proven: first movement")
                .contains("weak or broken spring");
        assertThat(proof(model, new Faults(-1, 9, 1, 0, false), 0, healthy).inWords())
                .asString()
                .contains("needs too much air");
        assertThat(proof(model, Faults.NONE, 20_000, healthy).inWords())
                .asString()
                .startsWith("Not proven: seat, by pressure decay");
        assertThat(proof(model, new Faults(-1, 4.5, 1, 0, false), 0, healthy).lines())
                .anySatisfy(l -> {
                    assertThat(l.what()).isEqualTo("First movement against its own");
                    assertThat(l.stands()).isEqualTo(Stands.LOOK);
                });
    }

    @ParameterizedTest
    @MethodSource("models")
    @DisplayName(
            "A command that is long on its way, as on a busy network, is no fault of the valve: the run is complete, and its times are the valve's")
    void slowLink(DriveModel model) {
        Signature prompt = Signature.of(run(model, Faults.NONE, 1e9, 0).trace(), model);
        for (double wayS : new double[] {0.5, 2.5, 9}) {
            Rehearsal late =
                    Rehearsal.of(model, Faults.NONE, new Rehearsal.Conditions(new Plan(8e5, 3e5, 3e5), 1e9, 0, wayS));
            assertThat(late.outcome()).as("%s s", wayS).isEqualTo(Outcome.COMPLETE);
            Signature found = Signature.of(late.trace(), model);
            assertThat(found.wentTo()).isEqualTo(prompt.wentTo());
            assertThat(found.awayS().orElseThrow()).isCloseTo(prompt.awayS().orElseThrow(), within(0.11));
            assertThat(found.backS().orElseThrow()).isCloseTo(prompt.backS().orElseThrow(), within(0.11));
        }
    }

    @Test
    @DisplayName(
            "Air that stays on a vented valve is told after 1.2 s; air that goes slowly is waited for, six seconds at most")
    void heldOn() {
        assertThat(vented(t -> 6e5)).isEqualTo(Optional.of(Outcome.HELD_ON));
        assertThat(vented(t -> Math.max(0, 6e5 - 1.2e5 * t)))
                .as("gone in five seconds")
                .isEmpty();
        assertThat(vented(t -> Math.max(0, 6e5 - 0.6e5 * t))).as("gone in ten").isEqualTo(Optional.of(Outcome.HELD_ON));
    }

    /** How a run ends, if it does, whose air goes like this once it is to be away. */
    private static Optional<Outcome> vented(DoubleUnaryOperator airPaAfter) {
        ProvingSequence sequence = new ProvingSequence(kolm(Drive.NC), new Plan(6e5, 0, 0));
        double since = -1;
        Command command = sequence.next(new Sample(0, 0, 0, 0, true, false, false, 0, 0, 0, 0));
        for (int i = 1;
                i < 200 && sequence.outcome().isEmpty() && sequence.phase() != ProvingSequence.Phase.FAST;
                i++) {
            boolean away = sequence.phase() == ProvingSequence.Phase.AWAY;
            since = away && since < 0 ? i * 0.1 : since;
            double air = away ? airPaAfter.applyAsDouble(i * 0.1 - since) : 6e5;
            command = sequence.next(new Sample(
                    i, i * 0.1, air, air > 3e5 ? 1 : 0, air <= 3e5, air > 3e5, false, 0, command.mark(), 0, 0));
        }
        return sequence.outcome();
    }

    private static Proof proof(DriveModel model, Faults faults, double seatLossPerS, Signature own) {
        return Proof.of(
                Signature.of(run(model, faults, 1e9, seatLossPerS).trace(), model)
                        .in(CHAMBER),
                new Proof.Against(model, Optional.empty(), Optional.of(own), 50, Optional.empty(), Optional.empty()));
    }

    @Test
    @DisplayName("Values no bench can measure end the run at once and stay what they are: nonsense")
    void nonsense() {
        ProvingSequence sequence = new ProvingSequence(kolm(Drive.NC), new Plan(6e5, 0, 0));
        sequence.next(new Sample(0, 0, 0, 0, true, false, false, 0, 0, 0, 0));
        Command after = sequence.next(new Sample(1, 0.1, 6553e3, 0, true, false, false, 0, 1, 0, 0));
        assertThat(sequence.outcome()).contains(Outcome.NONSENSE);
        assertThat(after.pilot()).isEqualTo(BenchValve.Pilot.VENT);
        assertThat(new Sample(2, 0.2, 1e5, 0.5, true, true, false, 0, 1, 0, 0).makesSense())
                .isFalse();
    }

    @ParameterizedTest
    @MethodSource("models")
    @DisplayName(
            "Of every type and drive: raised line pressure lifts the closed plug where its forces say it must, or not at all")
    void liftedByTheLine(DriveModel model) {
        double air = 6e5;
        // beyond that no bench can measure
        Optional<Double> lifts = model.liftedAtPa(1, 1, air).filter(p -> p < 7e6);
        double most = lifts.map(p -> p * 1.3 + 1e5).orElse(model.line().belowM2() > 0 ? 7e6 : 6e5);
        Rehearsal run = Rehearsal.of(model, Faults.NONE, new Rehearsal.Conditions(new Plan(air, most, 0), 1e9, 0));
        if (run.outcome() == Outcome.STUCK) {
            assertThat(model.fullTravelPa(1, 1)).isGreaterThan(air * 0.98);
            return;
        }
        Signature found = Signature.of(run.trace(), model);
        assertThat(found.lifted().orElse(false)).isEqualTo(lifts.isPresent());
        lifts.ifPresent(p -> assertThat(found.heldPa().orElseThrow()).isCloseTo(p, within(0.12 * p + 3e4)));
    }

    @Test
    @DisplayName(
            "2300 N of spring and 150 N of friction on a 49 mm seat hold 2450 N / 1885.7 mm² = 12.99 bar; the study's figure is the same less what the seal needs; a weak spring is told")
    void heldAsTheStudySays() {
        TypeSheet type = SheetLibrary.shipped().type("kolm-50").orElseThrow();
        DriveModel model = kolm(Drive.NC);
        assertThat(model.liftedAtPa(1, 1, 0).orElseThrow()).isCloseTo(1_299_200, within(500.0));
        Closure closure = Actuators.closure(type, Map.of()).orElseThrow();
        LinearStudy study = drained(type);
        double seal = (closure.sealingForceN() + 2 * model.friction()) / closure.belowAreaM2();
        assertThat(study.highestLinePa(Task.SPRING_SEALS).usual() + seal)
                .isCloseTo(model.liftedAtPa(1, 1, 0).orElseThrow(), within(1.0));
        Proof weak = held(model, new Faults(-1, 1, 0.3, 0, false), 6e5);
        assertThat(weak.lines()).anySatisfy(l -> {
            assertThat(l.what()).isEqualTo("Held shut against the line");
            assertThat(l.stands()).isEqualTo(Stands.FAILED);
            assertThat(l.says()).asString().contains("weak spring");
        });
        assertThat(held(model, Faults.NONE, 6e5).lines()).noneMatch(l -> l.stands() == Stands.FAILED);
    }

    /** The study of a 50 mm plug, spring closing, the line drained and nothing allowed for. */
    private static LinearStudy drained(TypeSheet type) {
        return new LinearStudy(
                Actuators.of(type, new ValveConfiguration(Drive.NC, Map.of())).orElseThrow(),
                Actuators.closure(type, Map.of()).orElseThrow(),
                new Duty(new Line(Side.BELOW, 0), new Air(6e5, 5e5), new Scatter(0.1, 0.5), Allowances.NONE, Wet.DRY));
    }

    private static Proof held(DriveModel model, Faults faults, double linePa) {
        Rehearsal run = Rehearsal.of(model, faults, new Rehearsal.Conditions(new Plan(6e5, linePa, 0), 1e9, 0));
        return Proof.of(
                Signature.of(run.trace(), model),
                new Proof.Against(
                        model,
                        Optional.empty(),
                        Optional.empty(),
                        50,
                        Optional.of(new Proof.Hold(linePa, 6e5)),
                        Optional.empty()));
    }

    @Test
    @DisplayName(
            "Two seats: each lifts alone by what its sheet says; two that hang together are not proven, and where nobody lifted them that is said")
    void seatsLiftAlone() {
        TypeSheet type = SheetLibrary.shipped().type("tvinn-50").orElseThrow();
        DriveModel model = model(type, Drive.NC).orElseThrow();
        Proof.Against against = new Proof.Against(
                model,
                Optional.empty(),
                Optional.empty(),
                50,
                Optional.empty(),
                Optional.ofNullable(type.bands().get(DriveModel.SEAT_LIFT)));
        Signature good = Signature.of(run(model, Faults.NONE, 1e9, 0).trace(), model);
        assertThat(Proof.of(good, against).lines())
                .filteredOn(l -> l.what().endsWith("seat alone"))
                .hasSize(2)
                .allSatisfy(l -> assertThat(l.found()).hasToString("2 mm, the other stayed"));
        Signature hanging =
                Signature.of(run(model, new Faults(-1, 1, 1, 0, true), 1e9, 0).trace(), model);
        assertThat(Proof.of(hanging, against).inWords())
                .asString()
                .startsWith("Not proven: upper seat alone, lower seat alone. Both seats moved");
        assertThat(Proof.of(Signature.unread(), against).lines())
                .filteredOn(l -> l.what().endsWith("seat alone"))
                .allSatisfy(l -> assertThat(l.says()).hasToString("Not tried."));
    }
}

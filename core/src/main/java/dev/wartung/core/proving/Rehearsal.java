package dev.wartung.core.proving;

import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.BenchValve.Pilot;
import dev.wartung.core.proving.ProvingSequence.Command;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.ProvingSequence.Phase;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * A proving run worked through in no time, on a valve that moves by its forces: what a bench would have measured ten
 * times a second.
 */
public record Rehearsal(List<Sample> trace, Outcome outcome) {

    private static final double STEP_S = 0.02;
    private static final int STEPS_A_SAMPLE = 5;
    private static final int LONGEST = 20_000;
    private static final double SWITCH = 0.005;

    /**
     * What goes on at the bench.
     *
     * @param plan         what is tried
     * @param airLostAfter seconds after which the supply is gone
     * @param seatLossPaPerS what the seat loses
     * @param wayS         how long a command is on its way to the bench, seconds
     */
    public record Conditions(ProvingSequence.Plan plan, double airLostAfter, double seatLossPaPerS, double wayS) {

        /** At a bench that is told at once. */
        public Conditions(ProvingSequence.Plan plan, double airLostAfter, double seatLossPaPerS) {
            this(plan, airLostAfter, seatLossPaPerS, 0);
        }
    }

    private record OnItsWay(Command command, double arrives) {}

    /** @throws IllegalStateException if the run does not come to an end: a mistake in the sequence */
    public static Rehearsal of(DriveModel model, Faults faults, Conditions at) {
        BenchValve valve = new BenchValve(model);
        valve.has(faults);
        ProvingSequence sequence = new ProvingSequence(model, at.plan());
        List<Sample> trace = new ArrayList<>();
        Command command = Command.air(0, 0, Pilot.VENT, Phase.READY);
        Deque<OnItsWay> coming = new ArrayDeque<>();
        double supply = 0;
        double line = 0;
        for (int i = 0; sequence.outcome().isEmpty() && i < LONGEST; i++) {
            double seconds = i * STEP_S;
            while (!coming.isEmpty() && coming.getFirst().arrives() <= seconds) {
                command = coming.removeFirst().command();
            }
            boolean lost = seconds > at.airLostAfter();
            double target = lost ? 0 : command.targetPa();
            double most = command.paPerS() * STEP_S;
            supply = command.paPerS() > 0 && !lost ? Math.max(supply - most, Math.min(supply + most, target)) : target;
            line = lineSide(command, line, at.seatLossPaPerS());
            valve.pass(STEP_S, supply, command.pilot(), line);
            if (i % STEPS_A_SAMPLE == 0) {
                Sample sample = new Sample(
                        i / STEPS_A_SAMPLE,
                        seconds,
                        valve.chamberPa(),
                        valve.travel(),
                        valve.travel() < SWITCH,
                        valve.travel() > 1 - SWITCH,
                        lost,
                        line,
                        command.mark(),
                        valve.lifts(command.lift())[0],
                        valve.lifts(command.lift())[1]);
                trace.add(sample);
                coming.addLast(new OnItsWay(sequence.next(sample), seconds + at.wayS()));
            }
        }
        return new Rehearsal(
                List.copyOf(trace),
                sequence.outcome().orElseThrow(() -> new IllegalStateException("the run does not end")));
    }

    private static double lineSide(Command command, double now, double lossPaPerS) {
        if (command.linePa() < 0) {
            return Math.max(0, now - lossPaPerS * STEP_S);
        }
        return command.linePaPerS() > 0 && command.linePa() > now
                ? Math.min(command.linePa(), now + command.linePaPerS() * STEP_S)
                : command.linePa();
    }
}

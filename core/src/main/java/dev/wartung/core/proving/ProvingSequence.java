package dev.wartung.core.proving;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.proving.BenchValve.Lift;
import dev.wartung.core.proving.BenchValve.Pilot;
import java.util.Optional;

/**
 * A proving run, command by command: the air is raised slowly until the valve has moved all the way, taken away, put on at once and taken away again for the times; where there
 * are two seats each is lifted alone; the line pressure under the closed plug is raised to what it has to hold; and then the pressure on the seat is left alone and watched. It is told every sample, in their order, and says what the bench shall do. Not thread-safe.
 */
public final class ProvingSequence {

    /** Where the run is, in no order. The mark goes to the bench and comes back with every sample of that phase; traces are kept with it, so that none may change. */
    public enum Phase {
        READY, RAMP, HOLD, AWAY, FAST, BACK, FILL, DECAY, DONE, LIFT_UPPER, LIFT_LOWER, SHUT, LINE;

        public int mark() {
            return ordinal();
        }

        public static Phase marked(int mark) {
            return mark >= 0 && mark < values().length ? values()[mark] : READY;
        }
    }

    /** How a run ended. */
    public enum Outcome {
        COMPLETE("complete"), STUCK("the valve did not move all the way"), AIR_LOST("the bench lost its air"), HELD_ON("air stayed on the valve though the bench had vented it"), BENCH_LOST("the bench did not answer any more"),
        NONSENSE("the bench sent values no bench can measure"), STOPPED("stopped by hand");

        private final String words;

        Outcome(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * What the bench shall do.
     *
     * @param targetPa   air to bring to the pilot valve
     * @param paPerS     how fast; 0: at once
     * @param linePa     pressure to bring to the line side; 0: vented; negative: left alone
     * @param linePaPerS how fast; 0: at once
     */
    public record Command(double targetPa, double paPerS, Pilot pilot, double linePa, double linePaPerS, Lift lift, int mark) {

        /** Air alone, the line side vented. */
        static Command air(double targetPa, double paPerS, Pilot pilot, Phase phase) {
            return new Command(targetPa, paPerS, pilot, 0, 0, Lift.NONE, phase.mark());
        }
    }

    /**
     * What is to be tried.
     *
     * @param mostPa  air the ramp goes up to at most, pascal: the plant's usual
     * @param holdPa  line pressure the closed valve has to hold, pascal; 0: not tried
     * @param decayPa pressure on the closed seat for the leak test; 0: none
     */
    public record Plan(double mostPa, double holdPa, double decayPa) {}

    private static final double RAMP_PA_PER_S = 4e4;
    private static final double SHUT_IN_S = 0.9;
    private static final double STEADY_S = 1.2;
    private static final double LONGEST_STEP_S = 6;
    private static final double DECAY_S = 6;
    /** More than a vented actuator still holds after a second. */
    private static final double VENTED_PA = 5e4;
    private static final double LIFT_S = 1.2;
    private static final double LINE_PA_PER_S = 8e4;
    private static final double MOVED_AWAY = 0.985;

    private final DriveModel model;
    private final Plan plan;
    private Phase phase = Phase.READY;
    private double since = -1;
    private double stillSince = -1;
    private double lastTravel;
    private Optional<Outcome> outcome = Optional.empty();

    public ProvingSequence(DriveModel model, Plan plan) {
        this.model = model;
        this.plan = plan;
    }

    /** The next thing to do after a sample; the same as before while a phase goes on. */
    public Command next(Sample sample) {
        if (outcome.isPresent()) {
            return vented();
        }
        if (!sample.makesSense()) {
            return end(Outcome.NONSENSE);
        }
        if (sample.airLost()) {
            return end(Outcome.AIR_LOST);
        }
        if (since < 0) {
            enter(Phase.RAMP, sample);
        } else if (sample.mark() == phase.mark()) {
            go(sample);
        }
        return outcome.isPresent() ? vented() : command();
    }

    private void go(Sample sample) {
        if (Math.abs(sample.travel() - lastTravel) > 0.002) {
            stillSince = sample.seconds();
            lastTravel = sample.travel();
        }
        double spent = sample.seconds() - since;
        boolean still = sample.seconds() - stillSince >= STEADY_S;
        switch (phase) {
            case RAMP -> {
                if (away(sample)) {
                    enter(Phase.HOLD, sample);
                } else if (spent > plan.mostPa() / RAMP_PA_PER_S + LONGEST_STEP_S) {
                    end(Outcome.STUCK);
                }
            }
            case HOLD -> after(spent >= SHUT_IN_S, Phase.AWAY, sample);
            case AWAY -> {
                if (model.drive().sprung() && spent > STEADY_S && sample.airPa() > VENTED_PA) {
                    end(Outcome.HELD_ON);
                }
                after(still && spent >= STEADY_S || spent > LONGEST_STEP_S, Phase.FAST, sample);
            }
            case FAST -> {
                after(still && spent >= STEADY_S && away(sample), Phase.BACK, sample);
                if (phase == Phase.FAST && spent > LONGEST_STEP_S) {
                    end(Outcome.STUCK);
                }
            }
            case BACK -> after(still && spent >= STEADY_S || spent > LONGEST_STEP_S, model.line().liftMm() > 0 ? Phase.LIFT_UPPER : afterLifts(), sample);
            case LIFT_UPPER -> after(spent >= LIFT_S, Phase.LIFT_LOWER, sample);
            case LIFT_LOWER -> after(spent >= LIFT_S, afterLifts(), sample);
            case SHUT -> after(still && spent >= STEADY_S || spent > LONGEST_STEP_S, Phase.LINE, sample);
            case LINE -> after(sample.travel() > Signature.MOVED || spent > plan.holdPa() / LINE_PA_PER_S + STEADY_S, afterLine(), sample);
            case FILL -> after(spent >= STEADY_S, Phase.DECAY, sample);
            case DECAY -> after(spent >= DECAY_S, Phase.DONE, sample);
            default -> { }
        }
        if (phase == Phase.DONE) {
            outcome = Optional.of(Outcome.COMPLETE);
        }
    }

    private Phase afterLifts() {
        return plan.holdPa() > 0 && model.line().belowM2() > 0 ? Phase.SHUT : afterLine();
    }

    private Phase afterLine() {
        return plan.decayPa() > 0 ? Phase.FILL : Phase.DONE;
    }

    private void after(boolean now, Phase next, Sample sample) {
        if (now) {
            enter(next, sample);
        }
    }

    private boolean away(Sample sample) {
        return model.airOpens() ? sample.travel() >= MOVED_AWAY : sample.travel() <= 1 - MOVED_AWAY;
    }

    private void enter(Phase next, Sample sample) {
        phase = next;
        since = sample.seconds();
        stillSince = sample.seconds();
        lastTravel = sample.travel();
    }

    private Command command() {
        Pilot there = model.airOpens() ? Pilot.OPENING : Pilot.CLOSING;
        // air both ways: it comes back by air, for there is no spring
        Pilot back = model.drive() == Drive.DA ? Pilot.CLOSING : Pilot.VENT;
        double most = plan.mostPa();
        return switch (phase) {
            case RAMP, HOLD -> Command.air(most, RAMP_PA_PER_S, there, phase);
            case FAST -> Command.air(most, 0, there, phase);
            case AWAY, BACK -> Command.air(most, 0, back, phase);
            case LIFT_UPPER -> new Command(most, 0, shut(), 0, 0, Lift.UPPER, phase.mark());
            case LIFT_LOWER -> new Command(most, 0, shut(), 0, 0, Lift.LOWER, phase.mark());
            // a valve that air closes is held closed by it while its seat is tested
            case SHUT -> Command.air(most, 0, shut(), phase);
            case LINE -> new Command(most, 0, shut(), plan.holdPa(), LINE_PA_PER_S, Lift.NONE, phase.mark());
            case FILL -> new Command(most, 0, shut(), plan.decayPa(), 0, Lift.NONE, phase.mark());
            case DECAY -> new Command(most, 0, shut(), -1, 0, Lift.NONE, phase.mark());
            default -> vented();
        };
    }

    private Pilot shut() {
        return model.drive() == Drive.NC ? Pilot.VENT : Pilot.CLOSING;
    }

    private Command vented() {
        return Command.air(0, 0, Pilot.VENT, Phase.DONE);
    }

    private Command end(Outcome how) {
        outcome = Optional.of(how);
        return vented();
    }

    /** Ends it for a reason the bench does not know of. */
    public Command endFor(Outcome how) {
        return outcome.isPresent() ? vented() : end(how);
    }

    public Phase phase() {
        return phase;
    }

    /** Empty while it runs. */
    public Optional<Outcome> outcome() {
        return outcome;
    }
}

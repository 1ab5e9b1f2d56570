package dev.wartung.core.proving;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.proving.BenchValve.Lift;
import dev.wartung.core.proving.BenchValve.Pilot;
import java.util.Optional;

/**
 * A proving run, command by command: the air is raised slowly until the valve has moved all the way, taken away, put on
 * at once and taken away again for the times; where there
 * are two seats each is lifted alone; the line pressure under the closed plug is raised to what it has to hold; and
 * then the pressure on the seat is left alone and watched. It is told every sample, in their order, and says what the
 * bench shall do. Not thread-safe.
 */
public final class ProvingSequence {

    /**
     * Where the run is, in no order. The mark goes to the bench and comes back with every sample of that phase; traces
     * are kept with it, so that none may change.
     */
    public enum Phase {
        READY,
        RAMP,
        HOLD,
        AWAY,
        FAST,
        BACK,
        FILL,
        DECAY,
        DONE,
        LIFT_UPPER,
        LIFT_LOWER,
        SHUT,
        LINE,
        LOWER;

        public int mark() {
            return ordinal();
        }

        public static Phase marked(int mark) {
            return mark >= 0 && mark < values().length ? values()[mark] : READY;
        }
    }

    /** How a run ended. */
    public enum Outcome {
        COMPLETE("complete"),
        STUCK("the valve did not move all the way"),
        AIR_LOST("the bench lost its air"),
        HELD_ON("air stayed on the valve though the bench had vented it"),
        BENCH_LOST("the bench did not answer any more"),
        NONSENSE("the bench sent values no bench can measure"),
        STOPPED("stopped by hand"),
        BROKEN_OFF("the application broke it off"),
        UNRECORDED("its record could not be kept"),
        UNWATCHED("the application was gone, and nobody watched it"),
        LEFT_UNDER_AIR("left under air: vent it by hand before anybody reaches in");

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
    public record Command(
            double targetPa, double paPerS, Pilot pilot, double linePa, double linePaPerS, Lift lift, int mark) {

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
     * @param measures only one slow run up and down, to find spring and friction by; nothing else is tried
     */
    public record Plan(double mostPa, double holdPa, double decayPa, boolean measures) {

        /** A proving run. */
        public Plan(double mostPa, double holdPa, double decayPa) {
            this(mostPa, holdPa, decayPa, false);
        }

        /** One slow run up and down. */
        public static Plan measuring(double mostPa) {
            return new Plan(mostPa, 0, 0, true);
        }
    }

    private static final double RAMP_PA_PER_S = 4e4;
    private static final double SHUT_IN_S = 0.9;
    private static final double STEADY_S = 1.2;
    private static final double LONGEST_STEP_S = 6;
    /** As long as a small seat's leakage takes to stand out with a bench's usual gauge ({@link SeatTest}). */
    private static final double DECAY_S = 30;
    /** More than a vented actuator still holds after a second. */
    private static final double VENTED_PA = 5e4;
    /** Share of what was there that is gone after that time wherever the pilot valve vents at all, however slowly. */
    private static final double FALLS_BY = 0.1;

    private static final double LIFT_S = 1.2;
    private static final double LINE_PA_PER_S = 8e4;
    private static final double MOVED_AWAY = 0.985;

    private final DriveModel model;
    private final Plan plan;
    private Phase phase = Phase.READY;
    private boolean begun;
    /**
     * What the bench measured first in this phase; empty as long as the command is on its way. Only from then on does
     * its time run: a slow link is no fault of the valve.
     */
    private Optional<Sample> entered = Optional.empty();

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
        if (!begun) {
            begun = true;
            enter(Phase.RAMP);
        } else if (sample.mark() == phase.mark()) {
            if (entered.isEmpty()) {
                entered = Optional.of(sample);
                stillSince = sample.seconds();
                lastTravel = sample.travel();
            }
            go(sample, entered.get());
        }
        return outcome.isPresent() ? vented() : command();
    }

    private void go(Sample sample, Sample first) {
        if (Math.abs(sample.travel() - lastTravel) > 0.002) {
            stillSince = sample.seconds();
            lastTravel = sample.travel();
        }
        double spent = sample.seconds() - first.seconds();
        boolean still = sample.seconds() - stillSince >= STEADY_S;
        // before the air is gone it need not have moved yet
        boolean home = spent > LONGEST_STEP_S
                || (still && spent >= STEADY_S && (!model.drive().sprung() || sample.airPa() <= VENTED_PA));
        switch (phase) {
            case RAMP -> {
                if (away(sample)) {
                    enter(Phase.HOLD);
                } else if (spent > plan.mostPa() / RAMP_PA_PER_S + LONGEST_STEP_S) {
                    end(Outcome.STUCK);
                }
            }
            case HOLD -> after(spent >= SHUT_IN_S, plan.measures() ? Phase.LOWER : Phase.AWAY);
            case LOWER -> {
                boolean late = spent > plan.mostPa() / RAMP_PA_PER_S + LONGEST_STEP_S;
                if (late && sample.airPa() > VENTED_PA) {
                    end(Outcome.HELD_ON);
                } else if (late && !rests(sample)) {
                    end(Outcome.STUCK);
                }
                after(rests(sample) && sample.airPa() <= VENTED_PA, Phase.DONE);
            }
            case AWAY -> {
                boolean stays =
                        (spent > STEADY_S && sample.airPa() > first.airPa() * (1 - FALLS_BY)) || spent > LONGEST_STEP_S;
                if (model.drive().sprung() && stays && sample.airPa() > VENTED_PA) {
                    end(Outcome.HELD_ON);
                }
                after(home, Phase.FAST);
            }
            case FAST -> {
                after(still && spent >= STEADY_S && away(sample), Phase.BACK);
                if (phase == Phase.FAST && spent > LONGEST_STEP_S) {
                    end(Outcome.STUCK);
                }
            }
            case BACK -> after(home, model.line().liftMm() > 0 ? Phase.LIFT_UPPER : afterLifts());
            case LIFT_UPPER -> after(spent >= LIFT_S, Phase.LIFT_LOWER);
            case LIFT_LOWER -> after(spent >= LIFT_S, afterLifts());
            case SHUT -> after((still && spent >= STEADY_S) || spent > LONGEST_STEP_S, Phase.LINE);
            case LINE -> after(
                    sample.travel() > Signature.MOVED || spent > plan.holdPa() / LINE_PA_PER_S + STEADY_S, afterLine());
            case FILL -> after(spent >= STEADY_S, Phase.DECAY);
            case DECAY -> after(spent >= DECAY_S, Phase.DONE);
            default -> {}
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

    private void after(boolean now, Phase next) {
        if (now) {
            enter(next);
        }
    }

    private boolean away(Sample sample) {
        return model.airOpens() ? sample.travel() >= MOVED_AWAY : sample.travel() <= 1 - MOVED_AWAY;
    }

    private boolean rests(Sample sample) {
        return model.airOpens() ? sample.travel() <= 1 - MOVED_AWAY : sample.travel() >= MOVED_AWAY;
    }

    private void enter(Phase next) {
        phase = next;
        entered = Optional.empty();
    }

    private Command command() {
        Pilot there = model.airOpens() ? Pilot.OPENING : Pilot.CLOSING;
        // air both ways: it comes back by air, for there is no spring
        Pilot back = model.drive() == Drive.DA ? Pilot.CLOSING : Pilot.VENT;
        double most = plan.mostPa();
        return switch (phase) {
            case RAMP, HOLD -> Command.air(most, RAMP_PA_PER_S, there, phase);
            case FAST -> Command.air(most, 0, there, phase);
            case LOWER -> Command.air(0, RAMP_PA_PER_S, there, phase);
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

    /** Air and line pressure taken away: how a bench is left, however a run ends. */
    public static Command vented() {
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

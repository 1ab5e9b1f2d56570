package dev.wartung.core.proving;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.proving.BenchValve.Pilot;
import java.util.Optional;

/**
 * A proving run, command by command: the air is raised slowly until the valve has moved all the way, taken away, put on at once and taken away again for the times, and
 * then the pressure on the seat is left alone and watched. It is told every sample, in their order, and says what the bench shall do. Not thread-safe.
 */
public final class ProvingSequence {

    /** Where the run is. The mark goes to the bench and comes back with every sample of that phase. */
    public enum Phase {
        READY, RAMP, HOLD, AWAY, FAST, BACK, FILL, DECAY, DONE;

        public int mark() {
            return ordinal();
        }

        public static Phase marked(int mark) {
            return mark >= 0 && mark < values().length ? values()[mark] : READY;
        }
    }

    /** How a run ended. */
    public enum Outcome {
        COMPLETE("complete"), STUCK("the valve did not move all the way"), AIR_LOST("the bench lost its air"), BENCH_LOST("the bench did not answer any more"),
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
     * @param chamberPa  pressure to bring to the decay chamber; 0: vented; negative: left alone
     */
    public record Command(double targetPa, double paPerS, Pilot pilot, double chamberPa, int mark) {}

    private static final double RAMP_PA_PER_S = 4e4;
    private static final double SHUT_IN_S = 0.9;
    private static final double STEADY_S = 1.2;
    private static final double LONGEST_STEP_S = 6;
    private static final double DECAY_S = 6;
    private static final double MOVED_AWAY = 0.985;

    private final DriveModel model;
    private final double mostPa;
    private final double decayPa;
    private Phase phase = Phase.READY;
    private double since = -1;
    private double stillSince = -1;
    private double lastTravel;
    private Optional<Outcome> outcome = Optional.empty();

    /**
     * @param mostPa  air the ramp goes up to at most, pascal: the plant's usual
     * @param decayPa pressure on the closed seat for the leak test; 0: none
     */
    public ProvingSequence(DriveModel model, double mostPa, double decayPa) {
        this.model = model;
        this.mostPa = mostPa;
        this.decayPa = decayPa;
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
                } else if (spent > mostPa / RAMP_PA_PER_S + LONGEST_STEP_S) {
                    end(Outcome.STUCK);
                }
            }
            case HOLD -> after(spent >= SHUT_IN_S, Phase.AWAY, sample);
            case AWAY -> after(still && spent >= STEADY_S || spent > LONGEST_STEP_S, Phase.FAST, sample);
            case FAST -> {
                after(still && spent >= STEADY_S && away(sample), Phase.BACK, sample);
                if (phase == Phase.FAST && spent > LONGEST_STEP_S) {
                    end(Outcome.STUCK);
                }
            }
            case BACK -> after(still && spent >= STEADY_S || spent > LONGEST_STEP_S, decayPa > 0 ? Phase.FILL : Phase.DONE, sample);
            case FILL -> after(spent >= STEADY_S, Phase.DECAY, sample);
            case DECAY -> after(spent >= DECAY_S, Phase.DONE, sample);
            default -> { }
        }
        if (phase == Phase.DONE) {
            outcome = Optional.of(Outcome.COMPLETE);
        }
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
        return switch (phase) {
            case RAMP, HOLD -> new Command(mostPa, RAMP_PA_PER_S, there, 0, phase.mark());
            case FAST -> new Command(mostPa, 0, there, 0, phase.mark());
            case AWAY, BACK -> new Command(mostPa, 0, back, 0, phase.mark());
            // a valve that air closes is held closed by it while its seat is tested
            case FILL -> new Command(mostPa, 0, shut(), decayPa, phase.mark());
            case DECAY -> new Command(mostPa, 0, shut(), -1, phase.mark());
            default -> vented();
        };
    }

    private Pilot shut() {
        return model.drive() == Drive.NC ? Pilot.VENT : Pilot.CLOSING;
    }

    private Command vented() {
        return new Command(0, 0, Pilot.VENT, 0, Phase.DONE.mark());
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

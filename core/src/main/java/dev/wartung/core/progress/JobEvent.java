package dev.wartung.core.progress;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.sealing.OldSeal;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Something that happened in a job. Never changed; a later event takes back or corrects. Whoever tells them apart does
 * it by {@link Cases}, so that a new kind
 * of event does not compile until everybody says what it means to them.
 */
public sealed interface JobEvent {

    /** The answer to what kind of event this is. */
    <R> R in(Cases<R> cases);

    /**
     * One answer for each kind of event.
     *
     * @param <R> what is answered
     */
    interface Cases<R> {
        R reported(Reported event);

        R begun(Begun event);

        R cancelled(Cancelled event);

        R confirmed(Confirmed event);

        R readingFailed(ReadingFailed event);

        R takenBack(TakenBack event);

        R noted(Noted event);

        R found(Found event);

        R arrived(Arrived event);

        R oldSeal(OldSealJudged event);

        R checked(Checked event);

        R takenOver(TakenOver event);

        R corrected(Corrected event);

        R closingUp(ClosingUp event);

        R stopped(Stopped event);

        R closed(Closed event);
    }

    /** What was reported before the job was planned. */
    record Reported(String text) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.reported(this);
        }
    }

    /** The bench was taken by whoever began. */
    record Begun() implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.begun(this);
        }
    }

    /** Taken off the list before it was begun. */
    record Cancelled() implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.cancelled(this);
        }
    }

    /**
     * A step was confirmed.
     *
     * @param answers what was read
     * @param lots    what was counted in, at the step that counts the kit
     * @param second  who agreed, at a step that takes two people
     * @param greased what was laid on, from which tin
     * @param tools   numbers of the measuring tools, by kind
     * @param locks   what was locked, or unlocked, where the line is drawn
     */
    record Confirmed(
            List<Answer> answers,
            List<CountedIn> lots,
            Optional<String> second,
            List<Greased> greased,
            Map<ToolKind, String> tools,
            List<Locked> locks)
            implements JobEvent {

        public Confirmed {
            answers = List.copyOf(answers);
            lots = List.copyOf(lots);
            greased = List.copyOf(greased);
            tools = Map.copyOf(tools);
            locks = List.copyOf(locks);
        }

        @Override
        public <R> R in(Cases<R> cases) {
            return cases.confirmed(this);
        }
    }

    /**
     * A reading failed and was not accepted: rework.
     *
     * @param tried what was typed at the step
     */
    record ReadingFailed(Confirmed tried) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.readingFailed(this);
        }
    }

    /** The last confirmation is as if it had not been. */
    record TakenBack(String reason) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.takenBack(this);
        }
    }

    /** A problem was noted. */
    record Noted(String note) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.noted(this);
        }
    }

    /**
     * Something was found on a part and decided of.
     *
     * @param atHand    the new part, where one has to be fitted and is here
     * @param procedure the job as it goes on with that part in it; empty where nothing changed
     */
    record Found(Finding finding, Optional<CountedIn> atHand, Optional<Procedure> procedure) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.found(this);
        }
    }

    /** A part that was waited for came. */
    record Arrived(CountedIn piece) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.arrived(this);
        }
    }

    /** An old seal was judged. */
    record OldSealJudged(OldSeal seal) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.oldSeal(this);
        }
    }

    /**
     * A check that an old seal added was answered.
     *
     * @param check its id
     * @param say what was asked
     */
    record Checked(String check, String say, String answer) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.checked(this);
        }
    }

    /** Somebody else took the bench. */
    record TakenOver(String reason) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.takenOver(this);
        }
    }

    /**
     * The record was found wrong before anything was touched.
     *
     * @param before    what the record said
     * @param after     what is there
     * @param procedure the job, derived anew for what is there
     * @param reason    what was seen
     */
    record Corrected(ValveConfiguration before, ValveConfiguration after, Procedure procedure, String reason)
            implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.corrected(this);
        }
    }

    /** From here the way back to a closed valve. */
    record ClosingUp(Procedure procedure) implements JobEvent {
        @Override
        public <R> R in(Cases<R> cases) {
            return cases.closingUp(this);
        }
    }

    /**
     * Ended with the valve out of service.
     *
     * @param signatures of whoever stopped it; none for a job that was entered later, or before stops were signed
     */
    record Stopped(String reason, List<Signature> signatures) implements JobEvent {

        public Stopped {
            signatures = List.copyOf(signatures);
        }

        @Override
        public <R> R in(Cases<R> cases) {
            return cases.stopped(this);
        }
    }

    /**
     * Ended with the valve back in service.
     *
     * @param binCount   old parts counted in the bin
     * @param leftInBag  pieces left over in the bag
     * @param remark     in the technician's words; may be empty
     * @param left       what became of the pieces left over
     * @param signatures whoever did it first, then whoever agreed; none for a job that was entered later
     */
    record Closed(int binCount, int leftInBag, String remark, Left left, List<Signature> signatures)
            implements JobEvent {

        /** What becomes of pieces left over. */
        public enum Left {
            /** back to the stores */
            RETURNED,
            /** thrown away */
            SCRAPPED
        }

        public Closed {
            signatures = List.copyOf(signatures);
        }

        @Override
        public <R> R in(Cases<R> cases) {
            return cases.closed(this);
        }
    }
}

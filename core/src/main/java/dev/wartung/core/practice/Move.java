package dev.wartung.core.practice;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.procedure.Step;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * Something a learner can choose to do.
 *
 * @param key   the same for the same thing to do, wherever it stands in a procedure
 * @param times how often the work as derived has it; 0 for what is not part of it
 */
public record Move(String key, Step step, int times) {

    /** What sort of thing it is: moves are offered by these, for their order is what is to be learned. */
    public enum Sort {
        LINE("Job and line"),
        POSITION("Air and position"),
        OFF("Take off and open"),
        RENEW("Look and renew"),
        ON("Put back and close"),
        PROVE("Prove");

        private final String words;

        Sort(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    private static final Set<Verb> POSITION = EnumSet.of(Verb.AIR_ON, Verb.AIR_OFF, Verb.TURN, Verb.STAND_CLEAR);

    static String keyOf(Step step) {
        return step.operation() + step.undoes().map(u -> "<" + u).orElse("") + "|" + step.say();
    }

    /** Air and turning can be chosen as often as one likes. */
    public boolean again() {
        return sort() == Sort.POSITION;
    }

    public Sort sort() {
        List<Act> acts = step.acts();
        if (!acts.isEmpty() && acts.stream().allMatch(a -> POSITION.contains(a.verb()))) {
            return Sort.POSITION;
        }
        Phase phase = step.phase();
        return switch (phase) {
            case PREPARE, MAKE_SAFE, RETURN -> Sort.LINE;
            case OPEN, STRIP -> Sort.OFF;
            case INSPECT, RENEW -> Sort.RENEW;
            case CLOSE -> Sort.ON;
            case PROVE -> Sort.PROVE;
        };
    }
}

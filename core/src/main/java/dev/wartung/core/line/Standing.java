package dev.wartung.core.line;

import dev.wartung.core.anatomy.Ways;
import java.util.List;
import java.util.Map;

/**
 * How a valve of a line stands once the air is off and what is worked by hand is shut.
 *
 * @param ends     what pipes can be joined to
 * @param joined   the ends that hang together then
 * @param barriers between ends that do not; 0 where nothing holds anything back
 * @param how      what keeps it so
 */
public record Standing(List<String> ends, List<String> joined, int barriers, How how) {

    public Standing {
        ends = List.copyOf(ends);
        joined = List.copyOf(joined);
    }

    /** What keeps a valve where it stands. */
    public enum How {
        /** its spring, the air off */
        SPRING,
        /** somebody has shut and locked it */
        HAND,
        /** nothing: it is open, goes where it likes, is not there, or nobody has said */
        NOTHING
    }

    /** One that is worked by hand and not on record. */
    public static final Standing HAND_VALVE = new Standing(List.of("inlet", "outlet"), List.of(), 1, How.HAND);

    /** @param facts drive and options of the valve */
    public static Standing of(Ways ways, Map<String, String> facts) {
        return ways.of(facts)
                .map(rest -> new Standing(
                        ways.ends(), rest.joined(), ways.barriers(), rest.byHand() ? How.HAND : How.SPRING))
                .orElseGet(() -> open(ways.ends()));
    }

    /** One that holds nothing back. */
    public static Standing open(List<String> ends) {
        return new Standing(ends, ends, 0, How.NOTHING);
    }

    /** How many barriers part two of its ends. */
    int between(String one, String other) {
        return one.equals(other) || (joined.contains(one) && joined.contains(other)) ? 0 : barriers;
    }
}

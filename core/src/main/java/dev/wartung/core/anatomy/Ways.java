package dev.wartung.core.anatomy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How a valve of a family stands between the pipes at its ends.
 *
 * @param ends     what pipes are joined to, for instance inlet and outlet
 * @param barriers how many seals in a row part them, with what leaks between them seen outside: 1, or 2 of a valve with
 *                 a leakage chamber
 * @param rests    how it stands without its driving energy; where none holds for a valve, it parts nothing
 */
public record Ways(List<String> ends, int barriers, List<Rest> rests) {

    /** Of a family that says nothing of its ends: nothing is parted. */
    public static final Ways NOT_SAID = new Ways(List.of("inlet", "outlet"), 1, List.of());

    public Ways {
        ends = List.copyOf(ends);
        rests = List.copyOf(rests);
    }

    /**
     * How valves stand for which the condition holds.
     *
     * @param joined the ends that hang together; each of the others is parted from them and from one another
     * @param byHand whether it stands so because somebody has put it there and locked it
     */
    public record Rest(Condition when, List<String> joined, boolean byHand) {
        public Rest(@Nullable Condition when, @Nullable List<String> joined, boolean byHand) {
            this.when = when == null ? Condition.ALWAYS : when;
            this.joined = joined == null ? List.of() : List.copyOf(joined);
            this.byHand = byHand;
        }
    }

    /** How a valve stands; empty where it is not said, and has to be taken for open. */
    public Optional<Rest> of(Map<String, String> facts) {
        return rests.stream().filter(r -> r.when().holds(facts)).findFirst();
    }
}

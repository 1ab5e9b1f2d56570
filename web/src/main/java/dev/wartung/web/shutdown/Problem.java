package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Shutdown;
import dev.wartung.web.shutdown.Candidates.Candidate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What was planned, as it was when planning began: kept with the plan, so that both can be read later whatever has
 * happened since.
 */
public record Problem(Shutdown shutdown, List<Candidate> candidates) {

    /** What a job is called while it is planned: people read it in conflicts and reasons. */
    static String id(Candidate candidate) {
        return candidate.tag() + " #" + candidate.number();
    }

    static int number(String id) {
        return Integer.parseInt(id.substring(id.lastIndexOf('#') + 1));
    }

    public Map<String, Candidate> byId() {
        return candidates.stream().collect(Collectors.toMap(Problem::id, Function.identity()));
    }

    Optional<Candidate> candidate(String id) {
        return candidates.stream().filter(c -> id(c).equals(id)).findFirst();
    }
}

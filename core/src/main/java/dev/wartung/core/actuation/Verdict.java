package dev.wartung.core.actuation;

import java.util.stream.Stream;

/** What comes of a study, from good to bad. */
public enum Verdict {
    /** At the worst of everything that may vary. */
    WORKS,
    /** Only with spring, friction and air as they usually are. */
    ONLY_IF,
    DOES_NOT;

    static Verdict worst(Stream<Verdict> verdicts) {
        return verdicts.reduce(WORKS, (a, b) -> a.compareTo(b) > 0 ? a : b);
    }
}

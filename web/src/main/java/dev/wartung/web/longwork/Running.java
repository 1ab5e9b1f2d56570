package dev.wartung.web.longwork;

import dev.wartung.web.account.Role;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Something that is under way.
 *
 * @param what  in words
 * @param page  where it is shown
 * @param by    who began it
 * @param since when
 * @param share how much of it is done, from 0 to 1; empty where nobody can tell
 * @param stop  how it is stopped; empty where it cannot be
 */
public record Running(String what, String page, String by, Instant since, Optional<Double> share, Optional<Stop> stop) {

    /**
     * How something is stopped.
     *
     * @param at  what is posted to
     * @param may any of these roles
     */
    public record Stop(String at, Set<Role> may) {}

    /** Where somebody with these roles stops it; empty where it cannot be stopped, or not by them. */
    public Optional<String> stoppedAt(Set<Role> roles) {
        return stop.filter(s -> s.may().stream().anyMatch(roles::contains)).map(Stop::at);
    }

    /** @return how many hundredths of it are done, if that can be told */
    public Optional<Long> percent() {
        return share.map(s -> Math.round(100 * s));
    }

    /** What knows of things under way. */
    public interface Source {

        /** Those of its kind, in every instance. */
        List<Running> running();
    }
}

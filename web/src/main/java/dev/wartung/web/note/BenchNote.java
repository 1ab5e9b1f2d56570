package dev.wartung.web.note;

import java.time.Instant;
import java.util.Optional;

/**
 * A note that a technician left at a step.
 *
 * @param job     the job it was left in
 * @param step    the step, as it was read then
 * @param where   where it counts, in words
 * @param caution whether it warns
 * @param kept    whether it is shown at that step; empty while no planner has said
 * @param photo   whether there is one with it
 */
public record BenchNote(
        long id,
        int job,
        String step,
        String where,
        String words,
        boolean caution,
        String by,
        Instant at,
        Optional<Boolean> kept,
        boolean photo) {}

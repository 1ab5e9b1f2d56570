package dev.wartung.core.progress;

import java.time.Instant;

/**
 * Somebody's signature under a job: given with their password at the moment the job ended.
 *
 * @param username the account
 * @param name     as it was then
 * @param meaning  what they signed for, in words
 * @param at       when
 */
public record Signature(String username, String name, String meaning, Instant at) {

    /** What whoever worked signs for. */
    public static final String DONE = "did this work and recorded it as it was";
    /** What whoever stopped a job signs for. */
    public static final String STOPPED = "stopped this work and left the valve out of service as it lies";
    /** What whoever looked at it signs for. */
    public static final String AGREED = "looked at the work and agrees";
}

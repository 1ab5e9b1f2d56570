package dev.wartung.web.job;

import dev.wartung.web.account.Account;
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

    static final String DONE = "did this work and recorded it as it was";
    static final String AGREED = "looked at the work and agrees";

    static Signature of(Account by, String meaning, Instant at) {
        return new Signature(by.username(), by.name(), meaning, at);
    }
}

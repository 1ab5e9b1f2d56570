package dev.wartung.web.job;

import dev.wartung.web.account.Account;
import java.time.Instant;

/**
 * A job has ended: closed, stopped or cancelled, with what it changes on its valve's record written. Told within the
 * transaction that ends it, so that what follows elsewhere happens with it or not at all.
 */
public record JobEnded(Job job, Account by, Instant at) {}

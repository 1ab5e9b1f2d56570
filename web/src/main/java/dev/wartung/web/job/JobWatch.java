package dev.wartung.web.job;

import dev.wartung.web.account.Account;
import java.time.Instant;
import java.util.List;

/** A feature that has a say in how jobs end: what hinders closing one, and what follows once it has ended. */
public interface JobWatch {

    /** What has still to be done elsewhere before this job is closed, in words. */
    default List<String> hindrances(Job job) {
        return List.of();
    }

    /** The job has ended: closed, stopped or cancelled. Within the same transaction. */
    void ended(Job job, Account by, Instant at);
}

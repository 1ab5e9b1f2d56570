package dev.wartung.web.job;

/**
 * Writes the record of an ended job, which nobody changes after that. Within the transaction that ends it, as its last
 * act.
 */
public interface JobSeal {

    /** @param job closed or stopped, with everything that belongs to it saved */
    void seal(Job job);
}

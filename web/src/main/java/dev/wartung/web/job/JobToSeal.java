package dev.wartung.web.job;

/**
 * A job was closed or stopped, and everything that follows from it is written: its record can be, which nobody changes
 * after that. Told within the transaction that ends the job, as the last thing in it.
 */
public record JobToSeal(Job job) {}

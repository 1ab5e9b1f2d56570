package dev.wartung.web.job.apart;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * Something that was done without network and could not be entered.
 *
 * @param step    id of the step it was done at; empty where it belongs to none
 * @param by      who did it
 * @param what    it, in words
 * @param why     it was not entered
 * @param settled who settled it and how; empty while nobody has
 */
public record KeptApart(
        UUID entryId,
        Optional<String> step,
        String by,
        Instant doneAt,
        String what,
        String why,
        Optional<String> settled) {}

package dev.wartung.web.job;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Procedure;

/**
 * The record was found wrong before anything was touched.
 *
 * @param before    what the record said
 * @param after     what is there
 * @param procedure the job, derived anew for what is there
 * @param reason    what was seen
 */
record Corrected(ValveConfiguration before, ValveConfiguration after, Procedure procedure, String reason) {}

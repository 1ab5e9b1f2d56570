/**
 * Planning a job: works ticked or a fault traced to its part, the procedure derived, the job kept.
 */
@NullMarked
package dev.wartung.web.job.planning;

import org.jspecify.annotations.NullMarked;

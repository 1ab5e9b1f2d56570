/**
 * Jobs and what happened in them: read through {@link dev.wartung.web.job.Jobs}, written through the {@link
 * dev.wartung.web.job.LogBook}. The rooms within are what is done with a job; they know this package, and it knows none
 * of them.
 */
@NullMarked
package dev.wartung.web.job;

import org.jspecify.annotations.NullMarked;

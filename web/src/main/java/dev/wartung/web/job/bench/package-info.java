/**
 * Working through a job, step by step, and what the bench shows of it.
 */
@NullMarked
package dev.wartung.web.job.bench;

import org.jspecify.annotations.NullMarked;

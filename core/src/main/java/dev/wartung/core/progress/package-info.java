/**
 * A job under way: what has been confirmed and read, where the valve stands because of it, and what stands in the way
 * of closing the job.
 */
@NullMarked
package dev.wartung.core.progress;

import org.jspecify.annotations.NullMarked;

/**
 * How a job ends: what stands in the way, the count, the signatures, and what it makes of its valve.
 */
@NullMarked
package dev.wartung.web.job.closing;

import org.jspecify.annotations.NullMarked;

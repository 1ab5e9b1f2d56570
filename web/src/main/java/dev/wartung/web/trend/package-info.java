/**
 * Readings of a valve from job to job, and the look that is raised when they change.
 */
@NullMarked
package dev.wartung.web.trend;

import org.jspecify.annotations.NullMarked;

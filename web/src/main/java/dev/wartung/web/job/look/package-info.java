/**
 * Looks at valves that become due after a job or a reading.
 */
@NullMarked
package dev.wartung.web.job.look;

import org.jspecify.annotations.NullMarked;

/**
 * What is found on bare metal and on old seals, and what becomes of the job because of it.
 */
@NullMarked
package dev.wartung.web.job.findings;

import org.jspecify.annotations.NullMarked;

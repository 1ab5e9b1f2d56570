/**
 * How bolted joints settle between jobs.
 */
@NullMarked
package dev.wartung.web.job.settling;

import org.jspecify.annotations.NullMarked;

/**
 * Planning a job and working through it on the bench.
 */
@NullMarked
package dev.wartung.web.job;

import org.jspecify.annotations.NullMarked;

/**
 * The page of one valve: what it is, and what was and will be done on it.
 */
@NullMarked
package dev.wartung.web.job.valvepage;

import org.jspecify.annotations.NullMarked;

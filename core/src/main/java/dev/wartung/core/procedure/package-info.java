/**
 * Deriving the work on a valve: from an anatomy, a configuration and a goal to an ordered list of steps.
 */
@NullMarked
package dev.wartung.core.procedure;

import org.jspecify.annotations.NullMarked;

/**
 * Planning a shutdown: which jobs go in, when and by whom, so that most risk is taken away, lines come back early and
 * overtime is small; and why what is not in is not.
 */
@NullMarked
package dev.wartung.scheduling;

import org.jspecify.annotations.NullMarked;

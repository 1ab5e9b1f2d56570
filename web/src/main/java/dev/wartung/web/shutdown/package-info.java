/**
 * Shutdowns: choosing what is to be done in a window, planning it, settling parts of it by hand, and giving the plan
 * out.
 */
@NullMarked
package dev.wartung.web.shutdown;

import org.jspecify.annotations.NullMarked;

/**
 * Whether a valve would work in another fail position, and the change of one: asked for, judged, stated safe, approved,
 * worked, proven.
 */
@NullMarked
package dev.wartung.web.change;

import org.jspecify.annotations.NullMarked;

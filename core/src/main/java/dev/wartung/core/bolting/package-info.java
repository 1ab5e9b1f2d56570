/**
 * Bolts: the order they are tightened in, stages, what a wrench with an extension is set to, what a torque does to a
 * bolt, and how long a screw must be.
 */
@NullMarked
package dev.wartung.core.bolting;

import org.jspecify.annotations.NullMarked;

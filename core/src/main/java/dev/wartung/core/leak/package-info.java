/**
 * Leak tests: pressure decay with temperature, rates by class, what a gauge can resolve, and bubbles.
 */
@NullMarked
package dev.wartung.core.leak;

import org.jspecify.annotations.NullMarked;

/**
 * Quantities with their units, bands, readings and verdicts: what was measured, whether it is within its limits, and
 * what to do next.
 */
@NullMarked
package dev.wartung.core.measure;

import org.jspecify.annotations.NullMarked;

/**
 * Fits at the bench: gaps and stand-outs read all round, a shaft in a bore, a spring in the press, and the opening that
 * gives a flow.
 */
@NullMarked
package dev.wartung.core.fits;

import org.jspecify.annotations.NullMarked;

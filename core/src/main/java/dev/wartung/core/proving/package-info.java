/**
 * Proving a valve on a test bench: the forces that move it, a valve that moves by them, the run, what its trace shows,
 * and the verdict.
 */
@NullMarked
package dev.wartung.core.proving;

import org.jspecify.annotations.NullMarked;

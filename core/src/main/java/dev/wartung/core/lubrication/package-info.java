/**
 * Which grease goes where: the matrix of oil, thickener and seal material, what each position takes, and how much of
 * it.
 */
@NullMarked
package dev.wartung.core.lubrication;

import org.jspecify.annotations.NullMarked;

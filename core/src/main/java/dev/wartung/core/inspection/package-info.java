/**
 * Looking at bare metal: what to look at, what was found, and what decides.
 */
@NullMarked
package dev.wartung.core.inspection;

import org.jspecify.annotations.NullMarked;

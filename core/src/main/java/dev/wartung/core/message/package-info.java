/**
 * What is said, with what it speaks of still as what it is: an amount stays an amount until somebody reads it, in their
 * units and their language.
 */
@NullMarked
package dev.wartung.core.message;

import org.jspecify.annotations.NullMarked;

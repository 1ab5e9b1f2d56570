/**
 * Where a type sheet is made: what is asked of a type, by its family; what is known of it so far and what already works;
 * a kit's list read as somebody has it; and numbers that a manual does not say worked out from what can be measured.
 */
@NullMarked
package dev.wartung.core.workshop;

import org.jspecify.annotations.NullMarked;

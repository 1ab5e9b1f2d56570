/**
 * From a symptom by a few questions to the part that is likely at fault, how to confirm it, and what cures it.
 */
@NullMarked
package dev.wartung.core.fault;

import org.jspecify.annotations.NullMarked;

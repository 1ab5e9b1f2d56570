/**
 * What written text may hold, wherever it comes from.
 */
@NullMarked
package dev.wartung.core.text;

import org.jspecify.annotations.NullMarked;

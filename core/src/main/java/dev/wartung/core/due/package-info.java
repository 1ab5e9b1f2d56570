/**
 * When a valve is due: by months, by cycles, by sterilisations, whichever comes first.
 */
@NullMarked
package dev.wartung.core.due;

import org.jspecify.annotations.NullMarked;

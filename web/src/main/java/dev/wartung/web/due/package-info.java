/**
 * What is due: rules by type and duty, cycles and sterilisations that count towards them, looks that wait for an event,
 * and the calendar of it all.
 */
@NullMarked
package dev.wartung.web.due;

import org.jspecify.annotations.NullMarked;

/**
 * Stores and jobs together: which planned job gets its parts from which lot, what to order by when, where a lot went,
 * and calling it back.
 */
@NullMarked
package dev.wartung.web.supply;

import org.jspecify.annotations.NullMarked;

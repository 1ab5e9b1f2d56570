/**
 * Work that takes longer than a request: kept in the database, done by a bounded number of hands, gone on with or ended
 * when the application that did it is gone, and seen in one place.
 */
@NullMarked
package dev.wartung.web.longwork;

import org.jspecify.annotations.NullMarked;

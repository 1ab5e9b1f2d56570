/** What the hands do, in close-up: at the bench, on paper, in practice, and all of it in the catalogue. */
@NullMarked
package dev.wartung.web.technique;

import org.jspecify.annotations.NullMarked;

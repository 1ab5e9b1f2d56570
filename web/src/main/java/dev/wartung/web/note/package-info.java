/** Notes from the bench: what a plant knows of a step that no manual says. */
@NullMarked
package dev.wartung.web.note;

import org.jspecify.annotations.NullMarked;

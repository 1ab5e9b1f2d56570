/** Areas and lines: their names and order, what runs in them, how hot they get, and which seals stand that. */
@NullMarked
package dev.wartung.web.area;

import org.jspecify.annotations.NullMarked;

/** Photos of valves. */
@NullMarked
package dev.wartung.web.photo;

import org.jspecify.annotations.NullMarked;

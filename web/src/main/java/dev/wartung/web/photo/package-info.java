/** Photos of valves: the type plate and where the valve stands, shown to whoever identifies it. */
@NullMarked
package dev.wartung.web.photo;

import org.jspecify.annotations.NullMarked;

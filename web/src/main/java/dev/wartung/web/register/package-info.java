/** Valves come and go: moved to another place, retired, brought back, taken out of the plant for good. */
@NullMarked
package dev.wartung.web.register;

import org.jspecify.annotations.NullMarked;

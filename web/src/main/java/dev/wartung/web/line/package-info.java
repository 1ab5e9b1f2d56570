/** Lines as they run: drawn, walked along, and what has to be locked on them. */
@NullMarked
package dev.wartung.web.line;

import org.jspecify.annotations.NullMarked;

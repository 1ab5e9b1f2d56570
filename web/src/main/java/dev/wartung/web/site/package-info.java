/**
 * How the plant works: the schools it has chosen and the special tools it owns.
 */
@NullMarked
package dev.wartung.web.site;

import org.jspecify.annotations.NullMarked;

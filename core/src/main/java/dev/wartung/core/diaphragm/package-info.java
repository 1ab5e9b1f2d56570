/**
 * The clamped diaphragm: how far it is compressed at every bolt, what each bolt must be turned, how it is turned back
 * to its holes, and how it settles.
 */
@NullMarked
package dev.wartung.core.diaphragm;

import org.jspecify.annotations.NullMarked;

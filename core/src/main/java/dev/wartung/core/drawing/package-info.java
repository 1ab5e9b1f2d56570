/**
 * The valve in section: an SVG with sizes from the type sheet, showing the state the bench is in.
 */
@NullMarked
package dev.wartung.core.drawing;

import org.jspecify.annotations.NullMarked;

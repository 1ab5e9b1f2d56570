/**
 * The sheets in use, and the sheets as they were when a job was derived from them.
 */
@NullMarked
package dev.wartung.web.sheet;

import org.jspecify.annotations.NullMarked;

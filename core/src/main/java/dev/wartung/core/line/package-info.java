/**
 * A line as it runs, from tank to tank, and what has to be locked before one of its valves is opened.
 */
@NullMarked
package dev.wartung.core.line;

import org.jspecify.annotations.NullMarked;

/**
 * What a valve is made of (the build) and how one works on it (the operations), as data read from sheets.
 */
@NullMarked
package dev.wartung.core.anatomy;

import org.jspecify.annotations.NullMarked;

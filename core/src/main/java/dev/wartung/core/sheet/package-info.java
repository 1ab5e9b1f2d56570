/**
 * Reading anatomy and type sheets: YAML checked against the published schema and against itself, every mistake reported
 * with file, place and reason.
 */
@NullMarked
package dev.wartung.core.sheet;

import org.jspecify.annotations.NullMarked;

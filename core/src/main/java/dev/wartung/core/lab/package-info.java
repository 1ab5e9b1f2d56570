/**
 * The Lab: every calculation as a small instrument that says what it needs, works it out, draws it, and gives its
 * formula and source. Pages and the JSON
 * interface offer the same instruments.
 */
@NullMarked
package dev.wartung.core.lab;

import org.jspecify.annotations.NullMarked;

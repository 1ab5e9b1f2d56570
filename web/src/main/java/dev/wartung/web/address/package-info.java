/**
 * Under which address the application is reached, and whose word counts for where somebody comes from.
 */
@NullMarked
package dev.wartung.web.address;

import org.jspecify.annotations.NullMarked;

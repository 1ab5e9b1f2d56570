/**
 * The demo site, made up from a fixed seed.
 */
@NullMarked
package dev.wartung.web.demo;

import org.jspecify.annotations.NullMarked;

/** The web application. */
@NullMarked
package dev.wartung.web;

import org.jspecify.annotations.NullMarked;

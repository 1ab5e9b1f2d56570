/**
 * The Lab: every calculation on its own page, answering as one types.
 */
@NullMarked
package dev.wartung.web.lab;

import org.jspecify.annotations.NullMarked;

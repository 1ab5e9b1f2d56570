/**
 * What is on site to work with: greases by tin and lot, and what each area asks of them.
 */
@NullMarked
package dev.wartung.web.stores;

import org.jspecify.annotations.NullMarked;

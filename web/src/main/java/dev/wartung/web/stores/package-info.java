/**
 * What is on site to work with: kits and parts by lot with their shelf life, greases by tin, and what each area asks of
 * them.
 */
@NullMarked
package dev.wartung.web.stores;

import org.jspecify.annotations.NullMarked;

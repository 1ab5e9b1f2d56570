/**
 * How long seals last at this site: fitted from what was renewed, when and why, with what the data do not say said too.
 */
@NullMarked
package dev.wartung.core.life;

import org.jspecify.annotations.NullMarked;

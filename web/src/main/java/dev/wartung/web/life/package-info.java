/**
 * How long seals last at this site, and what that says about their intervals.
 */
@NullMarked
package dev.wartung.web.life;

import org.jspecify.annotations.NullMarked;

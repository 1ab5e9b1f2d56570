/**
 * Forces on stem and plug, spring energy and the air a linear actuator needs.
 */
@NullMarked
package dev.wartung.core.actuation;

import org.jspecify.annotations.NullMarked;

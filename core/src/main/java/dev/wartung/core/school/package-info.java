/**
 * Questions of practice on which good technicians differ, how a plant and a maker settle them, and the special tools a
 * plant owns.
 */
@NullMarked
package dev.wartung.core.school;

import org.jspecify.annotations.NullMarked;

/** What a plant has learned from its own work: how long things take here. */
@NullMarked
package dev.wartung.core.experience;

import org.jspecify.annotations.NullMarked;

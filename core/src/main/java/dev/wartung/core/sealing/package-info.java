/**
 * Seal materials, how they grow and how long they keep, and what an old seal tells about what happened to it.
 */
@NullMarked
package dev.wartung.core.sealing;

import org.jspecify.annotations.NullMarked;

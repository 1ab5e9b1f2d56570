/**
 * From one shift to the next: what changed since, and the list of what lies before the bench today.
 */
@NullMarked
package dev.wartung.web.handover;

import org.jspecify.annotations.NullMarked;

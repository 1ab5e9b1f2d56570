/**
 * Jobs on paper: the card to take along, and entering what came back on it.
 */
@NullMarked
package dev.wartung.web.job.paper;

import org.jspecify.annotations.NullMarked;

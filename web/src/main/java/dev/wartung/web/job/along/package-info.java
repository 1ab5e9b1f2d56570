/**
 * Jobs taken along to where there is no network: what was done there is entered once it is sent, and what can no longer
 * be entered is kept apart until a person settles it.
 */
@NullMarked
package dev.wartung.web.job.along;

import org.jspecify.annotations.NullMarked;

/**
 * Jobs taken along to where there is no network: what was done there is entered once it is sent, or kept apart where it no
 * longer can be.
 */
@NullMarked
package dev.wartung.web.job.along;

import org.jspecify.annotations.NullMarked;

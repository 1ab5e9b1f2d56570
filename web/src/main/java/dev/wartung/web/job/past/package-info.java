/**
 * Entering jobs that were done before they could be worked through here.
 */
@NullMarked
package dev.wartung.web.job.past;

import org.jspecify.annotations.NullMarked;

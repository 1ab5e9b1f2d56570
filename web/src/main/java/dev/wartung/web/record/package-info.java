/**
 * What is left of a job once it is done: the service report, as page and as PDF.
 */
@NullMarked
package dev.wartung.web.record;

import org.jspecify.annotations.NullMarked;

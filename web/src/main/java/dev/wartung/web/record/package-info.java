/**
 * What is left of a job once it is done: its record, chained by hashes and never changed, the service report made of
 * it, and who changed what.
 */
@NullMarked
package dev.wartung.web.record;

import org.jspecify.annotations.NullMarked;

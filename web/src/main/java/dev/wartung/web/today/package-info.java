/**
 * What is to be done today, and finding anything by what stands on it.
 */
@NullMarked
package dev.wartung.web.today;

import org.jspecify.annotations.NullMarked;

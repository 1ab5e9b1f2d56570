/**
 * What measuring tools can do, by their certificates, and what that leaves of a reading.
 */
@NullMarked
package dev.wartung.core.calibration;

import org.jspecify.annotations.NullMarked;

/**
 * What readings are taken with: torque wrenches, calipers, gauges, thermometers, when they were calibrated and which
 * readings they stand behind.
 */
@NullMarked
package dev.wartung.web.tool;

import org.jspecify.annotations.NullMarked;

/**
 * The register of valves, and what is fitted in each.
 */
@NullMarked
package dev.wartung.web.valve;

import org.jspecify.annotations.NullMarked;

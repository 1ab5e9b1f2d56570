/**
 * The JSON interface: procedures derived and simulated, and every instrument of the Lab. Errors are problem details
 * (RFC 9457).
 */
@NullMarked
package dev.wartung.web.api;

import org.jspecify.annotations.NullMarked;

/**
 * The site's data in open formats: CSV for valves, lots and cycle counts, JSON for a whole site, YAML for type sheets,
 * and labels to stick on.
 */
@NullMarked
package dev.wartung.web.exchange;

import org.jspecify.annotations.NullMarked;

/**
 * The bench: an independent model of what physically happens to a valve when somebody acts on it. It reads the build
 * only and reports
 * incidents. It knows nothing of operations, their order or their requirements.
 */
@NullMarked
package dev.wartung.core.simulation;

import org.jspecify.annotations.NullMarked;

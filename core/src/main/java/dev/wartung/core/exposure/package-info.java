/** What runs in a line, its cleaning and its steam, and which seal materials stand them. */
@NullMarked
package dev.wartung.core.exposure;

import org.jspecify.annotations.NullMarked;

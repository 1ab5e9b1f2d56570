/** The database's tables: brought up to date by their owner, before the application, which may not, comes up. */
@NullMarked
package dev.wartung.web.schema;

import org.jspecify.annotations.NullMarked;

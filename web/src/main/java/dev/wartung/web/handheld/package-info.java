/** Devices that jobs were taken along on, and telling one that was lost to forget what it holds. */
@NullMarked
package dev.wartung.web.handheld;

import org.jspecify.annotations.NullMarked;

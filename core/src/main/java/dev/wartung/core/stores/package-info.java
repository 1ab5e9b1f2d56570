/**
 * What has to be in hand before a line is opened: how long seals keep, which batch goes to which job, what to order by
 * when.
 */
@NullMarked
package dev.wartung.core.stores;

import org.jspecify.annotations.NullMarked;

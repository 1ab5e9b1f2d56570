/**
 * What every page shares: navigation, who is logged in, errors.
 */
@NullMarked
package dev.wartung.web.page;

import org.jspecify.annotations.NullMarked;

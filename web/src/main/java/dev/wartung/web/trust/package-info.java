/**
 * How a phone comes to trust the certificate that Wartung is served with.
 */
@NullMarked
package dev.wartung.web.trust;

import org.jspecify.annotations.NullMarked;

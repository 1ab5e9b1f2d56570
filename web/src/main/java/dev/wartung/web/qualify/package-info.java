/**
 * The qualification pack: what an inspector asks of an installation, looked at where it stands, and written down signed.
 * Works on its own, as a command, beside an application that may be running.
 */
@NullMarked
package dev.wartung.web.qualify;

import org.jspecify.annotations.NullMarked;

/** What was done without network and could not be entered when it was sent, until a person settles it. */
@NullMarked
package dev.wartung.web.job.apart;

import org.jspecify.annotations.NullMarked;

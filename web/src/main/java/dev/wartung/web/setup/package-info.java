/** What a site without valves opens on: what there is to set up, and how far it is. */
@NullMarked
package dev.wartung.web.setup;

import org.jspecify.annotations.NullMarked;
